package neatroster.core.model;

/**
 * A code that people join a course or a group by.
 *
 * @param course the course's code, or empty for a cross-course group
 * @param group the group's name, or empty where the code is the course's
 * @param code the code
 */
public record JoinCode(String course, String group, String code) {
  /** What the code joins: course and group in one key. */
  public String of() {
    return of(course, group);
  }

  /** The key of a course and group. */
  public static String of(String course, String group) {
    return course + "\n" + group;
  }
}
