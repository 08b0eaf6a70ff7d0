package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A sheet that would rename somebody who has an account. */
final class RenameRefused implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "rename-refused",
          Severity.ERROR,
          "A user who has an account already stands in the sheet with another username.",
          "On the platform this would make a second account beside the first, without the person’s work.",
          "Put the old username back, or leave the cell blank.",
          """
          (issued last year: Ana Ferreira has aferreira)
          username  | given name | family name
          ferreiraa | Ana        | Ferreira     ← she is aferreira
          """);

  private final UsernameShape shape;

  RenameRefused(Settings settings) {
    shape = new UsernameShape(settings.usernames());
  }

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
    if (row.account != null
        && row.has(Field.USERNAME)
        && !row.text(Field.USERNAME).equalsIgnoreCase(row.account.username())
        // One that nobody could have is mistyped, and is found as that.
        && shape.trouble(row.cell(Field.USERNAME)) == null) {
      findings.add(
          row.finding(
                  this,
                  Field.USERNAME,
                  "This user has an account already, as "
                      + Quoted.value(row.account.username())
                      + ", and would be renamed.")
              .suggesting(row.account.username()));
    }
  }
}
