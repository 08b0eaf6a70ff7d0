package neatroster.core.check.rules.courses;

import neatroster.core.check.Ending;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterCounts;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;

/** More learners than places. */
public final class ClassOverCapacity implements RosterRule {
  static final RuleText TEXT =
      new RuleText(
          "class-over-capacity",
          Severity.ERROR,
          "A course has more learners than its capacity.",
          "The platform refuses the last ones, whoever they are.",
          "Raise the capacity, or move some to another class.",
          """
          code  | title   | capacity
          NAV-1 | Coastal | 2          ← three learners are enrolled
          NAV-2 | Night   | 2

          user    | course
          amorgan | NAV-1
          bfinch  | NAV-1
          mlund   | NAV-1
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(Ending ending, Findings findings) {
    for (int course = 0; course < ending.resolved().courses().count(); course++) {
      int line = ending.resolved().courses().line(course);
      RosterCounts counts = ending.counts();
      if (line >= 0
          && counts.courseCapacity(course) != RosterCounts.NONE
          && counts.learners(course) > counts.courseCapacity(course)) {
        String code = ending.resolved().courses().code(course);
        int learners = counts.learners(course);
        int throughGroups = counts.learnersThroughGroups(course);
        Finding.Builder finding =
            ending.about(
                line,
                Field.CAPACITY,
                String.valueOf(counts.courseCapacity(course)),
                this,
                code
                    + " has "
                    + counts.courseCapacity(course)
                    + " places, and "
                    + learners
                    + " learners are enrolled"
                    + (throughGroups > 0
                        ? ", " + throughGroups + " of them through a group."
                        : "."));
        boolean mayBeTwice =
            Math.max(throughGroups, learners - throughGroups) <= counts.courseCapacity(course);
        findings.add(throughGroups > 0 && mayBeTwice ? finding.asWarning() : finding);
      }
    }
  }
}
