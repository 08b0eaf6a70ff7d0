package neatroster.core.compare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.Policy;
import neatroster.core.state.KnownMemberships;

/** Enrollments in courses where the platform has the person already: in what role and group. */
final class KnownEnrollments {
  private final ComparisonInput input;
  private final KnownMemberships memberships;
  private final Policy.OfTable policy;

  /** Who is in a course in other groups than are asked for, by who and course. */
  private final Map<List<String>, List<Wanted>> elsewhere = new LinkedHashMap<>();

  private final List<Wanted> inAnyGroup = new ArrayList<>();

  KnownEnrollments(ComparisonInput input) {
    this.input = input;
    this.memberships = input.memberships;
    this.policy = input.policy.of(Table.ENROLLMENTS);
  }

  /**
   * Somebody who is asked for in a course.
   *
   * @param user what the platform calls them when the users are delivered
   * @param heldAs what it calls them before
   * @param role the role that the row says, or empty
   * @param values the whole enrollment, as it would be made anew
   * @param own the school's own fields
   */
  record Wanted(
      String user,
      String heldAs,
      String course,
      String group,
      String role,
      Map<Field, String> values,
      Map<String, String> own,
      Place place) {}

  /** Takes somebody who is asked for in a course where the platform has them elsewhere. */
  void inCourse(Wanted wanted) {
    elsewhere
        .computeIfAbsent(List.of(wanted.heldAs(), wanted.course()), seat -> new ArrayList<>())
        .add(wanted);
  }

  /** Takes somebody who is asked for in a course, in whatever group. */
  void inAnyGroup(Wanted wanted) {
    inAnyGroup.add(wanted);
  }

  /** A place that the platform has somebody in and that no row has asked for, or -1. */
  private int unasked(Wanted wanted) {
    return Arrays.stream(memberships.seats(wanted.heldAs(), wanted.course()))
        .filter(seat -> !input.asked.enrollments().get(seat) && !memberships.isSaidByGroup(seat))
        .boxed()
        .min(Comparator.comparing(memberships::groupOf))
        .orElse(-1);
  }

  /** Moves whoever is asked for in another group than the one that nobody asks for any more. */
  void settle() {
    // By the names of the groups: the order of the rows says nothing of who goes where.
    for (Wanted wanted :
        elsewhere.values().stream()
            .flatMap(some -> some.stream().sorted(Comparator.comparing(Wanted::group)))
            .toList()) {
      int from = unasked(wanted);
      if (from < 0) {
        input.receiver.change(
            new PlannedChange(Phase.ENROLLMENTS, Change.ENROLL, wanted.values(), wanted.own())
                .because(PlannedChange.NEW, wanted.place()));
        continue;
      }
      input.asked.enrollments().set(from);
      String there = memberships.groupOf(from);
      // It was delivered so, and somebody moved them on the platform.
      boolean isElsewhere =
          !there.isEmpty() && memberships.isGone(wanted.heldAs(), wanted.course(), wanted.group());
      if (givesWay(wanted, Field.GROUP, there, wanted.group(), isElsewhere)) {
        Map<Field, String> values = new EnumMap<>(wanted.values());
        boolean isRoleTold = !memberships.roleOf(from).isEmpty() || wanted.role().isEmpty();
        values.put(Field.ROLE, isRoleTold ? roleOf(from) : wanted.role());
        values.remove(Field.STARTS);
        values.remove(Field.ENDS);
        change(wanted, Change.REGROUP, values, Map.of(Field.GROUP, there));
        rest(wanted, from, wanted.group());
      } else {
        rest(wanted, from, there);
      }
    }
    for (Wanted wanted : inAnyGroup) {
      // The row says nothing of groups: all that the platform has them in stay.
      for (int seat = unasked(wanted); seat >= 0; seat = unasked(wanted)) {
        input.asked.enrollments().set(seat);
        rest(wanted, seat, memberships.groupOf(seat));
      }
    }
  }

  /** Role and dates of an enrollment that the platform has. */
  void inPlace(Wanted wanted, int seat) {
    input.asked.enrollments().set(seat);
    rest(wanted, seat, wanted.group());
  }

  private String roleOf(int seat) {
    String role = memberships.roleOf(seat);
    return role.isEmpty() ? input.settings.defaultRole() : role;
  }

  private void rest(Wanted wanted, int seat, String group) {
    role(wanted, seat, group);
    dates(wanted, seat, group);
  }

  private void role(Wanted wanted, int seat, String group) {
    String to = wanted.role();
    String from = roleOf(seat);
    if (to.isEmpty() || from.equals(to) || memberships.told(seat, Field.ROLE).isEmpty()) {
      return;
    }
    boolean isElsewhere =
        memberships.delivered(seat, Field.ROLE).filter(role -> !role.equals(from)).isPresent();
    if (givesWay(wanted, Field.ROLE, from, to, isElsewhere)) {
      Map<Field, String> values = new EnumMap<>(wanted.values());
      grouped(values, group);
      values.remove(Field.STARTS);
      values.remove(Field.ENDS);
      change(wanted, Change.RE_ROLE, values, Map.of(Field.ROLE, from));
    }
  }

  private void dates(Wanted wanted, int seat, String group) {
    if (!wanted.values().containsKey(Field.STARTS) && !wanted.values().containsKey(Field.ENDS)) {
      return;
    }
    Map<Field, String> to = new EnumMap<>(Field.class);
    Map<Field, String> before = new EnumMap<>(Field.class);
    for (Field field : List.of(Field.STARTS, Field.ENDS)) {
      String asked = wanted.values().getOrDefault(field, "");
      String from = memberships.dateOf(seat, field);
      if (asked.isEmpty()
          || asked.startsWith("+")
          || asked.equals(from)
          || memberships.told(seat, field).isEmpty()) {
        // A date that is counted from the day of enrolling says nothing of one that was.
        continue;
      }
      boolean isElsewhere =
          !from.isEmpty()
              && memberships.delivered(seat, field).filter(date -> !date.equals(from)).isPresent();
      if (givesWay(wanted, field, from, asked, isElsewhere)) {
        to.put(field, asked);
        before.put(field, from);
      }
    }
    if (!to.isEmpty()) {
      Map<Field, String> values = new EnumMap<>(wanted.values());
      grouped(values, group);
      values.remove(Field.STARTS);
      values.remove(Field.ENDS);
      if (policy.known(Field.ROLE) != Policy.Known.OVERWRITE) {
        values.put(Field.ROLE, roleOf(seat));
      }
      values.putAll(to);
      change(wanted, Change.CHANGE, values, before);
    }
  }

  private static void grouped(Map<Field, String> values, String group) {
    values.remove(Field.GROUP);
    ComparisonInput.put(values, Field.GROUP, group);
  }

  private void change(
      Wanted wanted, Change change, Map<Field, String> values, Map<Field, String> before) {
    input.receiver.change(
        new PlannedChange(Phase.ENROLLMENTS, change, values, wanted.own())
            .from(before)
            .because(PlannedChange.OTHERWISE, wanted.place()));
  }

  private boolean givesWay(
      Wanted wanted, Field field, String from, String to, boolean isElsewhere) {
    return input.givesWay(
        new ComparisonInput.Otherwise(
            Table.ENROLLMENTS,
            wanted.user() + " " + wanted.course(),
            field.label(),
            from,
            to,
            wanted.place()),
        policy.known(field),
        isElsewhere);
  }
}
