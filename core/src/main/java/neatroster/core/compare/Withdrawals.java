package neatroster.core.compare;

import java.util.EnumMap;
import java.util.Map;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.roster.Held;

/** Takes people out of courses where the platform has them, nobody twice. */
final class Withdrawals {
  private Withdrawals() {}

  /** Ends an enrollment, unless it was. */
  static void of(Scope scope, int seat, String why, Place place) {
    if (scope.asked.withdrawn().get(seat)) {
      return;
    }
    scope.asked.withdrawn().set(seat);
    Held held = scope.held;
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.put(Field.USER, scope.asked.nowCalled(held.username(seat)));
    Scope.put(values, Field.COURSE, held.courseOf(seat));
    Scope.put(values, Field.GROUP, held.groupOf(seat));
    Scope.put(values, Field.ROLE, held.roleOf(seat));
    Map<Field, String> before = new EnumMap<>(Field.class);
    Scope.put(before, Field.ROLE, held.roleOf(seat));
    Scope.put(before, Field.STARTS, held.dateOf(seat, Field.STARTS));
    Scope.put(before, Field.ENDS, held.dateOf(seat, Field.ENDS));
    scope.receiver.change(
        new PlannedChange(Phase.WITHDRAWALS, Change.WITHDRAW, values)
            .from(before)
            .because(why, place));
  }

  /** Says who loses their places because they, or the course, are removed. */
  static void ofRemoved(Scope scope) {
    if (scope.asked.removedUsers().isEmpty() && scope.asked.removedCourses().isEmpty()) {
      return;
    }
    scope.held.eachEnrollment(
        seat -> {
          String user = scope.held.username(seat);
          String course = scope.held.courseOf(seat);
          if (scope.asked.removedUsers().containsKey(user)) {
            of(scope, seat, "the user is removed", scope.asked.removedUsers().get(user));
          } else if (scope.asked.removedCourses().containsKey(course)) {
            of(scope, seat, "the course is removed", scope.asked.removedCourses().get(course));
          }
        });
  }
}
