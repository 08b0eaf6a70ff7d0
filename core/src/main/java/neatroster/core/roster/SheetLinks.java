package neatroster.core.roster;

import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.text.Cell;
import neatroster.core.text.PairIndex;

/** What the cells of one sheet of groups or enrollments refer to, row by row. */
public final class SheetLinks {
  private final ResolvedRoster roster;
  private final SheetColumns columns;
  private final SheetReading reading;
  private final LinksOfTexts users;
  private final LinksOfTexts courses;
  private final PairIndex groups;
  private final int userColumn;
  private final int courseColumn;
  private final int groupColumn;
  private final Cell cell = new Cell();
  private int person;
  private int course;
  private int group;

  SheetLinks(
      ResolvedRoster roster,
      SheetColumns columns,
      LinksOfTexts users,
      LinksOfTexts courses,
      PairIndex groups) {
    this.roster = roster;
    this.columns = columns;
    this.reading = columns.reading();
    this.users = users;
    this.courses = courses;
    this.groups = groups;
    userColumn = reading.indexOf(Field.USER);
    courseColumn = reading.indexOf(Field.COURSE);
    groupColumn = reading.indexOf(Field.GROUP);
  }

  /** Whom a row enrolls, as far as its own cell says. */
  public Link user(int position) {
    int text = text(position, userColumn);
    if (text == 0) {
      return Link.BLANK;
    }
    int known = users.known(text);
    return known != 0 ? Link.decoded(known - 1) : users.of(text, () -> userOf(text));
  }

  private Link userOf(int text) {
    show(text, userColumn);
    return cell.isBlank() ? Link.BLANK : roster.user(text, () -> reading.code(Field.USER, cell));
  }

  /** The course that a row names. */
  public Link course(int position) {
    int text = text(position, courseColumn);
    if (text == 0) {
      return Link.BLANK;
    }
    int known = courses.known(text);
    return known != 0 ? Link.decoded(known - 1) : courses.of(text, () -> courseOf(text));
  }

  private Link courseOf(int text) {
    show(text, courseColumn);
    return cell.isBlank() ? Link.BLANK : roster.courses().find(reading.code(Field.COURSE, cell));
  }

  /** The group that a row of enrollments names in its course. */
  public Link group(int position) {
    return group(position, course(position));
  }

  /** The group that a row of enrollments names in this, its course. */
  public Link group(int position, Link course) {
    int text = text(position, groupColumn);
    if (text == 0) {
      return Link.BLANK;
    }
    int found = groups.find(course.coded(), text);
    if (found == PairIndex.NEW) {
      show(text, groupColumn);
      Link group = cell.isBlank() ? Link.BLANK : roster.groups().find(course, cell);
      found = group.coded();
      groups.putIfNew(course.coded(), text, found);
    }
    return Link.decoded(found);
  }

  /**
   * Looks at what a row of enrollments refers to.
   *
   * @return whether its user and its course were found, and its group where it names one; then
   *     {@link #person}, {@link #course()} and {@link #group()} tell which
   */
  public boolean findAll(int position) {
    int userText = text(position, userColumn);
    int courseText = text(position, courseColumn);
    int user = users.known(userText) - 1;
    int inCourse = courses.known(courseText) - 1;
    if (user < 0 || inCourse < 0) {
      user = user(position).coded();
      inCourse = course(position).coded();
    }
    if (!Link.isFound(user) || !Link.isFound(inCourse)) {
      return false;
    }
    int groupText = text(position, groupColumn);
    int inGroup = Link.BLANK.coded();
    if (groupText != 0) {
      inGroup = groups.find(inCourse, groupText);
      if (inGroup == PairIndex.NEW) {
        inGroup = group(position).coded();
      }
    }
    person = Link.number(user);
    course = Link.number(inCourse);
    group = inGroup;
    return Link.isFound(inGroup) || inGroup == Link.BLANK.coded();
  }

  /** The person whom the last row that was looked at enrolls. */
  public int person() {
    return person;
  }

  /** The course of the last row that was looked at. */
  public int course() {
    return course;
  }

  /** Whether the last row that was looked at names a group. */
  public boolean hasGroup() {
    return Link.isFound(group);
  }

  /** The group of the last row that was looked at, which names one. */
  public int group() {
    return Link.number(group);
  }

  private int text(int position, int column) {
    return column < 0 ? 0 : columns.code(position, column);
  }

  private void show(int text, int column) {
    columns.pool(column).show(text, cell);
  }
}
