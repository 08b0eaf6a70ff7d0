package neatroster.core.check.rules.people;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;
import neatroster.core.text.Quoted;

/** A username that was issued to somebody else. */
public final class UsernameTaken extends TableRule {
  static final RuleText TEXT = new RuleText("username-taken", Severity.ERROR);

  public UsernameTaken() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Doubt doubt : row.doubts(Doubt.Kind.ISSUED_USERNAME)) {
      findings.add(
          row.finding(
              this,
              Field.USERNAME,
              Quoted.value(row.shown(Field.USERNAME))
                  + " was issued to "
                  + row.account(doubt).person().fullName()
                  + "."));
    }
  }
}
