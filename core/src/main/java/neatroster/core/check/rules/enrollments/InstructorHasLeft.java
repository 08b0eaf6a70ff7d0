package neatroster.core.check.rules.enrollments;

import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.wanted.Memberships;

/** An instructor whom a course names, and who has left it by a row of enrollments. */
public final class InstructorHasLeft implements RosterRule {
  @Override
  public RuleText text() {
    return ConflictingStatus.TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    for (Memberships.InstructorElse one : view.wanted().memberships().instructorsWhoHaveLeft()) {
      findings.add(
          view.about(
              one, this, "has left the course by", "holds. Delete that row, or the name here."));
    }
  }
}
