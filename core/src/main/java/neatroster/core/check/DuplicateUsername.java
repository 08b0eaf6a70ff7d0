package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** One username on two rows. */
final class DuplicateUsername implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "duplicate-username",
          Severity.ERROR,
          "Two rows of users have the same username; upper and lower case make no difference.",
          "Two people would share one account, or the second would overwrite the first.",
          "Give one of them another username; if both rows are the same person, delete one.",
          """
          username | given name
          mlund    | Mikkel
          MLund    | Marta     ← taken by Mikkel
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
    int other = row.shared.username();
    if (other >= 0) {
      String also =
          row.shared.id() == other || row.shared.email() == other
              ? " The rows share more than that: if both are the same person, delete one."
              : " Correct one of the two.";
      Place place = row.place(row.keys.userLine(other));
      findings.add(
          row.finding(
                  this,
                  Field.USERNAME,
                  Quoted.value(row.shown(Field.USERNAME))
                      + " is already the username in "
                      + row.named(place)
                      + "."
                      + also)
              .against(place));
    }
  }
}
