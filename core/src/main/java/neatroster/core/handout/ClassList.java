package neatroster.core.handout;

import java.util.List;

/**
 * A class and who is in it.
 *
 * @param course the class
 * @param members who is in it, in the order of their names
 */
public record ClassList(CourseInfo course, List<Member> members) {
  /**
   * Somebody in a class.
   *
   * @param name the name, family name first
   * @param username the username, or empty
   * @param role the role
   * @param group the group, or empty
   */
  public record Member(String name, String username, String role, String group) {}
}
