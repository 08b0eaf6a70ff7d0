package neatroster.core.wanted;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What people are by the courses that they are in: who has more say in one is that everywhere. */
final class StrongestRoles {
  /** Who has more say comes first; the school's own roles stand between these and the others. */
  private static final List<String> STRONGEST_FIRST = List.of("manager", "instructor", "assistant");

  private static final List<String> WEAKEST = List.of("observer", "learner");

  private StrongestRoles() {}

  /** The strongest role of everybody who has any. */
  static Map<Integer, String> of(Memberships memberships) {
    Map<Integer, String> strongest = new HashMap<>();
    memberships.each(
        membership -> {
          if (membership.person() >= 0) {
            strongest.merge(
                membership.person(),
                membership.role(),
                (one, other) -> weight(one) >= weight(other) ? one : other);
          }
        });
    return strongest;
  }

  private static int weight(String role) {
    int strong = STRONGEST_FIRST.indexOf(role);
    if (strong >= 0) {
      return 10 - strong;
    }
    return -WEAKEST.indexOf(role);
  }
}
