package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A time zone that does not exist. */
public final class BadTimeZone extends ValueRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-time-zone",
          Severity.ERROR,
          "A time zone is not one of the IANA time zone database, such as Europe/Lisbon.",
          "Everything that is due is due at the wrong hour.",
          "Use the name of the zone: a continent, a slash and a city.",
          """
          given name | time zone
          Ana        | Europe/Lisbon
          Bo         | Lisbon     ← Europe/Lisbon
          """);

  public BadTimeZone() {
    super(TEXT, List.of(Field.TIME_ZONE), Table.USERS);
  }
}
