package neatroster.core.check.rules.enrollments;

import java.util.BitSet;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;

/** A class in which everybody teaches and nobody learns. */
public final class ClassOfInstructors implements RosterRule {
  @Override
  public RuleText text() {
    return UnlikelyRole.TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    BitSet odd = new BitSet();
    int taught = 0;
    int learned = 0;
    for (int course = 0; course < view.resolved().courses().count(); course++) {
      if (view.counts().isOfInstructors(course)) {
        odd.set(course);
      }
      taught += view.counts().instructors(course) > 0 ? 1 : 0;
      learned += view.counts().learners(course) > 0 ? 1 : 0;
    }
    if (odd.isEmpty() || learned * 2 < taught) {
      // Where few classes have learners the sheets are about the instructors.
      return;
    }
    for (SheetReading sheet : view.resolved().rows().sheets()) {
      if (sheet.table() == Table.ENROLLMENTS && !sheet.enrolls()) {
        firstOfEach(odd, new SheetView(view.resolved(), sheet, view.counts()), findings);
      }
    }
  }

  private void firstOfEach(BitSet odd, SheetView sheet, Findings findings) {
    for (int position = 0; position < sheet.rows() && !odd.isEmpty(); position++) {
      Link course = sheet.links().course(position);
      if (course.isFound() && odd.get(course.number()) && !sheet.isMisaligned(position)) {
        odd.clear(course.number());
        findings.add(
            sheet.finding(
                position,
                sheet.has(Field.ROLE) ? Field.ROLE : Field.COURSE,
                this,
                "All "
                    + sheet.counts().instructors(course.number())
                    + " people of "
                    + sheet.roster().courses().code(course.number())
                    + " are instructors, from this row on."));
      }
    }
  }
}
