package neatroster.core.handout;

/**
 * Somebody's place in a course.
 *
 * @param course the course's code
 * @param role the role there
 * @param group the group there, or empty
 */
public record CourseMembership(String course, String role, String group) {}
