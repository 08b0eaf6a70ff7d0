package neatroster.core.compare;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import neatroster.core.model.Field;
import neatroster.core.roster.Held;

/** How many changes of each kind there are, and who is in each course before and after them. */
public final class Totals {
  /** Of more people than these it is not told whether they move. */
  private static final int MOST_MOVING = 500_000;

  private final String defaultRole;
  private final Map<String, Map<String, Integer>> counts = new LinkedHashMap<>();
  private final Map<String, Map<String, int[]>> heads = new TreeMap<>();

  /** Who leaves and who joins courses, until it is told whether they move. */
  private final Map<String, Coming> coming = new HashMap<>();

  /** The courses that somebody leaves and joins in one role; null where there are several. */
  private static final class Coming {
    private String from = "";
    private String to = "";
  }

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
      case ENROLL -> {
        heads(course, role)[1]++;
        Coming one = coming(change, role);
        one.to = one.to == null || !one.to.isEmpty() ? null : course;
      }
      case WITHDRAW -> {
        heads(course, role)[1]--;
        Coming one = coming(change, role);
        one.from = one.from == null || !one.from.isEmpty() ? null : course;
      }
      case RE_ROLE -> {
        heads(course, change.before().getOrDefault(Field.ROLE, ""))[1]--;
        heads(course, role)[1]++;
      }
      default -> {
        // Nobody comes or goes.
      }
    }
  }

  private Coming coming(PlannedChange change, String role) {
    String who = change.value(Field.USER).toLowerCase(Locale.ROOT);
    return coming.size() >= MOST_MOVING
        ? new Coming()
        : coming.computeIfAbsent(
            who + "|" + (role.isEmpty() ? defaultRole : role), key -> new Coming());
  }

  /**
   * How many leave one course and join one other in the same role, by {@code FROM → TO}: moves
   * rather than comings and goings.
   */
  public Map<String, Integer> moves() {
    Map<String, Integer> moves = new TreeMap<>();
    for (Coming one : coming.values()) {
      boolean isOne = one.from != null && one.to != null;
      if (isOne && !one.from.isEmpty() && !one.to.isEmpty() && !one.from.equals(one.to)) {
        moves.merge(one.from + " → " + one.to, 1, Integer::sum);
      }
    }
    return moves;
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
