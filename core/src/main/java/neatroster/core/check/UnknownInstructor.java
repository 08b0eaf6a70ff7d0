package neatroster.core.check;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Cleaning;
import neatroster.core.text.Nearest;
import neatroster.core.text.Quoted;
import neatroster.core.value.Instructors;

/** An instructor who is in no list. */
final class UnknownInstructor extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "unknown-instructor",
          Severity.WARNING,
          "The column instructors of a course names a user whom no sheet holds and who has no account.",
          "The class opens without anybody to teach it.",
          "Correct the username, email address or id, or add the person to the users. Several are separated by semicolons.",
          """
          username | given name
          bfinch   | Bo
          mlund    | Mikkel

          code  | title | instructors
          NAV-1 | Coast | bfinch; mlnud     ← mlund?
          """);

  UnknownInstructor() {
    super(TEXT, Table.COURSES);
  }

  private static final int MOST_HELD = 50_000;

  private final List<Finding.Builder> held = new ArrayList<>();

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.INSTRUCTORS);
    if (!cell.isEmpty() && !cell.isBlank() && held.size() < MOST_HELD) {
      held.add(row.finding(this, Field.INSTRUCTORS, ""));
    }
  }

  @Override
  public void end(Ending ending, Findings findings) {
    for (Finding.Builder finding : held) {
      for (String name : Instructors.of(finding.value())) {
        if (ending.resolved().user(name).isNone()) {
          List<String> near = Nearest.among(name, ending.resolved().people().references());
          finding.saying("There is no user " + Quoted.value(name) + " to teach the course.");
          if (near.size() == 1) {
            finding.suggesting(Cleaning.clean(finding.value()).replace(name, near.get(0)));
          }
          findings.add(finding);
          break;
        }
      }
    }
    held.clear();
  }
}
