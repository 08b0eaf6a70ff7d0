package neatroster.core.roster;

import java.util.HashMap;
import java.util.Map;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.text.Cleaning;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;

/**
 * The groups that the sheets list, and behind them those that only the platform has, numbered from
 * 0. A group belongs to a course, or to none: then it is a cross-course group.
 */
public final class Groups {
  private static final int NOWHERE = -1;

  /** Courses that no list holds are told apart by their own names, beyond all that are listed. */
  private static final int UNLISTED = 1 << 30;

  private final KeyIndex keys = KeyIndex.exact();
  private final IntList lines = new IntList();
  private final KeyIndex misaligned = KeyIndex.exact();
  private final Map<String, Integer> unlistedCourses = new HashMap<>();
  private final StringBuilder key = new StringBuilder();
  private final Courses courses;
  private final boolean complete;

  /**
   * An empty list.
   *
   * @param complete whether there is a list, and it could be read to its end
   */
  Groups(Courses courses, boolean complete) {
    this.courses = courses;
    this.complete = complete;
  }

  void add(RosterRow row, int line) {
    if (row.isUneven()) {
      MisalignedRows.add(row, misaligned);
      return;
    }
    if (!row.has(Field.NAME)) {
      return;
    }
    Link course = row.has(Field.COURSE) ? courses.find(row.code(Field.COURSE)) : Link.BLANK;
    if (course.isNone() || course.isAmbiguous()) {
      // Whoever is enrolled in the group has not slipped: the group's own row has.
      misaligned.add(row.cell(Field.NAME));
      return;
    }
    int before = keys.size();
    if (keys.add(key(ofCourse(course, row), row.cell(Field.NAME))) == before) {
      lines.add(line);
    }
  }

  private int ofCourse(Link course, RosterRow row) {
    if (course.isFound()) {
      return course.number();
    }
    return course.isBlank()
        ? NOWHERE
        : UNLISTED
            + unlistedCourses.computeIfAbsent(
                row.text(Field.COURSE), name -> unlistedCourses.size());
  }

  /** Adds a group that the platform has. */
  void addKnown(Link course, String name) {
    int before = keys.size();
    if (keys.add(key(course.isFound() ? course.number() : NOWHERE, name)) == before) {
      lines.add(NOWHERE);
    }
  }

  /** Adds the group that a row of groups or of enrollments names, unless it is there. */
  void addMade(Link course, CharSequence name) {
    addKnown(course, Cleaning.clean(name));
  }

  /** The group of a row of groups; none where it has no name or no course that exists. */
  public Link of(RosterRow row) {
    if (!row.has(Field.NAME)) {
      return Link.BLANK;
    }
    Link course = row.has(Field.COURSE) ? courses.find(row.code(Field.COURSE)) : Link.BLANK;
    if (course.isNone() || course.isAmbiguous()) {
      return Link.NONE;
    }
    int number = keys.find(key(ofCourse(course, row), row.cell(Field.NAME)));
    return number == KeyIndex.NONE ? Link.NONE : Link.to(number);
  }

  /**
   * The group of that name in a course; among the cross-course groups where the course is blank.
   */
  public Link find(Link course, CharSequence name) {
    if (!course.isFound() && !course.isBlank()) {
      return Link.UNCHECKED;
    }
    int number = keys.find(key(course.isFound() ? course.number() : NOWHERE, name));
    if (number != KeyIndex.NONE) {
      return Link.to(number);
    }
    boolean unchecked =
        !complete || (misaligned.size() > 0 && misaligned.find(name) != KeyIndex.NONE);
    return unchecked ? Link.UNCHECKED : Link.NONE;
  }

  private CharSequence key(int course, CharSequence name) {
    key.setLength(0);
    if (course == NOWHERE) {
      key.append('-');
    } else {
      key.append(course);
    }
    key.append(':');
    return key.append(Cleaning.isClean(name) ? name : Cleaning.clean(name));
  }

  /** How many there are. */
  public int count() {
    return keys.size();
  }

  /** The name of a group. */
  public String name(int group) {
    String text = keys.text(group);
    return text.substring(text.indexOf(':') + 1);
  }

  /** The course of a group; blank for a cross-course group, unchecked for one that no list has. */
  public Link course(int group) {
    String text = keys.text(group);
    if (text.startsWith("-")) {
      return Link.BLANK;
    }
    int course = Integer.parseInt(text.substring(0, text.indexOf(':')));
    return course >= UNLISTED ? Link.UNCHECKED : Link.to(course);
  }

  /** The line of the row that lists a group first, or -1 where no sheet does. */
  public int line(int group) {
    return lines.get(group);
  }

  /** Every group as a key: its course, a colon, its name. */
  public KeyIndex keys() {
    return keys;
  }

  /** What the keys of a course's groups begin with. */
  public static String prefix(Link course) {
    return course.isFound() ? course.number() + ":" : "-:";
  }
}
