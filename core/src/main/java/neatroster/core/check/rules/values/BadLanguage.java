package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A language that is no tag of one. */
public final class BadLanguage extends ValueRule {
  static final RuleText TEXT = new RuleText("bad-language", Severity.ERROR);

  public BadLanguage() {
    super(TEXT, List.of(Field.LANGUAGE), Table.USERS, Table.COURSES);
  }
}
