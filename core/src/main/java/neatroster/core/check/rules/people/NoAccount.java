package neatroster.core.check.rules.people;

import neatroster.core.check.Finding;
import neatroster.core.check.NoticeRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.model.Severity;

/** Somebody to whom no account can be given; {@code issue} finds it when it comes to making one. */
public final class NoAccount implements NoticeRule {
  static final RuleText TEXT = new RuleText("no-account", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** The finding for a row. */
  public static Finding of(Place place, String why) {
    return new Finding.Builder(new NoAccount(), place, why).build(TEXT.severity());
  }
}
