package neatroster.core.check.rules.people;

import java.util.BitSet;
import java.util.List;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.Ledger;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Counted;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.SheetColumns;
import neatroster.core.state.Known;
import neatroster.core.text.Quoted;

/** A list of people of whom nobody is in any course, while there are courses. */
public final class EnrollsNobody implements RosterRule {
  static final RuleText TEXT = new RuleText("enrolls-nobody", Severity.WARNING);

  private static final int FEWEST = 2;

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    ResolvedRoster resolved = view.resolved();
    if (!resolved.isListed(Table.COURSES)) {
      return;
    }
    BitSet inCourses = new BitSet();
    for (int person = 0; person < resolved.people().count(); person++) {
      inCourses.set(person, view.counts().coursesOfUser(person) > 0);
    }
    boolean isKnownAdded = false;
    for (SheetReading sheet : resolved.rows().sheets()) {
      List<Column> unused = Ledger.unused(sheet);
      boolean isOdd = !inCourses.isEmpty() || !unused.isEmpty();
      boolean nobody =
          sheet.table() == Table.USERS && isOdd && isNobodyIn(inCourses, sheet, resolved);
      if (nobody && !isKnownAdded) {
        isKnownAdded = true;
        addKnown(inCourses, resolved);
        nobody = isNobodyIn(inCourses, sheet, resolved);
      }
      if (nobody) {
        findings.add(
            Finding.about(
                sheet,
                this,
                "None of the "
                    + Counted.of(resolved.rows().columns(sheet).rows(), "row")
                    + " of this list puts anybody into a course, and no other sheet does."
                    + (unused.isEmpty()
                        ? ""
                        : " Not used is the column "
                            + Quoted.value(unused.get(0).header())
                            + ".")));
      }
    }
  }

  /** Who is in a course on the platform. */
  private static void addKnown(BitSet inCourses, ResolvedRoster resolved) {
    Known known = resolved.known();
    known
        .memberships()
        .each(
            number -> {
              int account = known.accountOf(known.memberships().username(number));
              int person = account < 0 ? -1 : resolved.people().ofAccount(account);
              if (person >= 0) {
                inCourses.set(person);
              }
            });
  }

  private static boolean isNobodyIn(BitSet inCourses, SheetReading sheet, ResolvedRoster resolved) {
    SheetColumns columns = resolved.rows().columns(sheet);
    boolean any = false;
    for (int position = 0; position < columns.rows(); position++) {
      Link person = resolved.people().ofLine(resolved.rows().line(columns, position));
      if (person.isFound() && inCourses.get(person.number())) {
        return false;
      }
      any |= person.isFound();
    }
    return any && columns.rows() >= FEWEST && !sheet.enrolls();
  }
}
