package neatroster.core.check.rules.enrollments;

import java.util.BitSet;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TableRule;
import neatroster.core.intake.Column;
import neatroster.core.intake.EnrollmentForm;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A group or a role of a course that nobody names, or a row of a grid that marks none. */
public final class NoCourse extends TableRule implements ColumnRule {
  static final RuleText TEXT = new RuleText("no-course", Severity.WARNING);

  /** Of fewer rows nothing can be said. */
  private static final int FEWEST = 5;

  public NoCourse() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    boolean people = sheet.table() == Table.USERS;
    if (!sheet.reading().enrolls() || !(people || sheet.table() == Table.ENROLLMENTS)) {
      return;
    }
    BitSet none = new BitSet();
    for (int position = 0; position < sheet.rows(); position++) {
      none.set(position, !sheet.isMisaligned(position) && enrollsNobody(sheet, position));
    }
    // Where many rows mark none, the sheet lists everybody.
    boolean few = none.cardinality() == 1 || none.cardinality() * 10 <= sheet.rows();
    if (people && (!few || sheet.rows() < FEWEST)) {
      return;
    }
    none.stream()
        .forEach(
            position -> {
              Finding.Builder finding =
                  Finding.about(
                      sheet.row(position),
                      people ? Field.COURSE : Field.USER,
                      this,
                      "Nobody is enrolled by the row: it marks no course.");
              findings.add(few && sheet.rows() >= FEWEST ? finding : finding.asNote());
            });
  }

  private static boolean enrollsNobody(SheetView sheet, int position) {
    if (sheet.table() == Table.USERS && sheet.reading().shape() == EnrollmentForm.ROWS) {
      return sheet.has(Field.COURSE) && sheet.text(position, Field.COURSE) == 0;
    }
    int[] count = {0};
    sheet.row(position).enrollments(enrollment -> count[0]++);
    return count[0] == 0;
  }

  @Override
  public void select(RowFilter on) {
    if (on.sheet().mayLackCourse()) {
      on.everyRow();
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Column column : row.row.withoutCourse()) {
      findings.add(
          row.finding(
              this,
              column.index(),
              Quoted.value(row.row.cellAt(column.index()).cleaned())
                  + " is said without a course; nobody is enrolled by it."));
    }
  }
}
