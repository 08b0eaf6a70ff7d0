package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A role that has no meaning here. */
public final class UnknownRole extends ValueRule {
  static final RuleText TEXT =
      new RuleText(
          "unknown-role",
          Severity.ERROR,
          "A role that is none of learner, instructor, assistant, observer and manager, and no word that roster.yaml gives for one of them.",
          "Guessing could give a child the rights of a teacher.",
          "Use one of the known words, or add yours in roster.yaml under roles.",
          """
          username | given name | role
          amorgan  | Ana        | learner
          bfinch   | Bo         | lerner     ← learner?
          """);

  public UnknownRole() {
    super(TEXT, List.of(Field.ROLE), Table.USERS, Table.ENROLLMENTS);
  }
}
