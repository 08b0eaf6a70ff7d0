package neatroster.core.check.rules.enrollments;

import java.time.LocalDate;
import java.util.Optional;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterCounts;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** An enrollment before or after its course. */
public final class EnrollmentOutsideCourse extends TableRule {
  static final RuleText TEXT = new RuleText("enrollment-outside-course", Severity.WARNING);

  private static final Field[] FIELDS = {Field.STARTS, Field.ENDS};

  public EnrollmentOutsideCourse() {
    super(TEXT, Table.ENROLLMENTS);
  }

  @Override
  public void select(RowFilter on) {
    on.filled(FIELDS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.course.isFound() || (!row.has(Field.STARTS) && !row.has(Field.ENDS))) {
      return;
    }
    int starts = row.counts.starts(row.course.number());
    int ends = row.counts.ends(row.course.number());
    for (Field field : FIELDS) {
      Optional<LocalDate> day = row.has(field) ? row.row.date(field) : Optional.empty();
      if (day.isEmpty()) {
        continue;
      }
      long at = day.get().toEpochDay();
      if (starts != RosterCounts.NONE && at < starts) {
        add(
            row,
            field,
            day.get() + " is before the course starts, " + LocalDate.ofEpochDay(starts),
            findings);
        return;
      }
      if (ends != RosterCounts.NONE && at > ends) {
        add(
            row,
            field,
            day.get() + " is after the course ends, " + LocalDate.ofEpochDay(ends),
            findings);
        return;
      }
    }
  }

  private void add(CheckedRow row, Field field, String what, Findings findings) {
    findings.add(row.finding(this, field, what + "."));
  }
}
