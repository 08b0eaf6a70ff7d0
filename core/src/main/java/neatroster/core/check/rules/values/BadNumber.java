package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A number that is none. */
public final class BadNumber extends ValueRule {
  static final RuleText TEXT = new RuleText("bad-number", Severity.ERROR);

  public BadNumber() {
    super(TEXT, List.of(Field.CAPACITY), Table.COURSES, Table.GROUPS);
  }
}
