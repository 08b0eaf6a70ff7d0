package neatroster.core.check.rules.people;

import java.util.EnumSet;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;

/** A removal that the settings refuse. */
public final class RemovalRefused implements RowRule {
  static final RuleText TEXT = new RuleText("removal-refused", Severity.ERROR);

  private final boolean users;
  private final boolean courses;

  public RemovalRefused(Settings settings) {
    users = settings.policy().removeUsers();
    courses = settings.policy().removeCourses();
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return EnumSet.of(Table.USERS, Table.COURSES, Table.GROUPS);
  }

  @Override
  public void select(RowFilter on) {
    on.text(Field.STATUS, cell -> on.sheet().judged(Field.STATUS, cell).text().equals("removed"));
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    boolean carriedOut = row.table() == Table.USERS ? users : courses;
    if (!carriedOut
        && row.has(Field.STATUS)
        && row.text(Field.STATUS).equalsIgnoreCase("removed")) {
      String key = row.table() == Table.USERS ? "users" : "courses";
      findings.add(
          row.finding(
              this,
              Field.STATUS,
              "The settings refuse removals. If it is meant, say policy: {"
                  + key
                  + ": {removed: carry-out}} in roster.yaml; else clear the cell."));
    }
  }
}
