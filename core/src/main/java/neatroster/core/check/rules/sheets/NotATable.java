package neatroster.core.check.rules.sheets;

import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.NoticeRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.model.Severity;
import neatroster.core.roster.Roster;

/** A file that can be read and holds no table. */
public final class NotATable implements NoticeRule {
  static final RuleText TEXT = new RuleText("not-a-table", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Adds the finding for a file or sheet. */
  public void add(Roster.Unread sheet, Findings findings) {
    Place place = new Place(sheet.name(), 0);
    if (sheet.why().isOfNoMatter()) {
      findings.add(
          new Finding.Builder(this, place, "This was left alone: " + sheet.why().getMessage() + ".")
              .asNote());
    } else if (sheet.isLeftAlone()) {
      findings.add(
          new Finding.Builder(
                  this,
                  place,
                  "No header of this tab is one that we know, and it was left alone. If it is a"
                      + " list, say under sheets: in roster.yaml how it is read; if not, leave: true"
                      + " there keeps it quiet.")
              .asNote());
    } else {
      findings.add(
          new Finding.Builder(
              this, place, "This is not a table: " + sheet.why().getMessage() + "."));
    }
  }
}
