package neatroster.core.check.rules.enrollments;

import java.util.EnumSet;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.text.Quoted;

/** A course that is in no list. */
public final class UnknownCourse implements RowRule {
  public static final RuleText TEXT = new RuleText("unknown-course", Severity.ERROR);

  @Override
  public Set<String> explainedBy() {
    return Set.of(FillDownSlip.TEXT.name());
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return EnumSet.of(Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  @Override
  public void select(RowFilter on) {
    // Doubts and what cannot be found are seen by every rule.
    if (on.sheet().table() == Table.COURSES) {
      on.filled(Field.COPY_OF);
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.table() == Table.COURSES) {
      copied(row, findings);
      return;
    }
    if (!row.has(Field.COURSE)) {
      return;
    }
    if (row.course.isNone()) {
      findings.add(unknown(row));
    } else if (row.course.isAmbiguous()) {
      findings.add(
          row.finding(
              this,
              Field.COURSE,
              "More than one course has the title "
                  + Quoted.value(row.shown(Field.COURSE))
                  + ". Use the code."));
    }
  }

  private Finding.Builder unknown(CheckedRow row) {
    String course = row.text(Field.COURSE);
    return row.unknown(
        this,
        Field.COURSE,
        "There is no course " + Quoted.value(course) + ".",
        row.suggestions.courses(row.resolved, course));
  }

  /** The course that another is to be a copy of. */
  private void copied(CheckedRow row, Findings findings) {
    if (!row.has(Field.COPY_OF)) {
      return;
    }
    String named = row.text(Field.COPY_OF);
    Link course = row.resolved.courses().find(row.row.code(Field.COPY_OF));
    if (course.isNone()) {
      findings.add(
          row.unknown(
              this,
              Field.COPY_OF,
              "There is no course " + Quoted.value(named) + " to copy.",
              row.suggestions.courses(row.resolved, named).stream()
                  .filter(near -> !near.equals(row.text(Field.CODE)))
                  .toList()));
    } else if (course.isFound() && row.course.isFound() && course.number() == row.course.number()) {
      findings.add(
          row.finding(
              this,
              Field.COPY_OF,
              Quoted.value(named) + " is the course itself. Name the course that it copies."));
    }
  }
}
