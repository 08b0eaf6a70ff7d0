package neatroster.core.compare;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.state.KnownMemberships;

/** How many changes of each kind there are, and who is in each course before and after them. */
public final class Totals {
  /** Of more people than these it is not told whether they move. */
  private static final int MOST_MOVING = 500_000;

  private final Headcounts heads;
  private final Map<String, Map<String, Integer>> counts = new LinkedHashMap<>();
  private final Set<String> removedCourses = new HashSet<>();
  private int removedPeople;

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
   * @param memberships what the platform holds
   * @param defaultRole the role of an enrollment that names none
   */
  public Totals(KnownMemberships memberships, String defaultRole) {
    heads = new Headcounts(memberships, defaultRole);
  }

  /** Counts a change in. */
  public void add(PlannedChange change) {
    counts
        .computeIfAbsent(change.phase().word(), phase -> new LinkedHashMap<>())
        .merge(change.change().word(), 1, Integer::sum);
    heads.add(change);
    String course = change.value(Field.COURSE);
    if (course.isEmpty()) {
      boolean isPerson = change.change() == Change.REMOVE && change.table() == Table.USERS;
      removedPeople += isPerson ? 1 : 0;
      return;
    }
    String role = heads.roleOr(change.value(Field.ROLE));
    switch (change.change()) {
      case REMOVE -> {
        if (change.table() == Table.COURSES) {
          removedCourses.add(course);
        }
      }
      case ENROLL -> {
        Coming one = coming(change, role);
        one.to = one.to == null || !one.to.isEmpty() ? null : course;
      }
      case WITHDRAW -> {
        Coming one = coming(change, role);
        one.from = one.from == null || !one.from.isEmpty() ? null : course;
      }
      default -> {
        // Nobody moves.
      }
    }
  }

  private Coming coming(PlannedChange change, String role) {
    String who = change.value(Field.USER).toLowerCase(Locale.ROOT);
    return coming.size() >= MOST_MOVING
        ? new Coming()
        : coming.computeIfAbsent(who + "|" + role, key -> new Coming());
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

  /** For each phase and change how many there are. */
  public Map<String, Map<String, Integer>> counts() {
    return counts;
  }

  /** For each course and role how many are in it before and after. */
  public Map<String, Map<String, int[]>> headcounts() {
    return heads.all();
  }

  /** How many people are removed. */
  int removedPeople() {
    return removedPeople;
  }

  /** The codes of the courses that are removed. */
  Set<String> removedCourses() {
    return removedCourses;
  }

  /** Whether nothing is to be changed. */
  public boolean isNothing() {
    return counts.isEmpty();
  }
}
