package neatroster.core.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Held;
import neatroster.core.settings.Policy;

/** Enrollments in courses where the platform has the person already: in what role and group. */
final class KnownEnrollments {
  private final Asked asked;
  private final Policy policy;
  private final Held held;
  private final String defaultRole;
  private final ChangeReceiver receiver;
  private final List<Regrouping> regroupings = new ArrayList<>();

  KnownEnrollments(
      Asked asked, Policy policy, Held held, String defaultRole, ChangeReceiver receiver) {
    this.asked = asked;
    this.policy = policy;
    this.held = held;
    this.defaultRole = defaultRole;
    this.receiver = receiver;
  }

  /** Somebody who is in a course already and is asked for in another group of it. */
  private record Regrouping(
      String user,
      String course,
      Map<Field, String> values,
      Map<String, String> own,
      Place place) {}

  /** Takes somebody who is asked for in a course where the platform has them elsewhere. */
  void inCourse(
      String user, String course, Map<Field, String> values, Map<String, String> own, Place place) {
    regroupings.add(new Regrouping(user, course, values, own, place));
  }

  /** Moves whoever is asked for in another group than the one that nobody asks for any more. */
  void settle() {
    for (Regrouping one : regroupings) {
      int from = -1;
      for (int seat : held.seats(one.user(), one.course())) {
        if (!asked.enrollments().get(seat)) {
          from = seat;
          break;
        }
      }
      if (from < 0) {
        receiver.change(
            new PlannedChange(Phase.ENROLLMENTS, Change.ENROLL, one.values(), one.own())
                .because(Comparison.NEW, one.place()));
        continue;
      }
      asked.enrollments().set(from);
      String group = one.values().get(Field.GROUP);
      if (policy.of(Table.ENROLLMENTS).known(Field.GROUP) == Policy.Known.OVERWRITE) {
        receiver.change(
            new PlannedChange(
                Phase.ENROLLMENTS,
                Change.REGROUP,
                one.values(),
                one.own(),
                Map.of(Field.GROUP, held.groupOf(from)),
                "the platform has it otherwise",
                one.place()));
      } else {
        receiver.left(
            new LeftAsItIs(
                Table.ENROLLMENTS,
                one.user() + " " + one.course(),
                Field.GROUP,
                held.groupOf(from),
                group,
                "policy: {enrollments: {known: overwrite}}",
                one.place()));
      }
    }
  }

  /** The role of an enrollment that the platform has. */
  void inPlace(RosterRow row, int seat, Map<Field, String> values) {
    asked.enrollments().set(seat);
    String to = row.text(Field.ROLE);
    String there = held.roleOf(seat);
    String from = there.isEmpty() ? defaultRole : there;
    if (to.isEmpty() || from.equals(to) || !held.tells(Table.ENROLLMENTS, Field.ROLE)) {
      return;
    }
    if (policy.of(Table.ENROLLMENTS).known(Field.ROLE) == Policy.Known.OVERWRITE) {
      receiver.change(
          new PlannedChange(
              Phase.ENROLLMENTS,
              Change.RE_ROLE,
              values,
              Map.of(),
              Map.of(Field.ROLE, from),
              "the platform has it otherwise",
              row.place()));
    } else {
      receiver.left(
          new LeftAsItIs(
              Table.ENROLLMENTS,
              values.getOrDefault(Field.USER, "") + " " + values.getOrDefault(Field.COURSE, ""),
              Field.ROLE,
              from,
              to,
              "policy: {enrollments: {known: overwrite}}",
              row.place()));
    }
  }
}
