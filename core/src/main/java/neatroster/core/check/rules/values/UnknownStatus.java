package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A status that has no meaning here. */
public final class UnknownStatus extends ValueRule {
  static final RuleText TEXT =
      new RuleText(
          "unknown-status",
          Severity.ERROR,
          "A status that is not one of the words for this table: active, suspended, removed for users; open, closed, removed for courses; open, removed for groups; active, ended for enrollments.",
          "Somebody who should be suspended stays in, or the other way round.",
          "Use one of those words, or leave the cell blank for the first of them.",
          """
          username | given name | status
          amorgan  | Ana        | active
          bfinch   | Bo         | suspnded     ← suspended?
          """);

  public UnknownStatus() {
    super(TEXT, List.of(Field.STATUS), Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }
}
