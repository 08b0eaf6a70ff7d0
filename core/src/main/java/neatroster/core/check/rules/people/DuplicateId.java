package neatroster.core.check.rules.people;

import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;

/** One id on two rows. */
public final class DuplicateId extends SharedMark {
  static final RuleText TEXT = new RuleText("duplicate-id", Severity.NOTE);

  public DuplicateId() {
    super(TEXT, Field.ID, "id");
  }
}
