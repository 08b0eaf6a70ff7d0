package neatroster.core.check;

import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A username that is somebody else’s on the platform. */
final class AnotherPerson extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "another-person",
          Severity.ERROR,
          "The username of a row is on the platform, and the account there has another name, id or email address.",
          "The person would get into somebody else’s account.",
          "Give the person another username, or leave the cell blank to have one made.",
          """
          (known)
          username | given name | family name
          amorgan  | Ana        | Morgan

          username | given name | family name
          amorgan  | Abel       | Morgan          ← Ana’s username
          """);

  AnotherPerson() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.usernameOwner != null && row.usernameOwner.isOnPlatform()) {
      String owner = row.usernameOwner.person().fullName();
      findings.add(
          row.finding(
              this,
              Field.USERNAME,
              Quoted.value(row.shown(Field.USERNAME))
                  + " is the username of "
                  + (owner.isEmpty() ? "another person" : owner)
                  + " on the platform."));
    }
  }
}
