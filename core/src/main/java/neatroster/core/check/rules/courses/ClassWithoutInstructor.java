package neatroster.core.check.rules.courses;

import neatroster.core.check.Findings;
import neatroster.core.check.RosterCounts;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;

/** A class that nobody teaches. */
public final class ClassWithoutInstructor implements RosterRule {
  static final RuleText TEXT = new RuleText("class-without-instructor", Severity.WARNING);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    if (!view.counts().anyInstructor()) {
      // Where the sheets name none at all, they come from elsewhere.
      return;
    }
    for (int course = 0; course < view.resolved().courses().count(); course++) {
      int line = view.resolved().courses().line(course);
      RosterCounts counts = view.counts();
      if (line >= 0
          && counts.isOpen(course)
          && !counts.isUnclear(course)
          && counts.learners(course) > 0
          && counts.instructors(course) == 0
          && !counts.hasInstructors(course)) {
        String code = view.resolved().courses().code(course);
        findings.add(
            view.about(
                line,
                Field.CODE,
                code,
                this,
                code
                    + " has "
                    + counts.learners(course)
                    + (counts.learners(course) == 1 ? " learner" : " learners")
                    + " and no instructor."));
      }
    }
  }
}
