package neatroster.core.check.rules.people;

import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;

/** One username on two rows. */
public final class DuplicateUsername extends SharedMark {
  static final RuleText TEXT = new RuleText("duplicate-username", Severity.ERROR);

  public DuplicateUsername() {
    super(TEXT, Field.USERNAME, "username");
  }
}
