package neatroster.core.check.rules.enrollments;

import java.util.LinkedHashSet;
import java.util.Set;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.settings.Settings;
import neatroster.core.wanted.Membership;
import neatroster.core.wanted.Memberships;

/** Rows about who or what is to be removed. */
public final class RemovedStillNamed implements RosterRule {
  static final RuleText TEXT = new RuleText("removed-still-named", Severity.NOTE);

  private final Settings settings;

  public RemovedStillNamed(Settings settings) {
    this.settings = settings;
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    if (view.wanted().removed().isNothing()
        || (!settings.policy().removeUsers() && !settings.policy().removeCourses())) {
      return;
    }
    Set<Integer> lines = new LinkedHashSet<>();
    view.wanted()
        .memberships()
        .each(
            new Memberships.Receiver() {
              @Override
              public void membership(Membership membership) {
                // It is delivered.
              }

              @Override
              public void ofRemoved(int line) {
                lines.add(line);
              }
            });
    if (!lines.isEmpty()) {
      int first = lines.iterator().next();
      RosterRow row = view.resolved().rows().row(first);
      Field field = row.has(Field.COURSE) ? Field.COURSE : Field.USER;
      findings.add(
          view.about(
              first,
              field,
              row.cell(field).cleaned(),
              this,
              (lines.size() == 1 ? "This row is" : lines.size() + " rows, from this one on, are")
                  + " about who or what is to be removed, and left out."));
    }
  }
}
