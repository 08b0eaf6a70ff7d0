package neatroster.core.check;

import java.util.BitSet;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** Somebody who is shut out is enrolled. */
final class SuspendedUser extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "suspended-user",
          Severity.WARNING,
          "A row enrolls somebody whose account is suspended, by the sheet or on the platform.",
          "The person is in the list of the class and cannot come in.",
          "Set the status to active, or take the row out.",
          """
          (known)
          username | given name | status
          amorgan  | Ana        | suspended

          user    | course
          amorgan | NAV-2     ← cannot log in
          """);

  private final BitSet suspended = new BitSet();

  SuspendedUser() {
    super(TEXT, Table.USERS, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.table() == Table.USERS) {
      boolean shut =
          row.text(Field.STATUS).equalsIgnoreCase("suspended")
              || (!row.has(Field.STATUS)
                  && row.account != null
                  && row.account.standing() == KnownUser.Standing.SUSPENDED);
      if (shut && row.user.isFound()) {
        suspended.set(row.user.number());
      }
      return;
    }
    if (row.user.isFound() && !row.text(Field.STATUS).equals("ended") && isSuspended(row)) {
      findings.add(
          row.finding(
              this,
              row.firstColumn(Field.USER, Field.COURSE, Field.ENROLLMENTS_CELL),
              "The account is suspended: the person cannot come in."));
    }
  }

  private boolean isSuspended(CheckedRow row) {
    int person = row.user.number();
    return suspended.get(person)
        || (row.resolved.people().firstLine(person) < 0
            && row.resolved
                .people()
                .knownAs(person)
                .filter(account -> account.standing() == KnownUser.Standing.SUSPENDED)
                .isPresent());
  }
}
