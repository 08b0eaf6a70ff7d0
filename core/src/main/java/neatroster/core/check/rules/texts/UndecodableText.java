package neatroster.core.check.rules.texts;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.intake.Column;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** Letters that were lost. */
public final class UndecodableText extends TableRule {
  static final RuleText TEXT = new RuleText("undecodable-text", Severity.ERROR);

  public UndecodableText() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  @Override
  public void select(RowFilter on) {
    on.oddText((column, cell) -> has(cell));
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.unusual || row.row.isDerived()) {
      return;
    }
    for (Column column : row.row.reading().columns()) {
      Field field = column.field().orElse(null);
      Cell cell = row.row.cellAt(column.index());
      if (field != null && field != Field.PASSWORD && has(cell)) {
        findings.add(
            row.finding(
                this, field, "A letter of " + Quoted.value(cell) + " was lost on the way here."));
      }
    }
  }

  private static boolean has(Cell cell) {
    for (int i = 0; i < cell.length(); i++) {
      if (cell.charAt(i) == '\ufffd') {
        return true;
      }
    }
    return false;
  }
}
