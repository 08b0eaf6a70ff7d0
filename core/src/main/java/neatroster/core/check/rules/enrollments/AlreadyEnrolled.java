package neatroster.core.check.rules.enrollments;

import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.check.Findings;
import neatroster.core.check.RosterRule;
import neatroster.core.check.RosterView;
import neatroster.core.check.RuleText;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.People;
import neatroster.core.state.Known;
import neatroster.core.state.KnownMemberships;

/** Somebody who is in the course already. */
public final class AlreadyEnrolled implements RosterRule {
  private static final int UNASKED = -2;
  private static final List<Field> COLUMNS = List.of(Field.USER, Field.COURSE);

  static final RuleText TEXT = new RuleText("already-enrolled", Severity.NOTE);

  private final Known known;

  public AlreadyEnrolled(Known known) {
    this.known = known;
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** One note for each list: where everybody is known, a note each would hide all others. */
  @Override
  public void check(RosterView view, Findings findings) {
    if (!known.tells(Table.ENROLLMENTS) || known.users().isEmpty()) {
      return;
    }
    KnownMemberships there = known.memberships();
    People people = view.resolved().people();
    int[] whos = new int[people.count()];
    Arrays.fill(whos, UNASKED);
    Map<Long, Integer> places = new HashMap<>();
    Map<SheetReading, int[]> firstAndCount = new LinkedHashMap<>();
    view.wanted()
        .memberships()
        .each(
            membership -> {
              int person = membership.person();
              int course = membership.course();
              if (person < 0 || course < 0 || membership.line() < 0) {
                return;
              }
              if (whos[person] == UNASKED) {
                whos[person] = there.who(people.username(person));
              }
              // Beside a group that is in no list, the course alone does not tell the place.
              int place =
                  membership.group() < 0 && !membership.groupName().isEmpty()
                      ? there.place(membership.courseCode(), membership.groupName())
                      : places.computeIfAbsent(
                          (long) course << 32 | (membership.group() & 0xffffffffL),
                          key -> there.place(membership.courseCode(), membership.groupName()));
              if (there.enrollment(whos[person], place) >= 0) {
                int[] sheet =
                    firstAndCount.computeIfAbsent(
                        view.resolved().rows().sheet(membership.line()),
                        key -> new int[] {membership.line(), 0, person, course});
                sheet[1]++;
              }
            });
    firstAndCount.forEach(
        (sheet, found) -> {
          String where =
              people.username(found[2]) + " in " + view.resolved().courses().code(found[3]);
          String message =
              found[1] == 1
                  ? "The platform has " + where + " already."
                  : "The platform has "
                      + found[1]
                      + " enrollments of this list already; the first is "
                      + where
                      + ".";
          findings.add(view.about(found[0], COLUMNS, this, message));
        });
  }
}
