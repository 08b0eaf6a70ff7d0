package neatroster.core.check.rules.enrollments;

import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.settings.Settings;

/** Somebody in more courses than anybody takes. */
public final class TooManyCourses implements RosterRule {
  static final RuleText TEXT = new RuleText("too-many-courses", Severity.WARNING);

  @Override
  public RuleText text() {
    return TEXT;
  }

  private final int most;

  public TooManyCourses(Settings settings) {
    most = settings.checks().mostCourses();
  }

  @Override
  public void check(RosterView view, Findings findings) {
    for (int user = 0; most > 0 && user < view.resolved().people().count(); user++) {
      int courses = view.counts().coursesOfUser(user);
      int line = view.resolved().people().firstLine(user);
      if (courses > most && line >= 0) {
        String name = view.resolved().people().username(user);
        findings.add(
            view.about(
                line,
                Field.USERNAME,
                name.isEmpty() ? null : name,
                this,
                (name.isEmpty() ? "This user" : name)
                    + " is in "
                    + courses
                    + " courses; "
                    + most
                    + " are the most."));
      }
    }
  }
}
