package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A reference that fits two users. */
final class AmbiguousUser implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "ambiguous-user",
          Severity.ERROR,
          "An enrollment names a user by a text that is one user’s id and another user’s username or email address.",
          "Whoever is chosen, it may be the wrong one.",
          "Name the user by the email address, or by whichever of the three belongs to nobody else.",
          """
          id   | username | given name
          2041 | amorgan  | Ana
          2042 | 2041     | Bo

          user | course
          2041 | NAV-2     ← Ana or Bo?
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return Set.of(Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.user == RosterKeys.AMBIGUOUS) {
      findings.add(
          row.finding(
              this,
              Field.USER,
              Quoted.value(row.shown(Field.USER))
                  + " is the id of one user and the username or email address of another."));
    }
  }
}
