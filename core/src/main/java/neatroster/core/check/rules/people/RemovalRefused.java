package neatroster.core.check.rules.people;

import java.util.List;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.FieldRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cell;

/** A removal that the settings refuse. */
public final class RemovalRefused extends FieldRule {
  static final RuleText TEXT = new RuleText("removal-refused", Severity.ERROR);

  private final boolean users;
  private final boolean courses;

  public RemovalRefused(Settings settings) {
    super(TEXT, List.of(Field.STATUS), Table.USERS, Table.COURSES, Table.GROUPS);
    users = settings.policy().removeUsers();
    courses = settings.policy().removeCourses();
  }

  @Override
  protected boolean matches(SheetReading sheet, Field field, Cell status) {
    return !(sheet.table() == Table.USERS ? users : courses)
        && sheet.judged(field, status).text().equals("removed");
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    String key = row.table() == Table.USERS ? "users" : "courses";
    findings.add(
        row.finding(
            this,
            field,
            "The settings refuse removals. If it is meant, say policy: {"
                + key
                + ": {removed: carry-out}} in roster.yaml; else clear the cell."));
  }
}
