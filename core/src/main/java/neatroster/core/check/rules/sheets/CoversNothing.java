package neatroster.core.check.rules.sheets;

import java.util.Optional;
import java.util.TreeSet;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;

/** A sheet that is said to cover a course which there is not. */
public final class CoversNothing implements RosterRule {
  private static final String COURSE = "course ";

  static final RuleText TEXT = new RuleText("covers-nothing", Severity.WARNING);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    ResolvedRoster resolved = view.resolved();
    if (resolved.courses().count() == 0) {
      return;
    }
    for (SheetReading sheet : resolved.rows().sheets()) {
      Optional<String> covers = sheet.covers();
      if (covers.filter(text -> text.startsWith(COURSE)).isEmpty()) {
        continue;
      }
      String named = covers.get().substring(COURSE.length()).strip();
      if (!resolved.courses().find(named).isFound()) {
        TreeSet<String> codes = new TreeSet<>();
        for (int course = 0; course < resolved.courses().count(); course++) {
          codes.add(resolved.courses().code(course));
        }
        findings.add(
            new Finding.Builder(
                this,
                new Place(sheet.name(), 0),
                "The sheet covers the course "
                    + Quoted.value(named)
                    + " by roster.yaml, and there is no such course."
                    + Nearest.word(named, codes)
                        .map(near -> " Is " + near + " meant?")
                        .orElse("")));
      }
    }
  }
}
