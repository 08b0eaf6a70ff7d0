package neatroster.core.check.rules.courses;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Ending;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.text.Quoted;
import neatroster.core.wanted.Memberships;

/** An instructor named by a course whom a row enrolls there as something else. */
public final class InstructorInOtherRole implements RosterRule {
  static final RuleText TEXT =
      new RuleText(
          "instructor-in-other-role",
          Severity.WARNING,
          "A course names somebody among its instructors, and a row enrolls the same user there in another role. The row counts.",
          "Nobody is in one course in two roles on most platforms: the class may be left without its instructor.",
          "Correct the role in the row, or the instructors of the course.",
          """
          code  | title | instructors
          NAV-2 | Night | amorgan     ← a learner in the list below

          user    | course | role
          amorgan | NAV-2  | learner
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(Ending ending, Findings findings) {
    for (Memberships.InstructorElse one : ending.wanted().memberships().instructorsInOtherRoles()) {
      Place place = ending.resolved().rows().place(one.rowLine());
      findings.add(
          ending
              .about(
                  one.courseLine(),
                  Field.INSTRUCTORS,
                  one.name(),
                  this,
                  Quoted.value(one.name())
                      + " is in the course in another role by "
                      + CheckedRow.named(place, ending.resolved().rows().sheet(one.courseLine()))
                      + ", which counts. Correct the role there, or the instructors here.")
              .with(place));
    }
  }
}
