package neatroster.core.accounts;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.check.CheckResult;
import neatroster.core.check.RosterKeys;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Settings;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.value.Instructors;

/**
 * What a user is: the role that the user’s own row names, else the strongest that the enrollments
 * give, else the settings' default.
 */
public final class UserRoles {
  /** Who has more say comes first; the school's own roles stand between these and the others. */
  private static final List<String> STRONGEST_FIRST = List.of("manager", "instructor", "assistant");

  private static final List<String> WEAKEST = List.of("observer", "learner");

  private final RoleWords words;
  private final String usual;
  private final RosterKeys keys;
  private final Map<Integer, String> strongest = new HashMap<>();

  /**
   * Goes over the enrollments.
   *
   * @param all every sheet
   * @param users the sheets of users, checked
   */
  public UserRoles(Settings settings, Roster all, CheckResult users) {
    words = settings.roles();
    usual = settings.defaultRole();
    keys = users.keys();
    all.read(
        Table.COURSES,
        (row, line) -> {
          for (String name : Instructors.of(row.text(Field.INSTRUCTORS))) {
            add(keys.findUser(name), "instructor");
          }
        });
    all.read(
        Table.ENROLLMENTS,
        (row, line) -> {
          int user = keys.findUser(row.code(Field.USER));
          if (user < 0 && row.isDerived()) {
            int ofPeople = users.roster().line(row.place());
            user = ofPeople < 0 ? RosterKeys.NONE : keys.userOfLine(ofPeople);
          }
          add(user, words.role(row.text(Field.ROLE)).orElse(usual));
        });
  }

  private void add(int user, String role) {
    if (user >= 0) {
      strongest.merge(user, role, (one, other) -> weight(one) >= weight(other) ? one : other);
    }
  }

  private static int weight(String role) {
    int strong = STRONGEST_FIRST.indexOf(role);
    if (strong >= 0) {
      return 10 - strong;
    }
    return -WEAKEST.indexOf(role);
  }

  /** The role of the user of a row of users. */
  public String of(RosterRow row, int line) {
    String own = words.role(row.text(Field.ROLE)).orElse("");
    if (!own.isEmpty()) {
      return own;
    }
    int user = RosterKeys.NONE;
    for (Field mark : List.of(Field.USERNAME, Field.EMAIL, Field.ID)) {
      if (user < 0 && row.has(mark)) {
        user = keys.findUser(row.code(mark));
      }
    }
    if (user < 0 && row.reading().enrolls()) {
      user = keys.userOfLine(line);
    }
    return strongest.getOrDefault(user, usual);
  }
}
