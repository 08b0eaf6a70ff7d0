package neatroster.core.check;

import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Settings;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A role that has no meaning here. */
final class UnknownRole implements RowRule {
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

  private final RoleWords roles;

  UnknownRole(Settings settings) {
    roles = settings.roles();
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return EnumSet.of(Table.USERS, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.ROLE);
    if (!cell.isEmpty() && !cell.isBlank() && roles.number(cell) == RoleWords.NONE) {
      findings.add(
          row.unknown(
              this,
              Field.ROLE,
              Quoted.value(row.text(Field.ROLE))
                  + " is not a role. Roles: "
                  + String.join(", ", roles.roles())
                  + ".",
              Nearest.word(row.text(Field.ROLE).toLowerCase(Locale.ROOT), roles.words()).stream()
                  .toList()));
    }
  }
}
