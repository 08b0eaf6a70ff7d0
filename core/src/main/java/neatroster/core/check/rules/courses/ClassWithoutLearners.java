package neatroster.core.check.rules.courses;

import neatroster.core.check.Findings;
import neatroster.core.check.RosterCounts;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;

/** A class that nobody attends. */
public final class ClassWithoutLearners implements RosterRule {
  static final RuleText TEXT = new RuleText("class-without-learners", Severity.NOTE);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    if (!view.counts().mostHaveLearners()) {
      // The sheets are about a few classes only.
      return;
    }
    for (int course = 0; course < view.resolved().courses().count(); course++) {
      int line = view.resolved().courses().line(course);
      RosterCounts counts = view.counts();
      if (line >= 0
          && counts.isOpen(course)
          && !counts.isUnclear(course)
          && counts.learners(course) == 0
          && !counts.isOfInstructors(course)) {
        String code = view.resolved().courses().code(course);
        findings.add(
            view.about(
                line, Field.CODE, code, this, "Nobody is enrolled in " + code + " as a learner."));
      }
    }
  }
}
