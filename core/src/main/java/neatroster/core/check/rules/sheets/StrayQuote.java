package neatroster.core.check.rules.sheets;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A row whose quotation marks are not as they should be. */
public final class StrayQuote extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "stray-quote",
          Severity.WARNING,
          "A row of a text file in which a quotation mark is not closed, or stands where none should; it was read as a person would.",
          "Taken by the letter, all rows behind it would be one cell.",
          "Look at the row, and close the quotation mark or take it out.",
          """
          code,title
          NAV-1,Coastal Navigation
          NAV-2,"Night" Navigation     ← a mark in the middle
          """);

  public StrayQuote() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.row.isDerived() && row.row.raw().isMended()) {
      findings.add(
          Finding.about(
              row.row,
              this,
              "A quotation mark in this row is not closed, or one too many. It was read as far as it"
                  + " makes sense; look at it."));
    }
  }
}
