package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A username that was issued to somebody else. */
final class UsernameTaken implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "username-taken",
          Severity.ERROR,
          "A sheet gives a user the username that was issued to another person, now or in an earlier year.",
          "One of them would get into the other’s account.",
          "Give the user another username, or leave the cell blank to have one made.",
          """
          (issued last year)
          id  | username  | given name | family name
          417 | aferreira | Ana        | Ferreira

          username  | given name | family name
          aferreira | Abel       | Ferreira     ← taken
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return Set.of(Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.usernameOwner != null && !row.usernameOwner.isOnPlatform()) {
      findings.add(
          row.finding(
              this,
              Field.USERNAME,
              Quoted.value(row.shown(Field.USERNAME))
                  + " was issued to "
                  + row.usernameOwner.person().fullName()
                  + "."));
    }
  }
}
