package neatroster.core.check.rules.texts;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.OddTextRule;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** A value that is too long to be meant. */
public final class TooLong extends OddTextRule {
  static final RuleText TEXT = new RuleText("too-long", Severity.ERROR);

  public TooLong() {
    super(TEXT);
  }

  @Override
  protected boolean matches(Field field, Cell cell) {
    return cell.length() > most(field);
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    findings.add(
        row.finding(
            this,
            field,
            Quoted.value(cell)
                + " has "
                + cell.length()
                + " characters; "
                + most(field)
                + " are the most for "
                + field.label()
                + "."));
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
