package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A status that has no meaning here. */
public final class UnknownStatus extends ValueRule {
  static final RuleText TEXT = new RuleText("unknown-status", Severity.ERROR);

  public UnknownStatus() {
    super(TEXT, List.of(Field.STATUS), Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }
}
