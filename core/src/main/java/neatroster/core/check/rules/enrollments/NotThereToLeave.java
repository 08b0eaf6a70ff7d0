package neatroster.core.check.rules.enrollments;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.intake.EnrollmentForm;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.state.Known;
import neatroster.core.text.Quoted;

/** Somebody who is to move out of a course or group in which nothing has them. */
public final class NotThereToLeave implements RosterRule {
  static final RuleText TEXT = new RuleText("not-there-to-leave", Severity.WARNING);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(RosterView view, Findings findings) {
    Set<Integer> leaving = view.wanted().memberships().endingLines();
    ResolvedRoster resolved = view.resolved();
    Map<Integer, String> left = new HashMap<>();
    for (SheetReading sheet : resolved.rows().sheets()) {
      if (sheet.enrolls() && sheet.shape() == EnrollmentForm.MOVES) {
        resolved
            .rows()
            .enrollments(
                sheet,
                (row, line) -> {
                  boolean leaves = row.text(Field.STATUS).equals("ended");
                  if (leaves) {
                    left.put(line, place(resolved, row));
                  }
                  if (!leaves && (row.isNoMove() || place(resolved, row).equals(left.get(line)))) {
                    findings.add(
                        Finding.about(
                            row,
                            fieldOf(row),
                            this,
                            "The row moves somebody out of "
                                + Quoted.value(row.text(fieldOf(row)))
                                + " and into it. Correct one of the two."));
                  } else if (leaves
                      && !leaving.contains(line)
                      && isElsewhere(resolved, row, line)) {
                    findings.add(finding(row));
                  }
                });
      }
    }
  }

  /** Whether it is known who and what is meant, and the platform has them not there. */
  private static boolean isElsewhere(ResolvedRoster resolved, RosterRow row, int line) {
    Link person = resolved.user(row, line);
    Link course = resolved.course(row);
    if (!person.isFound() || !course.isFound() || !saysWho(resolved.rows().row(line))) {
      return false;
    }
    Known known = resolved.known();
    int account = resolved.people().account(person.number());
    return account < 0
        || known
                .memberships()
                .seats(known.nameOnPlatform(account), resolved.courses().code(course.number()))
                .length
            == 0;
  }

  /** Whether a row says who is meant; that it does not is said by another rule. */
  private static boolean saysWho(RosterRow row) {
    return row.reading().table() == Table.ENROLLMENTS
        || !Names.full(row).isEmpty()
        || row.has(Field.ID)
        || row.has(Field.USERNAME)
        || row.has(Field.EMAIL);
  }

  /** The course and the group that an enrollment is in. */
  private static String place(ResolvedRoster resolved, RosterRow row) {
    Link course = resolved.course(row);
    return (course.isFound() ? course.number() : row.text(Field.COURSE))
        + "\t"
        + row.text(Field.GROUP);
  }

  private static Field fieldOf(RosterRow row) {
    return row.has(Field.GROUP) ? Field.GROUP : Field.COURSE;
  }

  private Finding.Builder finding(RosterRow row) {
    Field field = fieldOf(row);
    return Finding.about(
        row,
        field,
        this,
        "Nobody has this person in "
            + Quoted.value(row.text(field))
            + ": no list, and not the platform. So there is nothing to leave.");
  }
}
