package neatroster.core.roster;

import java.util.function.BiFunction;
import java.util.function.Supplier;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.text.Cell;
import neatroster.core.text.PairIndex;

/** What the cells of one sheet of groups or enrollments refer to, row by row. */
public final class SheetLinks {
  /** So many rows are looked at together, so that the waits for memory overlap. */
  private static final int TOGETHER = 1024;

  private final Targets targets;
  private final SheetColumns columns;
  private final SheetReading reading;
  private final LinksOfTexts users;
  private final LinksOfTexts courses;
  private final PairIndex groups;
  private final int userColumn;
  private final int courseColumn;
  private final int groupColumn;
  private final Cell cell = new Cell();

  // What some rows that stand behind one another refer to, as codes of links.
  private final int[] persons = new int[TOGETHER];
  private final int[] inCourses = new int[TOGETHER];
  private final int[] inGroups = new int[TOGETHER];
  private final int[] texts = new int[TOGETHER];
  private int from;
  private int end;
  private boolean hasGroups;

  private int person;
  private int course;
  private int group;

  /**
   * What there is to refer to.
   *
   * @param users finds whom a text refers to, by its number among those of people
   */
  record Targets(
      BiFunction<Integer, Supplier<CharSequence>, Link> users, Courses courses, Groups groups) {}

  SheetLinks(
      SheetColumns columns,
      Targets targets,
      LinksOfTexts users,
      LinksOfTexts courses,
      PairIndex groups) {
    this.targets = targets;
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
    return cell.isBlank()
        ? Link.BLANK
        : targets.users().apply(text, () -> reading.code(Field.USER, cell));
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
    return cell.isBlank() ? Link.BLANK : targets.courses().find(reading.code(Field.COURSE, cell));
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
      Link group = cell.isBlank() ? Link.BLANK : targets.groups().find(course, cell);
      found = group.coded();
      groups.putIfNew(course.coded(), text, found);
    }
    return Link.decoded(found);
  }

  /**
   * Looks at what a row of enrollments refers to; for those who go down the rows.
   *
   * @return whether its user and its course were found, and its group where it names one; then
   *     {@link #person}, {@link #course()} and {@link #group()} tell which
   */
  public boolean findAll(int position) {
    if (!findSeat(position)) {
      return false;
    }
    if (!hasGroups) {
      hasGroups = true;
      takeGroups(end - from);
    }
    group = inGroups[position - from];
    return Link.isFound(group) || group == Link.BLANK.coded();
  }

  /**
   * Looks at whom a row enrolls in which course; for those who go down the rows.
   *
   * @return whether both were found; then {@link #person} and {@link #course()} tell which
   */
  public boolean findSeat(int position) {
    if (position < from || position >= end) {
      from = position;
      end = Math.min(position + TOGETHER, columns.rows());
      takeSeats(end - from);
      hasGroups = false;
    }
    int user = persons[position - from];
    int inCourse = inCourses[position - from];
    if (!Link.isFound(user) || !Link.isFound(inCourse)) {
      return false;
    }
    person = Link.number(user);
    course = Link.number(inCourse);
    return true;
  }

  private void takeSeats(int count) {
    columns.copy(userColumn, from, count, texts);
    for (int i = 0; i < count; i++) {
      persons[i] = users.known(texts[i]) - 1;
    }
    columns.copy(courseColumn, from, count, texts);
    for (int i = 0; i < count; i++) {
      inCourses[i] = courses.known(texts[i]) - 1;
    }
    for (int i = 0; i < count; i++) {
      if (persons[i] < 0 || inCourses[i] < 0) {
        persons[i] = user(from + i).coded();
        inCourses[i] = course(from + i).coded();
      }
    }
  }

  private void takeGroups(int count) {
    columns.copy(groupColumn, from, count, texts);
    for (int i = 0; i < count; i++) {
      inGroups[i] = texts[i] == 0 ? Link.BLANK.coded() : groups.find(inCourses[i], texts[i]);
    }
    for (int i = 0; i < count; i++) {
      if (inGroups[i] == PairIndex.NEW && Link.isFound(inCourses[i])) {
        inGroups[i] = group(from + i).coded();
      }
    }
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
