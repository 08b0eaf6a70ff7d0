package neatroster.core.check.rules.texts;

import java.util.List;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.FieldRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cell;

/** A password that is shorter than the settings allow. */
public final class TooShort extends FieldRule {
  static final RuleText TEXT = new RuleText("too-short", Severity.ERROR);

  private final int minimum;

  public TooShort(Settings settings) {
    super(TEXT, List.of(Field.PASSWORD), Table.USERS);
    minimum = settings.passwords().usual().minimum();
  }

  @Override
  protected boolean matches(SheetReading sheet, Field field, Cell password) {
    return password.length() < minimum;
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell password, Findings findings) {
    findings.add(
        row.finding(
            this,
            field,
            "The password has "
                + password.length()
                + (password.length() == 1 ? " character; " : " characters; ")
                + minimum
                + " are the fewest."));
  }
}
