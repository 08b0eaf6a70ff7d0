package neatroster.core.check.rules.people;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** Somebody whom the platform has already. */
public final class AlreadyKnown extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "already-known",
          Severity.NOTE,
          "A row is about somebody who has an account on the platform, as far as exports and deliveries show.",
          "Nobody gets a second account; nothing is wrong if you expected it.",
          "Nothing is to be done.",
          """
          (known)
          username | given name
          amorgan  | Ana

          username | given name
          amorgan  | Ana         ← has an account already
          bfinch   | Bo
          """);

  public AlreadyKnown() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.account != null && row.account.isOnPlatform() && row.isFirstOfPerson()) {
      findings.add(
          row.finding(
              this,
              row.firstColumn(
                  Field.USERNAME, Field.EMAIL, Field.ID, Field.FULL_NAME, Field.GIVEN_NAME),
              "The platform has this person already, as " + row.account.reference() + "."));
    }
  }
}
