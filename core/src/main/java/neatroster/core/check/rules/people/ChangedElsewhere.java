package neatroster.core.check.rules.people;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.state.Known;
import neatroster.core.text.Quoted;

/** An account that somebody changed on the platform. */
public final class ChangedElsewhere extends TableRule {
  static final RuleText TEXT = new RuleText("changed-elsewhere", Severity.WARNING);

  private final Known known;

  public ChangedElsewhere(Known known) {
    super(TEXT, Table.USERS);
    this.known = known;
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.accountNumber >= 0) {
      known
          .renamed(row.accountNumber)
          .filter(username -> !username.equalsIgnoreCase(row.text(Field.USERNAME)))
          .ifPresent(
              username ->
                  findings.add(
                      row.finding(
                          this,
                          row.firstColumn(Field.USERNAME, Field.EMAIL, Field.ID, Field.GIVEN_NAME),
                          "Issued as "
                              + row.account.username()
                              + ", the account is "
                              + Quoted.value(username)
                              + " on the platform.")));
    }
  }
}
