package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A role that has no meaning here. */
public final class UnknownRole extends ValueRule {
  static final RuleText TEXT = new RuleText("unknown-role", Severity.ERROR);

  public UnknownRole() {
    super(TEXT, List.of(Field.ROLE), Table.USERS, Table.ENROLLMENTS);
  }
}
