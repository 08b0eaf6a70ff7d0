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
  static final RuleText TEXT =
      new RuleText(
          "too-long",
          Severity.ERROR,
          "A value is longer than anything of its kind: an email address of more than 254 characters (RFC 5321, section 4.5.3.1), a name of more than 100, a code of more than 64, a title of more than 255, any other of more than 2,000.",
          "Platforms cut it off or refuse the row; often a quotation mark is missing and the value has swallowed the cells behind it.",
          "Shorten it.",
          """
          given name | username
          Ana        | amorgan
          Bonaventura Maximilian Ignatius Ferdinand Alexander Bartholomew of the Long Quay at the Far End of It | bo ← too long
          """);

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
