package neatroster.core.check.rules.enrollments;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.state.Known;

/** Somebody who is in the course already. */
public final class AlreadyEnrolled extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "already-enrolled",
          Severity.NOTE,
          "A row enrolls somebody where the platform has them already, as far as exports and deliveries show.",
          "Nothing is wrong if you expected it.",
          "Nothing is to be done.",
          """
          (known)
          username | given name
          amorgan  | Ana

          (known)
          code  | title
          NAV-2 | Night

          (known)
          user    | course
          amorgan | NAV-2

          user    | course
          amorgan | NAV-2     ← is in it already
          """);

  private final Known known;

  public AlreadyEnrolled(Known known) {
    super(TEXT, Table.ENROLLMENTS);
    this.known = known;
  }

  @Override
  public void select(RowFilter on) {
    if (known.tells(Table.ENROLLMENTS)) {
      on.everyRow();
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.user.isFound() || !row.course.isFound() || known.users().isEmpty()) {
      return;
    }
    String username = row.resolved.people().username(row.user.number());
    String course = row.resolved.courses().code(row.course.number());
    if (!username.isEmpty() && known.memberships().has(username, course, row.text(Field.GROUP))) {
      findings.add(
          row.finding(
              this,
              row.firstColumn(Field.USER, Field.COURSE),
              username + " is in " + course + " already."));
    }
  }
}
