package neatroster.core.check.rules.courses;

import neatroster.core.check.Findings;
import neatroster.core.check.RosterCounts;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.text.Quoted;

/** More members than places. */
public final class GroupOverCapacity implements RosterRule {
  static final RuleText TEXT =
      new RuleText(
          "group-over-capacity",
          Severity.ERROR,
          "A group has more members than its capacity.",
          "The platform refuses the last ones, whoever they are.",
          "Raise the capacity, or move some to another group.",
          """
          code  | title
          NAV-2 | Night

          course | name       | capacity
          NAV-2  | Port Watch | 1         ← two people are in it

          user    | course | group
          amorgan | NAV-2  | Port Watch
          bfinch  | NAV-2  | Port Watch
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    for (int group = 0; group < view.resolved().groups().count(); group++) {
      int line = view.resolved().groups().line(group);
      int capacity = view.counts().groupCapacity(group);
      int members = view.counts().members(group);
      if (line >= 0 && capacity != RosterCounts.NONE && members > capacity) {
        findings.add(
            view.about(
                line,
                Field.CAPACITY,
                String.valueOf(capacity),
                this,
                Quoted.value(view.resolved().groups().name(group))
                    + " has "
                    + capacity
                    + " places, and "
                    + members
                    + " people are in it."));
      }
    }
  }
}
