package neatroster.core.compare;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;
import neatroster.core.model.Field;
import neatroster.core.roster.Held;

/** How many changes of each kind there are, and who is in each course before and after them. */
public final class Totals {
  private final String defaultRole;
  private final Map<String, Map<String, Integer>> counts = new LinkedHashMap<>();
  private final Map<String, Map<String, int[]>> heads = new TreeMap<>();

  /**
   * The totals before any change.
   *
   * @param held what the platform holds
   * @param defaultRole the role of an enrollment that names none
   */
  public Totals(Held held, String defaultRole) {
    this.defaultRole = defaultRole;
    for (int seat = 0; seat < held.enrollments(); seat++) {
      String course = held.courseOf(seat);
      if (!course.isEmpty()) {
        int[] both = heads(course, held.roleOf(seat));
        both[0]++;
        both[1]++;
      }
    }
  }

  /** Counts a change in. */
  public void add(PlannedChange change) {
    counts
        .computeIfAbsent(change.phase().word(), phase -> new LinkedHashMap<>())
        .merge(change.change().word(), 1, Integer::sum);
    String course = change.value(Field.COURSE);
    if (course.isEmpty()) {
      return;
    }
    String role = change.value(Field.ROLE);
    switch (change.change()) {
      case ENROLL -> heads(course, role)[1]++;
      case WITHDRAW -> heads(course, role)[1]--;
      case RE_ROLE -> {
        heads(course, change.before().getOrDefault(Field.ROLE, ""))[1]--;
        heads(course, role)[1]++;
      }
      default -> {
        // Nobody comes or goes.
      }
    }
  }

  private int[] heads(String course, String role) {
    return heads
        .computeIfAbsent(course, c -> new TreeMap<>())
        .computeIfAbsent(role.isEmpty() ? defaultRole : role, r -> new int[2]);
  }

  /** For each phase and change how many there are. */
  public Map<String, Map<String, Integer>> counts() {
    return counts;
  }

  /** For each course and role how many are in it before and after. */
  public Map<String, Map<String, int[]>> headcounts() {
    return heads;
  }

  /** Whether nothing is to be changed. */
  public boolean isNothing() {
    return counts.isEmpty();
  }
}
