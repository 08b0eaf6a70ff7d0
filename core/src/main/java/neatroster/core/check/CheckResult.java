package neatroster.core.check;

import java.util.BitSet;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.Place;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.settings.AcceptedFinding;
import neatroster.core.settings.Settings;
import neatroster.core.wanted.Wanted;

/** What a check found, and what it counted. */
public final class CheckResult {
  private final Settings settings;
  private final ResolvedRoster resolved;
  private final Map<SheetReading, Integer> rows;
  private final Map<Table, Integer> counts;
  private final FindingList findings;
  private final Map<AcceptedFinding, Integer> accepted;
  private Wanted wanted;
  private Ledger ledger;

  /**
   * A result.
   *
   * @param resolved what was checked
   * @param rows for each sheet its rows below the header
   * @param counts for each table its rows in all sheets
   * @param findings everything found, in the order of sheet, row and column
   * @param accepted the settings' exceptions, each with how often it was met
   * @param wanted what is asked for, where the findings change nothing of it; else null
   */
  public CheckResult(
      Settings settings,
      ResolvedRoster resolved,
      Map<SheetReading, Integer> rows,
      Map<Table, Integer> counts,
      FindingList findings,
      Map<AcceptedFinding, Integer> accepted,
      Wanted wanted) {
    this.settings = settings;
    this.resolved = resolved;
    this.rows = rows;
    this.counts = counts;
    this.findings = findings;
    this.accepted = accepted;
    this.wanted = wanted;
  }

  /** What was checked. */
  public ResolvedRoster resolved() {
    return resolved;
  }

  /** For each sheet its rows below the header. */
  public Map<SheetReading, Integer> rows() {
    return rows;
  }

  /** For each table its rows in all sheets. */
  public Map<Table, Integer> counts() {
    return counts;
  }

  /** Everything found, in the order of sheet, row and column. */
  public FindingList findings() {
    return findings;
  }

  /** The settings' exceptions, each with how often it was met. */
  public Map<AcceptedFinding, Integer> accepted() {
    return accepted;
  }

  /** What the roster asks for that can be delivered. */
  public Wanted wanted() {
    if (wanted == null) {
      wanted = Wanted.of(settings, resolved, faultyLines());
    }
    return wanted;
  }

  /** What became of the rows of each sheet. */
  public Ledger ledger() {
    if (ledger == null) {
      ledger = Ledger.of(wanted());
    }
    return ledger;
  }

  /** The rows that were checked. */
  public Roster roster() {
    return resolved.rows();
  }

  /** The same with findings that another command made. */
  public CheckResult with(List<Finding> more) {
    wanted = null;
    ledger = null;
    findings.addInOrder(more, roster().sheets().stream().map(SheetReading::name).toList());
    return this;
  }

  /** How many findings have this severity. */
  public int count(Severity severity) {
    return findings.count(severity);
  }

  /** Whether anything is at error level. */
  public boolean hasErrors() {
    return findings.count(Severity.ERROR) > 0;
  }

  /**
   * The lines of the rows that cannot be delivered: those with an error, and those that an error
   * casts doubt on.
   */
  public BitSet faultyLines() {
    BitSet lines = new BitSet();
    for (Finding finding : findings) {
      if (finding.severity() == Severity.ERROR) {
        mark(lines, finding.place());
        if (finding.doubtsRelated()) {
          finding.related().forEach(place -> mark(lines, place));
        }
      }
    }
    return lines;
  }

  private void mark(BitSet lines, Place place) {
    int line = roster().line(place);
    if (line >= 0) {
      lines.set(line);
    }
  }
}
