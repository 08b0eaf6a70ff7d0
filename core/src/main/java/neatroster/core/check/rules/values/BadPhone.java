package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A phone number that cannot be one. */
public final class BadPhone extends ValueRule {
  static final RuleText TEXT = new RuleText("bad-phone", Severity.WARNING);

  public BadPhone() {
    super(TEXT, List.of(Field.PHONE), Table.USERS);
  }

  @Override
  public void select(RowFilter on) {
    if (on.sheet().has(Field.COUNTRY)) {
      // A number that is none elsewhere may be one of the row's country, and the other way round.
      on.filled(Field.PHONE);
    } else {
      super.select(on);
    }
  }
}
