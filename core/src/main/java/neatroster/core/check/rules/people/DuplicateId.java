package neatroster.core.check.rules.people;

import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;

/** One id on two rows. */
public final class DuplicateId extends SharedMark {
  static final RuleText TEXT =
      new RuleText(
          "duplicate-id",
          Severity.NOTE,
          "A list of people holds the same id twice, under names that go together: both rows are read as one person. Under names that do not, the rule is another-person.",
          "A row too many does no harm; one that was copied to be written over does.",
          "Delete one of the rows, or give it the id of the person who is meant.",
          """
          id     | given name | family name
          004711 | Ana        | Marlowe
          004711 | A.         | Marlowe     ← again
          """);

  public DuplicateId() {
    super(TEXT, Field.ID, "id");
  }
}
