package neatroster.core.check;

import neatroster.core.intake.Column;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;

/**
 * A rule about texts that are {@linkplain neatroster.core.text.OddText odd}, in any field but a
 * password.
 */
public abstract class OddTextRule extends TableRule {
  /** A rule about all tables. */
  public OddTextRule(RuleText text) {
    super(text, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  /** Whether a text is to be looked at; asked of each distinct odd text. */
  protected abstract boolean matches(Field field, Cell text);

  /** Adds what it finds where a text matches. */
  protected abstract void check(CheckedRow row, Field field, Cell text, Findings findings);

  @Override
  public final void select(RowFilter on) {
    on.oddText((column, cell) -> mayMatch(column, cell));
  }

  @Override
  public final void check(CheckedRow row, Findings findings) {
    // The cells of an enrollment that a row of people holds are those of that row.
    if (row.unusual && !row.row.isDerived()) {
      for (Column column : row.row.reading().columns()) {
        Cell cell = row.row.cellAt(column.index());
        if (mayMatch(column, cell)) {
          check(row, column.field().orElseThrow(), cell, findings);
        }
      }
    }
  }

  private boolean mayMatch(Column column, Cell cell) {
    Field field = column.field().orElse(null);
    return field != null && field != Field.PASSWORD && !cell.isEmpty() && matches(field, cell);
  }
}
