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
  static final RuleText TEXT =
      new RuleText(
          "class-without-instructor",
          Severity.WARNING,
          "A course that is to be open has learners and no instructor, while other courses in the sheets have theirs.",
          "The learners find a class that nobody has prepared.",
          "Enroll an instructor, fill the column instructors, or close the course.",
          """
          code  | title
          NAV-1 | Coastal
          NAV-2 | Night     ← who teaches it?

          user    | course | role
          amorgan | NAV-1  | instructor
          bfinch  | NAV-1  | learner
          bfinch  | NAV-2  | learner
          """);

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
