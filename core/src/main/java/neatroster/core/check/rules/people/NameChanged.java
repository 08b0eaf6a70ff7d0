package neatroster.core.check.rules.people;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;

/** Somebody who has an account under another name. */
public final class NameChanged extends TableRule {
  static final RuleText TEXT = new RuleText("name-changed", Severity.WARNING);

  public NameChanged() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Doubt doubt : row.doubts(Doubt.Kind.NAME_CHANGED)) {
      findings.add(
          row.finding(
              this,
              row.firstColumn(Field.FAMILY_NAME, Field.FULL_NAME, Field.GIVEN_NAME),
              "This is "
                  + row.named(doubt)
                  + " by id, username or email address, under another name, and taken for the same"
                  + " person. If the row was copied, correct what is the other’s."));
    }
  }
}
