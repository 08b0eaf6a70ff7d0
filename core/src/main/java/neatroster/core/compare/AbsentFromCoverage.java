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

  private final ComparisonInput input;
  private final Coverage coverage;
  private final KnownMemberships memberships;

  AbsentFromCoverage(ComparisonInput input, Coverage coverage) {
    this.input = input;
    this.coverage = coverage;
    this.memberships = input.memberships;
  }

  void run() {
    memberships.each(this::enrollment);
    if (coverage.coversUsers()) {
      input.known.eachUser(this::user);
    }
    if (coverage.coversCourses()) {
      input.known.courses().keySet().stream()
          .filter(code -> !input.asked.courses().contains(code))
          .forEach(this::course);
    }
  }

  private void enrollment(int seat) {
    if (input.asked.enrollments().get(seat) || isGroupAsked(seat)) {
      return;
    }
    String course = memberships.courseOf(seat);
    boolean teaches = memberships.roleOf(seat).equals("instructor");
    if (!coverage.coversEnrollmentsOf(course)
        && !(teaches && coverage.coversInstructorsOf(course))) {
      return;
    }
    if (input.policy.of(Table.ENROLLMENTS).absent() == Policy.Absent.WITHDRAW) {
      Withdrawals.of(input, seat, ABSENT, null);
    } else {
      input.left(
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
        && Arrays.stream(memberships.besides(seat)).anyMatch(input.asked.enrollments()::get);
  }

  private void user(int position) {
    KnownUser account = input.known.users().all().get(position);
    if (input.asked.accounts().get(position) || account.isGuardian() || account.isAnonymous()) {
      return;
    }
    Map<Field, String> key = AccountKey.of(input, position);
    // A removal names a username; without one nobody is taken away.
    boolean canRemove = key.containsKey(Field.USERNAME);
    Policy.Absent absent = input.policy.of(Table.USERS).absent();
    if (absent == Policy.Absent.REMOVE && canRemove) {
      input.asked.removeUser(input.known.nameOnPlatform(position), null);
      input.receiver.change(
          new PlannedChange(Phase.REMOVALS, Change.REMOVE, key)
              .from(
                  input.known.user(position).map(there -> there.all(Phase.USERS)).orElse(Map.of()))
              .because(ABSENT, null));
    } else if (absent == Policy.Absent.SUSPEND && !key.isEmpty()) {
      if (account.standing() != KnownUser.Standing.SUSPENDED) {
        key.put(Field.STATUS, "suspended");
        input.receiver.change(
            new PlannedChange(Phase.USERS, Change.SUSPEND, key)
                .from(Map.of(Field.STATUS, "active"))
                .because(ABSENT, null));
      }
    } else {
      input.left(
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
    if (input.policy.of(Table.COURSES).absent() == Policy.Absent.REMOVE) {
      input.asked.removeCourse(code, null);
      input.receiver.change(
          new PlannedChange(Phase.REMOVALS, Change.REMOVE, Map.of(Field.COURSE, code))
              .from(
                  input.known.course(code).map(there -> there.all(Phase.COURSES)).orElse(Map.of()))
              .because(ABSENT, null));
    } else {
      input.left(
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
