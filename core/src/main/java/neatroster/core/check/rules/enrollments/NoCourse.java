package neatroster.core.check.rules.enrollments;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.check.Wakes;
import neatroster.core.intake.Column;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A group or a role of a course that nobody names. */
public final class NoCourse extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "no-course",
          Severity.WARNING,
          "A row of people says a group, or a role in a numbered column, and names no course for it.",
          "Nobody is enrolled by it: the person stays out of the group.",
          "Fill in the course; where all of the sheet are in one course, say so: course: NAV-2 under sheets: in roster.yaml.",
          """
          given name | family name | group
          Ana        | Marlowe     | Port Watch     ← of which course?
          """);

  public NoCourse() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void wakes(Wakes on) {
    if (on.sheet().mayLackCourse()) {
      on.everyRow();
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Column column : row.row.reading().withoutCourse(row.row)) {
      findings.add(
          row.finding(
              this,
              column.index(),
              Quoted.value(row.row.cellAt(column.index()).cleaned())
                  + " is said without a course; nobody is enrolled by it."));
    }
  }
}
