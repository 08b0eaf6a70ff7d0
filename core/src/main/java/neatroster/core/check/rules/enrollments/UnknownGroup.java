package neatroster.core.check.rules.enrollments;

import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.text.Quoted;

/** A group that its course does not have. */
public final class UnknownGroup implements RowRule {
  public static final RuleText TEXT = new RuleText("unknown-group", Severity.ERROR);

  @Override
  public Set<String> explainedBy() {
    return Set.of(FillDownSlip.TEXT.name());
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return Set.of(Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.has(Field.GROUP) && row.group.isNone()) {
      findings.add(unknown(row, Field.GROUP));
    }
    if (row.has(Field.MEMBERS_OF) && row.membersOf.isNone()) {
      findings.add(unknown(row, Field.MEMBERS_OF));
    }
  }

  private Finding.Builder unknown(CheckedRow row, Field field) {
    Link course = field == Field.MEMBERS_OF ? Link.BLANK : row.course;
    String group = row.text(field);
    String message;
    if (course.isFound()) {
      message =
          row.resolved.courses().code(course.number())
              + " has no group "
              + Quoted.value(group)
              + ".";
      if (row.resolved.groups().find(Link.BLANK, group).isFound()) {
        message +=
            " There is a cross-course group of that name: leave the course blank on a row of its"
                + " own to put somebody into it.";
      }
    } else {
      message = "There is no cross-course group " + Quoted.value(group) + ".";
    }
    return row.unknown(this, field, message, row.suggestions.groups(row.resolved, course, group));
  }
}
