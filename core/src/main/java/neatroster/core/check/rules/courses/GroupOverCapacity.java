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
  static final RuleText TEXT = new RuleText("group-over-capacity", Severity.ERROR);

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
