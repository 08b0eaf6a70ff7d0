package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A time zone that does not exist. */
public final class BadTimeZone extends ValueRule {
  static final RuleText TEXT = new RuleText("bad-time-zone", Severity.ERROR);

  public BadTimeZone() {
    super(TEXT, List.of(Field.TIME_ZONE), Table.USERS);
  }
}
