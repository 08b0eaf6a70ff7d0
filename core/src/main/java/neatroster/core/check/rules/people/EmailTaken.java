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

/** An address that belongs to somebody else’s account. */
public final class EmailTaken extends TableRule {
  static final RuleText TEXT = new RuleText("email-taken", Severity.ERROR);

  public EmailTaken() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Doubt doubt : row.doubts(Doubt.Kind.TAKEN_EMAIL)) {
      findings.add(
          row.finding(
              this,
              Field.EMAIL,
              Quoted.value(row.shown(Field.EMAIL))
                  + " belongs to "
                  + row.named(doubt)
                  + ". Correct the address"
                  + AnotherPerson.formerUsername(row, doubt)
                  + "."));
    }
  }
}
