package neatroster.core.check.rules.people;

import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.check.UsernameShapes;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Quoted;

/** A sheet that would rename somebody who has an account. */
public final class RenameRefused implements RowRule {
  static final RuleText TEXT = new RuleText("rename-refused", Severity.ERROR);

  private final UsernameShapes shapes;
  private final boolean follow;

  public RenameRefused(Settings settings) {
    shapes = new UsernameShapes(settings);
    follow = settings.policy().followRenames();
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
    if (row.account == null || row.account.username().isEmpty()) {
      return;
    }
    String has = row.resolved.known().renamed(row.accountNumber).orElse(row.account.username());
    boolean named = row.text(Field.FORMER_USERNAME).equalsIgnoreCase(has);
    boolean other =
        row.has(Field.USERNAME)
            && !row.text(Field.USERNAME).equalsIgnoreCase(has)
            // One that nobody could have is mistyped, and is found as that.
            && shapes.trouble(row, row.cell(Field.USERNAME)) == null;
    if (other && !(named && follow)) {
      findings.add(
          row.finding(
                  this,
                  Field.USERNAME,
                  "This user has an account already, as "
                      + Quoted.value(has)
                      + ", and would be renamed"
                      + (follow
                          ? ". If that is meant, the column “former username” must say "
                              + Quoted.value(has)
                              + "."
                          : ".")
                      + (row.account.isOnPlatform()
                          ? ""
                          : " If the platform has not taken it, clear the cell and run neat-roster"
                              + " issue --other "
                              + has
                              + "."))
              .suggesting(has));
    } else if (named && !follow && !row.has(Field.USERNAME)) {
      findings.add(
          row.finding(
              this,
              Field.FORMER_USERNAME,
              "The row asks for another username in place of "
                  + Quoted.value(has)
                  + ", and the settings refuse renames. Clear the cell, or set policy: {users:"
                  + " {renamed: follow}}."));
    }
  }
}
