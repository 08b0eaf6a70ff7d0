package neatroster.core.check;

import java.time.LocalDate;
import java.util.BitSet;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.IntList;

/** Who is where, counted, and what the courses and groups say of themselves. */
final class RosterCounts {
  /** A course or a group that says no number. */
  static final int NONE = Integer.MIN_VALUE;

  private final IntList learners = new IntList();
  private final IntList instructors = new IntList();
  private final IntList members = new IntList();
  private final IntList coursesOfUser = new IntList();
  private final IntList courseCapacity = new IntList();
  private final IntList groupCapacity = new IntList();
  private final IntList starts = new IntList();
  private final IntList ends = new IntList();
  private final BitSet closed = new BitSet();
  private final BitSet hasInstructors = new BitSet();
  private final BitSet looksLikeLearner = new BitSet();
  private final BitSet unclear = new BitSet();

  /** Remembers what a course says of itself. */
  void course(int course, RosterRow row) {
    put(courseCapacity, course, number(row.text(Field.CAPACITY)));
    put(starts, course, day(row, Field.STARTS));
    put(ends, course, end(row, starts.get(course)));
    String status = row.text(Field.STATUS);
    closed.set(course, status.equalsIgnoreCase("closed") || status.equalsIgnoreCase("removed"));
    hasInstructors.set(course, row.has(Field.INSTRUCTORS));
  }

  /** Remembers what a group says of itself. */
  void group(int group, RosterRow row) {
    put(groupCapacity, group, number(row.text(Field.CAPACITY)));
  }

  /** Counts somebody into a course, and into a group; either may be negative for none. */
  void enroll(int user, int course, int group, String role) {
    if (course >= 0) {
      if (role.equals("learner")) {
        bump(learners, course);
      } else if (role.equals("instructor")) {
        bump(instructors, course);
      }
      if (user >= 0) {
        bump(coursesOfUser, user);
      }
    }
    if (group >= 0) {
      bump(members, group);
    }
  }

  /** Counts a second role of somebody in a course, which is a finding: either may be meant. */
  void orElse(int course, String role) {
    unclear.set(course);
    if (role.equals("learner")) {
      bump(learners, course);
    } else if (role.equals("instructor")) {
      bump(instructors, course);
    }
  }

  /** Whether somebody has two roles in a course, so that it is open who teaches and who learns. */
  boolean isUnclear(int course) {
    return unclear.get(course);
  }

  void looksLikeLearner(int user) {
    looksLikeLearner.set(user);
  }

  /** Whether something in a user's row says that this is no grown-up. */
  boolean isLikelyLearner(int user) {
    return user >= 0 && looksLikeLearner.get(user);
  }

  /** Whether the sheets name any instructor. */
  boolean anyInstructor() {
    boolean any = !hasInstructors.isEmpty();
    for (int course = 0; course < instructors.size() && !any; course++) {
      any = instructors.get(course) > 0;
    }
    return any;
  }

  /** Whether more than half of the listed courses have learners. */
  boolean mostHaveLearners() {
    int with = 0;
    for (int course = 0; course < courseCapacity.size(); course++) {
      with += learners(course) > 0 ? 1 : 0;
    }
    return with * 2 > courseCapacity.size();
  }

  int learners(int course) {
    return get(learners, course, 0);
  }

  int instructors(int course) {
    return get(instructors, course, 0);
  }

  int members(int group) {
    return get(members, group, 0);
  }

  int coursesOfUser(int user) {
    return get(coursesOfUser, user, 0);
  }

  int courseCapacity(int course) {
    return get(courseCapacity, course, NONE);
  }

  int groupCapacity(int group) {
    return get(groupCapacity, group, NONE);
  }

  /** The day on which a course starts, counted from 1970-01-01. */
  int starts(int course) {
    return get(starts, course, NONE);
  }

  /** The day on which a course ends, counted from 1970-01-01. */
  int ends(int course) {
    return get(ends, course, NONE);
  }

  boolean isOpen(int course) {
    return !closed.get(course);
  }

  boolean hasInstructors(int course) {
    return hasInstructors.get(course);
  }

  private static int day(RosterRow row, Field field) {
    return row.has(field)
        ? row.date(field).map(LocalDate::toEpochDay).map(Long::intValue).orElse(NONE)
        : NONE;
  }

  /** The day of the end, which may be counted from the start. */
  private static int end(RosterRow row, int start) {
    int day = day(row, Field.ENDS);
    return day != NONE || start == NONE
        ? day
        : WrittenDates.after(LocalDate.ofEpochDay(start), row.text(Field.ENDS))
            .map(LocalDate::toEpochDay)
            .map(Long::intValue)
            .orElse(NONE);
  }

  private static int number(String text) {
    return text.matches("\\d{1,9}") ? Integer.parseInt(text) : NONE;
  }

  private static int get(IntList list, int index, int otherwise) {
    return index >= 0 && index < list.size() ? list.get(index) : otherwise;
  }

  private static void bump(IntList list, int index) {
    while (list.size() <= index) {
      list.add(0);
    }
    list.set(index, list.get(index) + 1);
  }

  private static void put(IntList list, int index, int value) {
    while (list.size() <= index) {
      list.add(NONE);
    }
    list.set(index, value);
  }
}
