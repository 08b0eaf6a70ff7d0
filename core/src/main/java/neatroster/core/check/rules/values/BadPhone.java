package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A phone number that cannot be one. */
public final class BadPhone extends ValueRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-phone",
          Severity.WARNING,
          "A phone number that cannot be dialled: letters in it, too few or too many digits for its country (ITU-T E.164).",
          "Messages to it fail, and a wrong number may be somebody else’s.",
          "Write it with the country code: +44 20 7946 0123. Where numbers have none, say in roster.yaml which country is meant: phones: {region: GB}.",
          """
          given name | phone
          Ana        | +44 20 7946 0123
          Bo         | 012           ← too short for any country
          Cy         | +44 20 79     ← too short for Britain
          """);

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
