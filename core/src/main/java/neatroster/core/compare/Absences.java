package neatroster.core.compare;

import java.util.EnumMap;
import java.util.Map;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.roster.Held;
import neatroster.core.roster.Known;
import neatroster.core.roster.KnownUsers;
import neatroster.core.settings.Policy;

/** What the platform has and a sheet that covers it has not. */
final class Absences {
  private static final String ABSENT = "no longer in the sheets";

  private final Asked asked;
  private final Coverage coverage;
  private final Policy policy;
  private final Held held;
  private final KnownUsers accounts;
  private final ChangeReceiver receiver;

  Absences(Asked asked, Coverage coverage, Policy policy, Known known, ChangeReceiver receiver) {
    this.asked = asked;
    this.coverage = coverage;
    this.policy = policy;
    this.held = known.held();
    this.accounts = known.users();
    this.receiver = receiver;
  }

  /** What the platform has and a sheet that covers it has not. */
  void run() {
    Policy.Absent enrollments = policy.of(Table.ENROLLMENTS).absent();
    for (int seat = 0; seat < held.enrollments(); seat++) {
      String course = held.courseOf(seat);
      if (asked.enrollments().get(seat) || !coverage.coversEnrollmentsOf(course)) {
        continue;
      }
      Map<Field, String> values = new EnumMap<>(Field.class);
      values.put(Field.USER, held.username(seat));
      put(values, Field.COURSE, course);
      put(values, Field.GROUP, held.groupOf(seat));
      put(values, Field.ROLE, held.roleOf(seat));
      if (enrollments == Policy.Absent.WITHDRAW) {
        receiver.change(
            new PlannedChange(Phase.WITHDRAWALS, Change.WITHDRAW, values, Map.of())
                .because(ABSENT, null));
      } else {
        receiver.left(
            new LeftAsItIs(
                Table.ENROLLMENTS,
                held.username(seat) + " " + course,
                null,
                "enrolled",
                "",
                "policy: {enrollments: {absent: withdraw}}",
                null));
      }
    }
    if (coverage.coversUsers()) {
      held.eachUser(this::absentUser);
    }
    if (coverage.coversCourses()) {
      held.courses().stream()
          .filter(code -> !asked.courses().contains(code))
          .forEach(this::absentCourse);
    }
  }

  private void absentUser(int position) {
    KnownUser account = accounts.all().get(position);
    if (asked.accounts().get(position) || account.isGuardian() || account.isAnonymous()) {
      return;
    }
    Map<Field, String> key = new EnumMap<>(Field.class);
    put(key, Field.USERNAME, account.username());
    if (key.isEmpty()) {
      put(key, Field.EMAIL, account.anyEmail());
    }
    Policy.Absent absent = policy.of(Table.USERS).absent();
    // A removal names a username; without one nobody is taken away.
    boolean canRemove = !account.username().isEmpty();
    if (absent == Policy.Absent.REMOVE && canRemove) {
      receiver.change(
          new PlannedChange(Phase.REMOVALS, Change.REMOVE, key, Map.of()).because(ABSENT, null));
    } else if (absent == Policy.Absent.SUSPEND && !key.isEmpty()) {
      if (account.standing() != KnownUser.Standing.SUSPENDED) {
        receiver.change(
            new PlannedChange(
                Phase.USERS,
                Change.SUSPEND,
                suspended(key),
                Map.of(),
                Map.of(Field.STATUS, "active"),
                ABSENT,
                null));
      }
    } else {
      receiver.left(
          new LeftAsItIs(
              Table.USERS,
              account.reference(),
              null,
              "there",
              "",
              "policy: {users: {absent: suspend}}",
              null));
    }
  }

  private static Map<Field, String> suspended(Map<Field, String> key) {
    Map<Field, String> values = new EnumMap<>(key);
    values.put(Field.STATUS, "suspended");
    return values;
  }

  private void absentCourse(String code) {
    if (policy.of(Table.COURSES).absent() == Policy.Absent.REMOVE) {
      receiver.change(
          new PlannedChange(Phase.REMOVALS, Change.REMOVE, Map.of(Field.COURSE, code), Map.of())
              .because(ABSENT, null));
    } else {
      receiver.left(
          new LeftAsItIs(
              Table.COURSES, code, null, "there", "", "policy: {courses: {absent: remove}}", null));
    }
  }

  private static void put(Map<Field, String> values, Field field, String value) {
    if (!value.isEmpty()) {
      values.put(field, value);
    }
  }
}
