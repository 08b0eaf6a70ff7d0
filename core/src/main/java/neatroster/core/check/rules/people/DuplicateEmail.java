package neatroster.core.check.rules.people;

import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;

/** One email address on two rows. */
public final class DuplicateEmail extends SharedMark {
  static final RuleText TEXT = new RuleText("duplicate-email", Severity.ERROR);

  public DuplicateEmail() {
    super(TEXT, Field.EMAIL, "address");
  }
}
