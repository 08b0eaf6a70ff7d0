package neatroster.core.check.rules.values;

import neatroster.core.check.Finding;
import neatroster.core.check.NoticeRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.model.Severity;

/** A value that a layout has no room for; {@code pack} finds it before it writes anything. */
public final class DoesNotFit implements NoticeRule {
  static final RuleText TEXT = new RuleText("does-not-fit", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /**
   * The finding for a row.
   *
   * @param why what does not fit, in a sentence
   * @param value the value, or null where it is not to be shown
   */
  public static Finding of(Place place, String why, String value) {
    return new Finding.Builder(new DoesNotFit(), place, why).showing(value).build(TEXT.severity());
  }
}
