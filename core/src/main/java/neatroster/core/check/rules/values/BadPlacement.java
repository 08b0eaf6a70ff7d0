package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A path with gaps in it. */
public final class BadPlacement extends ValueRule {
  static final RuleText TEXT = new RuleText("bad-placement", Severity.ERROR);

  public BadPlacement() {
    super(TEXT, List.of(Field.SITE, Field.CATEGORY), Table.USERS, Table.COURSES);
  }
}
