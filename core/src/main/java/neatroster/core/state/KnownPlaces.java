package neatroster.core.state;

import java.util.Optional;
import java.util.function.BiConsumer;
import neatroster.core.text.KeyIndex;

/** The courses and groups of the platform, each by its key. */
public final class KnownPlaces {
  /** Behind the length of a course's code, which tells where the name of its group begins. */
  private static final char BEHIND = ':';

  private final KeyIndex codes = KeyIndex.exact();
  private final KnownRecords courses = new KnownRecords();
  private final KeyIndex groupKeys = KeyIndex.exact();
  private final KnownRecords groups = new KnownRecords();

  /** The courses that groups are in; the groups across courses have one of no name. */
  private final KeyIndex coursesOfGroups = KeyIndex.exact();

  /** The number of a course among {@link #courses}, which may be new. */
  public int addCourse(String code) {
    int number = codes.add(code);
    return number == courses.size() ? courses.add(0) : number;
  }

  /** The number of a group among {@link #groups}, which may be new. */
  public int addGroup(String course, String name) {
    int number = groupKeys.add(key(course, name));
    return number == groups.size() ? groups.add(addCourseOfGroups(course)) : number;
  }

  /** The number of the scope that the groups of a course are, which may be new. */
  public int addCourseOfGroups(String course) {
    return coursesOfGroups.add(course);
  }

  /** The fields of courses. */
  public KnownRecords courses() {
    return courses;
  }

  /** The fields of groups. */
  public KnownRecords groups() {
    return groups;
  }

  Optional<KnownRecord> course(String code) {
    return KnownRecord.there(courses, codes.find(code));
  }

  boolean isGoneCourse(String code) {
    return courses.isGone(codes.find(code));
  }

  Optional<KnownRecord> group(String course, String name) {
    return KnownRecord.there(groups, groupKeys.find(key(course, name)));
  }

  boolean isGoneGroup(String course, String name) {
    return groups.isGone(groupKeys.find(key(course, name)));
  }

  void eachCourse(BiConsumer<String, KnownRecord> receiver) {
    for (int number = 0; number < courses.size(); number++) {
      String code = codes.text(number);
      KnownRecord.there(courses, number).ifPresent(course -> receiver.accept(code, course));
    }
  }

  void eachGroup(BiConsumer<String, String> receiver) {
    for (int number = 0; number < groups.size(); number++) {
      if (groups.isThere(number)) {
        String key = groupKeys.text(number);
        int start = key.indexOf(BEHIND) + 1;
        int name = start + Integer.parseInt(key, 0, start - 1, 10);
        receiver.accept(key.substring(start, name), key.substring(name));
      }
    }
  }

  private static String key(String course, String name) {
    return course.length() + String.valueOf(BEHIND) + course + name;
  }
}
