package neatroster.core.accounts;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.settings.Settings;
import neatroster.core.value.Instructors;

/**
 * What a user is: the role that the user’s own row names, else the strongest that the enrollments
 * give, else the settings' default.
 */
public final class UserRoles {
  /** Who has more say comes first; the school's own roles stand between these and the others. */
  private static final List<String> STRONGEST_FIRST = List.of("manager", "instructor", "assistant");

  private static final List<String> WEAKEST = List.of("observer", "learner");

  private final String usual;
  private final Map<Integer, String> strongest = new HashMap<>();

  /** Goes over the courses and enrollments of a roster. */
  public UserRoles(Settings settings, ResolvedRoster roster) {
    usual = settings.defaultRole();
    roster
        .rows()
        .read(
            Table.COURSES,
            (row, line) -> {
              for (String name : Instructors.of(row.text(Field.INSTRUCTORS))) {
                add(roster.user(name), "instructor");
              }
            });
    roster
        .rows()
        .read(
            Table.ENROLLMENTS,
            (row, line) -> {
              String role = row.text(Field.ROLE);
              boolean known = settings.roles().role(role).isPresent();
              add(roster.user(row, line), known ? role : usual);
            });
  }

  private void add(Link user, String role) {
    if (user.isFound()) {
      strongest.merge(
          user.number(), role, (one, other) -> weight(one) >= weight(other) ? one : other);
    }
  }

  private static int weight(String role) {
    int strong = STRONGEST_FIRST.indexOf(role);
    if (strong >= 0) {
      return 10 - strong;
    }
    return -WEAKEST.indexOf(role);
  }

  /**
   * The role of a person.
   *
   * @param own the role that the person's own row names, or empty
   */
  public String of(int person, String own) {
    return own.isEmpty() ? strongest.getOrDefault(person, usual) : own;
  }
}
