package neatroster.core.check.rules.enrollments;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Ending;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.text.Quoted;
import neatroster.core.wanted.Memberships;

/** An instructor whom a course names, and who has left it by a row of enrollments. */
public final class InstructorHasLeft implements RosterRule {
  @Override
  public RuleText text() {
    return ConflictingStatus.TEXT;
  }

  @Override
  public void check(Ending ending, Findings findings) {
    for (Memberships.InstructorElse one : ending.wanted().memberships().instructorsWhoHaveLeft()) {
      Place place = ending.resolved().rows().place(one.rowLine());
      findings.add(
          ending
              .about(
                  one.courseLine(),
                  Field.INSTRUCTORS,
                  one.name(),
                  this,
                  Quoted.value(one.name())
                      + " has left the course by "
                      + CheckedRow.named(place, ending.resolved().rows().sheet(one.courseLine()))
                      + ", which holds. Delete that row, or the name here.")
              .with(place));
    }
  }
}
