package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A number that is none. */
public final class BadNumber extends ValueRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-number",
          Severity.ERROR,
          "A cell that should hold a whole number holds something else.",
          "The platform refuses the row, or takes the class for one without a limit.",
          "Type digits alone, or leave the cell blank.",
          """
          code  | title   | capacity
          NAV-1 | Coastal | 24
          NAV-2 | Night   | twenty     ← 20
          """);

  public BadNumber() {
    super(TEXT, List.of(Field.CAPACITY), Table.COURSES, Table.GROUPS);
  }
}
