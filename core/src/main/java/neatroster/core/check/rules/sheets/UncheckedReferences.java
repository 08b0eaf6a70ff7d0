package neatroster.core.check.rules.sheets;

import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.NoticeRule;
import neatroster.core.check.RuleText;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** There was no list to check references against. */
public final class UncheckedReferences implements NoticeRule {
  static final RuleText TEXT =
      new RuleText(
          "unchecked-references",
          Severity.NOTE,
          "A sheet names users, courses or groups, and no sheet that lists them was given.",
          "A wrong code in it would not be noticed.",
          "Give the other sheets as well: neat-roster check users.xlsx courses.csv enrollments.csv",
          """
          user    | course     ← which courses are there?
          amorgan | NAV-2
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Adds the finding for a sheet. */
  public void add(SheetReading sheet, Table unlisted, Findings findings) {
    findings.add(
        Finding.about(
            sheet,
            this,
            "The "
                + unlisted.word()
                + " that this sheet names were not checked: no list of "
                + unlisted.word()
                + " was given."));
  }
}
