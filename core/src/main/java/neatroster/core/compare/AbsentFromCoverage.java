package neatroster.core.compare;

import java.util.Arrays;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.settings.Policy;
import neatroster.core.state.KnownMemberships;

/** What the platform has and a sheet that covers it has not. */
final class AbsentFromCoverage {
  private static final String ABSENT = "no longer in the sheets";

  private final ComparisonInput scope;
  private final Coverage coverage;
  private final KnownMemberships memberships;

  AbsentFromCoverage(ComparisonInput scope, Coverage coverage) {
    this.scope = scope;
    this.coverage = coverage;
    this.memberships = scope.memberships;
  }

  void run() {
    memberships.each(this::enrollment);
    if (coverage.coversUsers()) {
      scope.known.eachUser(this::user);
    }
    if (coverage.coversCourses()) {
      scope.known.courses().keySet().stream()
          .filter(code -> !scope.asked.courses().contains(code))
          .forEach(this::course);
    }
  }

  private void enrollment(int seat) {
    if (scope.asked.enrollments().get(seat) || isGroupAsked(seat)) {
      return;
    }
    String course = memberships.courseOf(seat);
    boolean teaches = memberships.roleOf(seat).equals("instructor");
    if (!coverage.coversEnrollmentsOf(course)
        && !(teaches && coverage.coversInstructorsOf(course))) {
      return;
    }
    if (scope.policy.of(Table.ENROLLMENTS).absent() == Policy.Absent.WITHDRAW) {
      Withdrawals.of(scope, seat, ABSENT, null);
    } else {
      scope.left(
          Table.ENROLLMENTS,
          memberships.username(seat) + " " + course,
          "",
          "enrolled, no longer in the sheets",
          "",
          "policy: {enrollments: {absent: withdraw}}",
          null);
    }
  }

  /** Whether somebody is asked for in a group of the course, which is in the course, too. */
  private boolean isGroupAsked(int seat) {
    return memberships.isSaidByGroup(seat)
        && Arrays.stream(memberships.besides(seat)).anyMatch(scope.asked.enrollments()::get);
  }

  private void user(int position) {
    KnownUser account = scope.known.users().all().get(position);
    if (scope.asked.accounts().get(position) || account.isGuardian() || account.isAnonymous()) {
      return;
    }
    Map<Field, String> key = AccountKey.of(scope, position);
    // A removal names a username; without one nobody is taken away.
    boolean canRemove = key.containsKey(Field.USERNAME);
    Policy.Absent absent = scope.policy.of(Table.USERS).absent();
    if (absent == Policy.Absent.REMOVE && canRemove) {
      scope.asked.removeUser(scope.known.nameOnPlatform(position), null);
      scope.receiver.change(
          new PlannedChange(Phase.REMOVALS, Change.REMOVE, key)
              .from(
                  scope.known.user(position).map(there -> there.all(Phase.USERS)).orElse(Map.of()))
              .because(ABSENT, null));
    } else if (absent == Policy.Absent.SUSPEND && !key.isEmpty()) {
      if (account.standing() != KnownUser.Standing.SUSPENDED) {
        key.put(Field.STATUS, "suspended");
        scope.receiver.change(
            new PlannedChange(Phase.USERS, Change.SUSPEND, key)
                .from(Map.of(Field.STATUS, "active"))
                .because(ABSENT, null));
      }
    } else {
      scope.left(
          Table.USERS,
          account.reference(),
          "",
          "on the platform, no longer in the sheets",
          "",
          "policy: {users: {absent: suspend}}",
          null);
    }
  }

  private void course(String code) {
    if (scope.policy.of(Table.COURSES).absent() == Policy.Absent.REMOVE) {
      scope.asked.removeCourse(code, null);
      scope.receiver.change(
          new PlannedChange(Phase.REMOVALS, Change.REMOVE, Map.of(Field.COURSE, code))
              .from(
                  scope.known.course(code).map(there -> there.all(Phase.COURSES)).orElse(Map.of()))
              .because(ABSENT, null));
    } else {
      scope.left(
          Table.COURSES,
          code,
          "",
          "on the platform, no longer in the sheets",
          "",
          "policy: {courses: {absent: remove}}",
          null);
    }
  }
}
