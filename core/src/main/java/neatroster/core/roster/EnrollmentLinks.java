package neatroster.core.roster;

import neatroster.core.text.IntColumn;

/** Of every enrollment, in the order in which the roster hands them on, what it refers to. */
public final class EnrollmentLinks {
  private final IntColumn users = new IntColumn();
  private final IntColumn courses = new IntColumn();
  private final IntColumn groups = new IntColumn();
  private final IntColumn membersOf = new IntColumn();

  EnrollmentLinks() {}

  void add(Link user, Link course, Link group, Link members) {
    users.add(user.coded());
    courses.add(course.coded());
    groups.add(group.coded());
    membersOf.add(members.coded());
  }

  /** How many enrollments there are. */
  public int count() {
    return users.size();
  }

  /** Who is enrolled. */
  public Link user(int enrollment) {
    return Link.decoded(users.get(enrollment));
  }

  /** In which course; blank for membership of a cross-course group. */
  public Link course(int enrollment) {
    return Link.decoded(courses.get(enrollment));
  }

  /** In which group. */
  public Link group(int enrollment) {
    return Link.decoded(groups.get(enrollment));
  }

  /** Everybody of which cross-course group is enrolled. */
  public Link membersOf(int enrollment) {
    return Link.decoded(membersOf.get(enrollment));
  }
}
