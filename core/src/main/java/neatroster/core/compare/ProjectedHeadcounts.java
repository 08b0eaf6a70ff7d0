package neatroster.core.compare;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import neatroster.core.check.CheckResult;
import neatroster.core.model.Field;
import neatroster.core.state.Known;
import neatroster.core.wanted.Wanted;

/**
 * How the courses would stand when all changes are made.
 *
 * @param empty the codes of courses that have people now and would have none
 * @param over courses with more learners than places
 */
public record ProjectedHeadcounts(List<String> empty, List<Over> over) {
  private static final String LEARNER = "learner";

  /**
   * A course with more learners than places.
   *
   * @param before how many learners there are now
   * @param after how many there would be
   * @param capacity how many places there are
   */
  public record Over(String course, int before, int after, int capacity) {}

  /** How the courses of a roster would stand. */
  public static ProjectedHeadcounts of(Totals totals, CheckResult checked, Known known) {
    Map<String, Integer> capacities = new HashMap<>();
    Set<String> removed = new HashSet<>();
    for (String code : known.courses().keySet()) {
      known.course(code).ifPresent(row -> put(capacities, code, row.text(Field.CAPACITY)));
    }
    Wanted wanted = checked.wanted();
    wanted.courses(
        (course, row, line) -> {
          put(capacities, row.text(Field.CODE), row.text(Field.CAPACITY));
          if (wanted.removed().hasCourse(course)) {
            removed.add(row.text(Field.CODE));
          }
        });
    removed.addAll(totals.removedCourses());
    List<String> empty = new ArrayList<>();
    List<Over> over = new ArrayList<>();
    new TreeMap<>(totals.headcounts())
        .forEach(
            (course, roles) -> {
              int before = roles.values().stream().mapToInt(heads -> heads[0]).sum();
              int after = roles.values().stream().mapToInt(heads -> heads[1]).sum();
              if (before > 0 && after == 0 && !removed.contains(course)) {
                empty.add(course);
              }
              int[] learners = roles.getOrDefault(LEARNER, new int[2]);
              int capacity = capacities.getOrDefault(course, Integer.MAX_VALUE);
              if (learners[1] > capacity && learners[1] > learners[0]) {
                over.add(new Over(course, learners[0], learners[1], capacity));
              }
            });
    return new ProjectedHeadcounts(List.copyOf(empty), List.copyOf(over));
  }

  private static void put(Map<String, Integer> capacities, String course, String text) {
    if (text.matches("\\d{1,9}")) {
      capacities.put(course, Integer.parseInt(text));
    }
  }
}
