package neatroster.core.check.rules.courses;

import java.util.List;
import java.util.Map;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.text.Quoted;

/** Groups that are made because somebody is in them. */
public final class MadeGroup implements RosterRule {
  static final RuleText TEXT = new RuleText("made-group", Severity.NOTE);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    ResolvedRoster resolved = view.resolved();
    List<Map.Entry<Integer, Integer>> made = List.copyOf(view.wanted().madeGroups().entrySet());
    if (!made.isEmpty()) {
      String name = resolved.groups().name(made.get(0).getKey());
      findings.add(
          view.about(
              made.get(0).getValue(),
              Field.GROUP,
              name,
              this,
              (made.size() == 1
                      ? "A group that no list has is made: "
                      : made.size() + " groups that no list has are made; the first is ")
                  + Quoted.value(name)
                  + "."));
    }
  }
}
