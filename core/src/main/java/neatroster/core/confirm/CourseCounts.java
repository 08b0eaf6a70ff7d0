package neatroster.core.confirm;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import neatroster.core.compare.Change;
import neatroster.core.compare.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.roster.Held;

/**
 * How many people are in courses, by role: expected, by what was known and a run changes, and
 * there. Who is in several groups of a course is one person in it.
 */
public final class CourseCounts {
  private final Set<String> courses;

  /** For each course its people, and for each of them the groups there with the role in them. */
  private final Map<String, Map<String, Map<String, String>>> expected = new TreeMap<>();

  private final Map<String, Map<String, Map<String, String>>> there = new TreeMap<>();

  /** The courses as they are written, by their names in lower case. */
  private final Map<String, String> names = new HashMap<>();

  /**
   * A number of people.
   *
   * @param role the role, in words where there is none
   */
  public record Count(String course, String role, int expected, int there) {}

  /**
   * Counts.
   *
   * @param before what was known without the run
   * @param now what the platform holds now
   * @param courses the courses that are looked at, in lower case
   */
  public CourseCounts(Held before, Held now, Set<String> courses) {
    this.courses = Set.copyOf(courses);
    take(before, expected);
    take(now, there);
  }

  private void take(Held held, Map<String, Map<String, Map<String, String>>> into) {
    held.eachEnrollment(
        seat ->
            put(
                into,
                held.courseOf(seat),
                held.username(seat),
                held.groupOf(seat),
                held.roleOf(seat)));
  }

  private static String lower(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  private void put(
      Map<String, Map<String, Map<String, String>>> into,
      String course,
      String user,
      String group,
      String role) {
    String key = lower(course);
    if (!course.isEmpty() && courses.contains(key)) {
      names.putIfAbsent(key, course);
      into.computeIfAbsent(key, c -> new HashMap<>())
          .computeIfAbsent(lower(user), u -> new HashMap<>())
          .put(group, role);
    }
  }

  /** Takes a change of the run; users come before enrollments. */
  public void add(PlannedChange change) {
    String course = change.value(Field.COURSE);
    String user = change.value(Field.USER);
    if (change.change() == Change.RENAME) {
      rename(change.value(Field.FORMER_USERNAME), change.value(Field.USERNAME));
    } else if (change.change() == Change.WITHDRAW) {
      leave(course, user, change.value(Field.GROUP));
    } else if (!user.isEmpty() && !course.isEmpty()) {
      if (change.change() == Change.REGROUP) {
        leave(course, user, change.before().getOrDefault(Field.GROUP, ""));
      }
      put(expected, course, user, change.value(Field.GROUP), change.value(Field.ROLE));
    }
  }

  private void rename(String former, String username) {
    for (Map<String, Map<String, String>> people : expected.values()) {
      Map<String, String> places = people.remove(lower(former));
      if (places != null) {
        people.put(lower(username), places);
      }
    }
  }

  /** Who leaves one of several groups is still in the course. */
  private void leave(String course, String user, String group) {
    Map<String, Map<String, String>> people = expected.getOrDefault(lower(course), Map.of());
    Map<String, String> places = people.get(lower(user));
    if (places != null) {
      places.remove(group);
      if (places.isEmpty()) {
        people.remove(lower(user));
      }
    }
  }

  /** The counts by course and role; the roles as one where the platform knows nothing of them. */
  public List<Count> all() {
    List<Count> all = new ArrayList<>();
    for (String course : new TreeSet<>(names.keySet())) {
      Map<String, Integer> asked = byRole(expected.getOrDefault(course, Map.of()));
      Map<String, Integer> found = byRole(there.getOrDefault(course, Map.of()));
      String name = names.get(course);
      boolean knowsNoRoles = found.keySet().equals(Set.of("")) && !asked.containsKey("");
      if (knowsNoRoles) {
        all.add(new Count(name, "in any role", sum(asked), sum(found)));
        continue;
      }
      Set<String> roles = new TreeSet<>(asked.keySet());
      roles.addAll(found.keySet());
      roles.forEach(
          role ->
              all.add(
                  new Count(
                      name,
                      role.isEmpty() ? "without a role" : role,
                      asked.getOrDefault(role, 0),
                      found.getOrDefault(role, 0))));
    }
    return all;
  }

  private static Map<String, Integer> byRole(Map<String, Map<String, String>> people) {
    Map<String, Integer> roles = new TreeMap<>();
    people
        .values()
        .forEach(
            places ->
                new HashSet<>(places.values()).forEach(role -> roles.merge(role, 1, Integer::sum)));
    return roles;
  }

  private static int sum(Map<String, Integer> roles) {
    return roles.values().stream().mapToInt(Integer::intValue).sum();
  }
}
