package neatroster.core.compare;

import java.util.EnumMap;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.state.KnownMemberships;

/** Takes people out of courses where the platform has them, nobody twice. */
final class Withdrawals {
  private Withdrawals() {}

  /** Ends an enrollment, unless it was. */
  static void of(ComparisonInput input, int seat, String why, Place place) {
    if (input.asked.withdrawn().get(seat)) {
      return;
    }
    input.asked.withdrawn().set(seat);
    KnownMemberships memberships = input.memberships;
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.put(Field.USER, input.asked.nowCalled(memberships.username(seat)));
    ComparisonInput.put(values, Field.COURSE, memberships.courseOf(seat));
    ComparisonInput.put(values, Field.GROUP, memberships.groupOf(seat));
    ComparisonInput.put(values, Field.ROLE, memberships.roleOf(seat));
    Map<Field, String> before = new EnumMap<>(Field.class);
    ComparisonInput.put(before, Field.ROLE, memberships.roleOf(seat));
    ComparisonInput.put(before, Field.STARTS, memberships.dateOf(seat, Field.STARTS));
    ComparisonInput.put(before, Field.ENDS, memberships.dateOf(seat, Field.ENDS));
    input.receiver.change(
        new PlannedChange(Phase.WITHDRAWALS, Change.WITHDRAW, values)
            .from(before)
            .because(why, place));
  }

  /** Says who loses their places because they, or the course, are removed. */
  static void ofRemoved(ComparisonInput input) {
    if (input.asked.removedUsers().isEmpty() && input.asked.removedCourses().isEmpty()) {
      return;
    }
    input.memberships.each(
        seat -> {
          String user = input.memberships.username(seat);
          String course = input.memberships.courseOf(seat);
          if (input.asked.removedUsers().containsKey(user)) {
            of(input, seat, "the user is removed", input.asked.removedUsers().get(user));
          } else if (input.asked.removedCourses().containsKey(course)) {
            of(input, seat, "the course is removed", input.asked.removedCourses().get(course));
          }
        });
  }
}
