package neatroster.core.wanted;

import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;

/** The roles of enrollments, by their numbers among the folder's; what names none has the usual. */
final class EnrollmentDefaults {
  private final RoleWords words;
  private final List<String> roles;
  private final Settings settings;
  private final IntFunction<String> siteOf;
  private final int usual;
  private final boolean namesRole;
  private final boolean isNothing;

  /**
   * The defaults of the settings.
   *
   * @param siteOf gives where a person is, or a blank
   */
  EnrollmentDefaults(Settings settings, IntFunction<String> siteOf) {
    this.settings = settings;
    this.siteOf = siteOf;
    words = settings.roles();
    roles = words.roles();
    List<Map<String, String>> all =
        settings.defaults().all().stream().map(EnrollmentDefaults::ofEnrollments).toList();
    namesRole = all.stream().anyMatch(some -> some.containsKey(Field.ROLE.label()));
    isNothing = all.stream().allMatch(Map::isEmpty);
    usual = words.number(settings.defaultRole());
  }

  private static Map<String, String> ofEnrollments(Map<Table, Map<String, String>> all) {
    return all.getOrDefault(Table.ENROLLMENTS, Map.of());
  }

  /** The number of a role by a word for it; {@link RoleWords#NONE} of a word that is none. */
  int number(CharSequence word) {
    return words.number(word);
  }

  /** The role of a number; blank where it is none. */
  String role(int number) {
    return number < 0 ? "" : roles.get(number);
  }

  /** The role of whoever is told by nothing else. */
  int usual() {
    return usual;
  }

  /**
   * The role of an enrollment that names none.
   *
   * @param person whom it enrolls, or -1
   */
  int usual(int person) {
    if (!namesRole) {
      return usual;
    }
    String role = of(person, "").get(Field.ROLE.label());
    int number = role == null ? RoleWords.NONE : words.number(role);
    return number < 0 ? usual : number;
  }

  /**
   * The defaults of the fields of somebody's enrollments in a role.
   *
   * @param person whom it enrolls, or -1
   */
  Map<String, String> of(int person, String role) {
    return isNothing
        ? Map.of()
        : ofEnrollments(settings.defaults().of(role, person < 0 ? "" : siteOf.apply(person)));
  }
}
