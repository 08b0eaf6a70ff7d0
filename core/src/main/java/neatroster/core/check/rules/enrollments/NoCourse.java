package neatroster.core.check.rules.enrollments;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TableRule;
import neatroster.core.check.Wakes;
import neatroster.core.intake.Column;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A group or a role of a course that nobody names, or a row of a grid that marks none. */
public final class NoCourse extends TableRule implements ColumnRule {
  static final RuleText TEXT =
      new RuleText(
          "no-course",
          Severity.WARNING,
          "A row of people says a group, or a role in a numbered column, and names no course for it; or a row of a list of enrollments marks none of the list’s courses.",
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
  public void check(SheetView sheet, Findings findings) {
    if (sheet.table() != Table.ENROLLMENTS || !sheet.reading().enrolls()) {
      return;
    }
    for (int position = 0; position < sheet.rows(); position++) {
      if (!sheet.isTorn(position)) {
        int[] count = {0};
        RosterRow row = sheet.row(position);
        sheet.reading().enrollmentsOf(row, enrollment -> count[0]++);
        if (count[0] == 0) {
          findings.add(
              Finding.about(
                      row, Field.USER, this, "Nobody is enrolled by the row: it marks no course.")
                  .asNote());
        }
      }
    }
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
