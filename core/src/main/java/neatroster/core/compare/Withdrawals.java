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
  static void of(ComparisonInput scope, int seat, String why, Place place) {
    if (scope.asked.withdrawn().get(seat)) {
      return;
    }
    scope.asked.withdrawn().set(seat);
    KnownMemberships memberships = scope.memberships;
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.put(Field.USER, scope.asked.nowCalled(memberships.username(seat)));
    ComparisonInput.put(values, Field.COURSE, memberships.courseOf(seat));
    ComparisonInput.put(values, Field.GROUP, memberships.groupOf(seat));
    ComparisonInput.put(values, Field.ROLE, memberships.roleOf(seat));
    Map<Field, String> before = new EnumMap<>(Field.class);
    ComparisonInput.put(before, Field.ROLE, memberships.roleOf(seat));
    ComparisonInput.put(before, Field.STARTS, memberships.dateOf(seat, Field.STARTS));
    ComparisonInput.put(before, Field.ENDS, memberships.dateOf(seat, Field.ENDS));
    scope.receiver.change(
        new PlannedChange(Phase.WITHDRAWALS, Change.WITHDRAW, values)
            .from(before)
            .because(why, place));
  }

  /** Says who loses their places because they, or the course, are removed. */
  static void ofRemoved(ComparisonInput scope) {
    if (scope.asked.removedUsers().isEmpty() && scope.asked.removedCourses().isEmpty()) {
      return;
    }
    scope.memberships.each(
        seat -> {
          String user = scope.memberships.username(seat);
          String course = scope.memberships.courseOf(seat);
          if (scope.asked.removedUsers().containsKey(user)) {
            of(scope, seat, "the user is removed", scope.asked.removedUsers().get(user));
          } else if (scope.asked.removedCourses().containsKey(course)) {
            of(scope, seat, "the course is removed", scope.asked.removedCourses().get(course));
          }
        });
  }
}
