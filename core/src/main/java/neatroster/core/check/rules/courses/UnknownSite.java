package neatroster.core.check.rules.courses;

import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.state.Known;

/** A site that the platform does not have. */
public final class UnknownSite extends UnknownPlace {
  static final RuleText TEXT = new RuleText("unknown-site", Severity.WARNING);

  public UnknownSite(Known known) {
    super(TEXT, Field.SITE, known.told().sites());
  }
}
