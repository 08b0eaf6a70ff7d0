package neatroster.core.check.rules.courses;

import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.model.Severity;
import neatroster.core.wanted.Memberships;

/** An instructor named by a course whom a row enrolls there as something else. */
public final class InstructorInOtherRole implements RosterRule {
  static final RuleText TEXT = new RuleText("instructor-in-other-role", Severity.WARNING);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    for (Memberships.InstructorElse one : view.wanted().memberships().instructorsInOtherRoles()) {
      findings.add(
          view.about(
              one,
              this,
              "is in the course in another role by",
              "counts. Correct the role there, or the instructors here."));
    }
  }
}
