package neatroster.core.confirm;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.Headcounts;
import neatroster.core.state.KnownMemberships;

/**
 * How many people are in courses, by role: expected, by what was known and a run changes, and
 * there.
 */
public final class CourseCounts {
  private final Set<String> courses;
  private final Headcounts expected;
  private final Headcounts there;

  /**
   * A number of people.
   *
   * @param role the role, in words where there is none
   */
  public record Count(String course, String role, int expected, int there) {}

  /** The people of a course by role, expected and there. */
  private static final class Heads {
    private final Map<String, Integer> expected = new TreeMap<>();
    private final Map<String, Integer> there = new TreeMap<>();
  }

  /**
   * Counts.
   *
   * @param before what was known without the run
   * @param now what the platform holds now
   * @param courses the courses that are looked at, in lower case
   */
  public CourseCounts(KnownMemberships before, KnownMemberships now, Set<String> courses) {
    this.courses = Set.copyOf(courses);
    expected = new Headcounts(before, "");
    there = new Headcounts(now, "");
  }

  /** Takes a change of the run; users come before enrollments. */
  public void add(PlannedChange change) {
    expected.add(change);
  }

  /** The counts by course and role; the roles as one where the platform knows nothing of them. */
  public List<Count> all() {
    Map<String, Heads> heads = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    expected.all().forEach((course, roles) -> take(heads, course, roles, true));
    there.all().forEach((course, roles) -> take(heads, course, roles, false));
    List<Count> all = new ArrayList<>();
    heads.forEach(
        (course, one) -> {
          boolean knowsNoRoles =
              one.there.keySet().equals(Set.of("")) && !one.expected.containsKey("");
          if (knowsNoRoles) {
            all.add(new Count(course, "in any role", sum(one.expected), sum(one.there)));
            return;
          }
          Set<String> roles = new TreeSet<>(one.expected.keySet());
          roles.addAll(one.there.keySet());
          for (String role : roles) {
            all.add(
                new Count(
                    course,
                    role.isEmpty() ? "without a role" : role,
                    one.expected.getOrDefault(role, 0),
                    one.there.getOrDefault(role, 0)));
          }
        });
    return all;
  }

  private void take(
      Map<String, Heads> heads, String course, Map<String, int[]> roles, boolean isExpected) {
    if (!courses.contains(course.toLowerCase(Locale.ROOT))) {
      return;
    }
    Heads one = heads.computeIfAbsent(course, code -> new Heads());
    roles.forEach(
        (role, count) -> {
          if (count[1] > 0) {
            (isExpected ? one.expected : one.there).merge(role, count[1], Integer::sum);
          }
        });
  }

  private static int sum(Map<String, Integer> roles) {
    return roles.values().stream().mapToInt(Integer::intValue).sum();
  }
}
