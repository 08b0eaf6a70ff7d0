package neatroster.core.check.rules.texts;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cell;

/** A password that is shorter than the settings allow. */
public final class TooShort extends TableRule {
  static final RuleText TEXT = new RuleText("too-short", Severity.ERROR);

  private final int minimum;

  public TooShort(Settings settings) {
    super(TEXT, Table.USERS);
    minimum = settings.passwords().usual().minimum();
  }

  @Override
  public void select(RowFilter on) {
    on.text(Field.PASSWORD, cell -> cell.length() < minimum);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell password = row.cell(Field.PASSWORD);
    if (!password.isEmpty() && !password.isBlank() && password.length() < minimum) {
      findings.add(
          row.finding(
              this,
              Field.PASSWORD,
              "The password has "
                  + password.length()
                  + (password.length() == 1 ? " character; " : " characters; ")
                  + minimum
                  + " are the fewest."));
    }
  }
}
