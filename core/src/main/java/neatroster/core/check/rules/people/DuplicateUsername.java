package neatroster.core.check.rules.people;

import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;

/** One username on two rows. */
public final class DuplicateUsername extends SharedMark {
  static final RuleText TEXT =
      new RuleText(
          "duplicate-username",
          Severity.ERROR,
          "Two rows have the same username, in any case of its letters, and different ids: they are two people. Rows that are one person are one person in any number of lists; in a plain list the second is a note.",
          "Two people would share one account, or the second would overwrite the first.",
          "Give one of them another username; if both rows are the same person, make them say the same id.",
          """
          id   | username | given name
          2041 | mlund    | Mikkel
          2042 | MLund    | Marta     ← taken by Mikkel
          """);

  public DuplicateUsername() {
    super(TEXT, Field.USERNAME, "username");
  }
}
