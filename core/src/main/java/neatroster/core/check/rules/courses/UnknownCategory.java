package neatroster.core.check.rules.courses;

import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.state.Known;

/** A category that the platform does not have. */
public final class UnknownCategory extends UnknownPlace {
  static final RuleText TEXT = new RuleText("unknown-category", Severity.WARNING);

  public UnknownCategory(Known known) {
    super(TEXT, Field.CATEGORY, known.told().categories());
  }
}
