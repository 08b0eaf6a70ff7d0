package neatroster.core.check.rules.courses;

import java.util.List;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.FieldRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;
import neatroster.core.value.Instructors;

/** An instructor who is in no list. */
public final class UnknownInstructor extends FieldRule {
  static final RuleText TEXT = new RuleText("unknown-instructor", Severity.WARNING);

  public UnknownInstructor() {
    super(TEXT, List.of(Field.INSTRUCTORS), Table.COURSES);
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    for (String name : Instructors.of(cell.toString())) {
      if (row.resolved.user(name).isNone()) {
        List<String> near = row.suggestions.users(row.resolved, name);
        if (near.isEmpty() && name.indexOf(' ') > 0) {
          near = row.suggestions.names(row.resolved, name);
        }
        Finding.Builder finding =
            row.finding(
                this,
                Field.INSTRUCTORS,
                "There is no user " + Quoted.value(name) + " to teach the course.");
        if (near.size() == 1) {
          finding.suggesting(row.shown(Field.INSTRUCTORS).replace(name, near.get(0)));
        }
        findings.add(finding);
        return;
      }
      if (row.resolved.user(name).isAmbiguous()) {
        findings.add(
            row.finding(
                this,
                Field.INSTRUCTORS,
                Quoted.value(name)
                    + " could be several people, so nobody teaches by it. Write the id, username or"
                    + " email address of the one who is meant."));
      }
    }
  }
}
