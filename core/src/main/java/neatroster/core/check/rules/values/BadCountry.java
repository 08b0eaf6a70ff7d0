package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A country that is no code of one. */
public final class BadCountry extends ValueRule {
  static final RuleText TEXT = new RuleText("bad-country", Severity.ERROR);

  public BadCountry() {
    super(TEXT, List.of(Field.COUNTRY), Table.USERS);
  }
}
