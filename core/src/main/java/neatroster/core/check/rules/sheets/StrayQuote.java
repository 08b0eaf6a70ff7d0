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
  static final RuleText TEXT = new RuleText("stray-quote", Severity.WARNING);

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
