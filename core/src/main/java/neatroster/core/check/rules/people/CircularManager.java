package neatroster.core.check.rules.people;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.People;
import neatroster.core.text.Quoted;

/** Somebody who looks after the own account, or people who look after each other in a circle. */
public final class CircularManager implements RosterRule {
  static final RuleText TEXT = new RuleText("circular-manager", Severity.WARNING);

  private static final int NOBODY = -1;

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    People people = view.resolved().people();
    int[] managers = new int[people.count()];
    int[] lines = new int[managers.length];
    Arrays.fill(managers, NOBODY);
    for (SheetReading sheet : view.resolved().rows().sheets()) {
      if (sheet.table() == Table.USERS && sheet.has(Field.MANAGER)) {
        note(new SheetView(view.resolved(), sheet, view.counts()), managers, lines);
      }
    }
    int[] seen = new int[managers.length];
    for (int person = 0; person < managers.length; person++) {
      List<Integer> circle = circle(person, managers, seen);
      if (!circle.isEmpty()) {
        say(circle, lines, view, findings);
      }
    }
  }

  private static void note(SheetView sheet, int[] managers, int[] lines) {
    for (int position = 0; position < sheet.rows(); position++) {
      if (sheet.text(position, Field.MANAGER) == 0 || sheet.isMisaligned(position)) {
        continue;
      }
      Link person = sheet.person(position);
      Link manager = sheet.roster().user(sheet.row(position).text(Field.MANAGER));
      if (person.isFound() && manager.isFound()) {
        managers[person.number()] = manager.number();
        lines[person.number()] = sheet.line(position);
      }
    }
  }

  /**
   * Those who are in a circle that begins to be followed at a person; nobody where there is none,
   * or it was found before.
   *
   * @param seen for each person by whom it was come to first, and one
   */
  private static List<Integer> circle(int start, int[] managers, int[] seen) {
    int person = start;
    while (person != NOBODY && seen[person] == 0) {
      seen[person] = start + 1;
      person = managers[person];
    }
    if (person == NOBODY || seen[person] != start + 1) {
      return List.of();
    }
    List<Integer> circle = new ArrayList<>();
    int first = person;
    do {
      circle.add(person);
      person = managers[person];
    } while (person != first);
    return circle;
  }

  private void say(List<Integer> circle, int[] lines, RosterView view, Findings findings) {
    int first = circle.stream().min((a, b) -> Integer.compare(lines[a], lines[b])).orElseThrow();
    String value = view.resolved().rows().row(lines[first]).cell(Field.MANAGER).cleaned();
    Finding.Builder finding =
        view.about(
            lines[first],
            Field.MANAGER,
            value,
            this,
            circle.size() == 1
                ? Quoted.value(value) + " is the person’s own account."
                : circle.size()
                    + " people look after each other in a circle, this one among them.");
    circle.stream()
        .filter(person -> person != first)
        .forEach(person -> finding.with(view.resolved().rows().place(lines[person])));
    findings.add(finding);
  }
}
