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

/** A value that is too long to be meant. */
public final class TooLong extends TableRule {
  static final RuleText TEXT = new RuleText("too-long", Severity.ERROR);

  public TooLong() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  @Override
  public void select(RowFilter on) {
    on.oddText((column, cell) -> cell.length() > column.field().map(TooLong::most).orElseThrow());
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.unusual || row.row.isDerived()) {
      return;
    }
    for (Column column : row.row.reading().columns()) {
      Cell cell = row.row.cellAt(column.index());
      // No limit is lower than this.
      if (cell.length() <= 64 || column.field().isEmpty()) {
        continue;
      }
      Field field = column.field().get();
      int most = most(field);
      if (cell.length() > most && field != Field.PASSWORD) {
        findings.add(
            row.finding(
                this,
                field,
                Quoted.value(cell)
                    + " has "
                    + cell.length()
                    + " characters; "
                    + most
                    + " are the most for "
                    + field.label()
                    + "."));
      }
    }
  }

  private static int most(Field field) {
    return switch (field) {
      case EMAIL, GUARDIAN_EMAIL -> 254;
      case GIVEN_NAME, MIDDLE_NAME, FAMILY_NAME, PREFERRED_NAME, NAME, GUARDIAN_NAME -> 100;
      case FULL_NAME -> 200;
      case ID, CODE, CATALOG_CODE, COPY_OF, JOIN_CODE, PHONE, SUFFIX, TERM, GRADE -> 64;
      case TITLE, SITE, CATEGORY, COURSE, GROUP, USER -> 255;
      case DESCRIPTION, NOTE, ENROLLMENTS_CELL, INSTRUCTORS -> 10_000;
      default -> 2000;
    };
  }
}
