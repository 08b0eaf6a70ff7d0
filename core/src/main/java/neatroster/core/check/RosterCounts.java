package neatroster.core.check;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.model.WrittenDates;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.text.PairIndex;
import neatroster.core.wanted.Membership;
import neatroster.core.wanted.Memberships;

/** Who is where, counted, and what the courses and groups say of themselves. */
public final class RosterCounts implements Memberships.Counter {
  /** A course or a group that says no number. */
  public static final int NONE = Integer.MIN_VALUE;

  private static final int MANY_INSTRUCTORS = 4;

  private final int learner;
  private final int instructor;
  private final PairIndex inCourse = new PairIndex();
  private final int[] learners;
  private final int[] instructors;
  private final int[] members;
  private final int[] coursesOfUser;
  private final int[] courseCapacity;
  private final int[] groupCapacity;
  private final int[] starts;
  private final int[] ends;
  private final Map<Integer, Integer> throughGroups = new HashMap<>();

  /** How many of the instructors are in a course by rows of their own. */
  private final int[] instructorsByRows;

  private final BitSet listed = new BitSet();
  private final BitSet closed = new BitSet();
  private final BitSet hasInstructors = new BitSet();
  private final BitSet looksLikeLearner = new BitSet();
  private final BitSet suspended = new BitSet();
  private final BitSet unclear = new BitSet();

  /**
   * Nothing is counted yet.
   *
   * @param roles tell learners and instructors
   */
  public RosterCounts(ResolvedRoster roster, RoleWords roles) {
    learner = roles.number("learner");
    instructor = roles.number("instructor");
    int courses = roster.courses().count();
    int groups = roster.groups().count();
    learners = new int[courses];
    instructors = new int[courses];
    instructorsByRows = new int[courses];
    courseCapacity = filled(courses);
    starts = filled(courses);
    ends = filled(courses);
    members = new int[groups];
    groupCapacity = filled(groups);
    coursesOfUser = new int[roster.people().count()];
  }

  private static int[] filled(int length) {
    int[] all = new int[length];
    Arrays.fill(all, NONE);
    return all;
  }

  /** Remembers what a course says of itself. */
  public void course(int course, RosterRow row) {
    listed.set(course);
    courseCapacity[course] = number(row.text(Field.CAPACITY));
    starts[course] = day(row, Field.STARTS);
    ends[course] = end(row, starts[course]);
    if (ends[course] != NONE && ends[course] < starts[course]) {
      // Its own finding: no enrollment is outside of such a course.
      starts[course] = NONE;
      ends[course] = NONE;
    }
    String status = row.text(Field.STATUS);
    closed.set(course, status.equalsIgnoreCase("closed") || status.equalsIgnoreCase("removed"));
    hasInstructors.set(course, row.has(Field.INSTRUCTORS));
  }

  /**
   * Remembers the days of a course that says no more of itself; none that are the wrong way round.
   */
  public void course(int course, int start, int end) {
    listed.set(course);
    if (end == NONE || end >= start) {
      starts[course] = start;
      ends[course] = end;
    }
  }

  /** Remembers what a group says of itself. */
  public void group(int group, RosterRow row) {
    groupCapacity[group] = number(row.text(Field.CAPACITY));
  }

  @Override
  public void count(
      Membership.Source source, boolean mayRepeat, int person, int course, int group, int role) {
    // In two groups of one course somebody is in the course once.
    boolean isFirst =
        course >= 0
            && (!mayRepeat || person < 0 || inCourse.putIfNew(person, course, 0) == PairIndex.NEW);
    if (isFirst) {
      if (role == learner) {
        learners[course]++;
        if (source == Membership.Source.MEMBERS) {
          throughGroups.merge(course, 1, Integer::sum);
        }
      } else if (role == instructor) {
        instructors[course]++;
        instructorsByRows[course] += source == Membership.Source.ROW ? 1 : 0;
      }
      if (person >= 0) {
        coursesOfUser[person]++;
      }
    }
    if (group >= 0) {
      members[group]++;
    }
  }

  /** How many of a course's learners are in it through a cross-course group. */
  public int learnersThroughGroups(int course) {
    return throughGroups.getOrDefault(course, 0);
  }

  /** Counts a second role of somebody in a course, which is a finding: either may be meant. */
  public void unclear(int course, String role) {
    unclear.set(course);
    if (role.equals("learner")) {
      learners[course]++;
    } else if (role.equals("instructor")) {
      instructors[course]++;
    }
  }

  /** Whether somebody has two roles in a course, so that it is open who teaches and who learns. */
  public boolean isUnclear(int course) {
    return unclear.get(course);
  }

  public void looksLikeLearner(int user) {
    looksLikeLearner.set(user);
  }

  /** Notes that somebody is shut out. */
  public void suspend(int user) {
    suspended.set(user);
  }

  /** Whether somebody is shut out. */
  public boolean isSuspended(int user) {
    return suspended.get(user);
  }

  /** Whether something in a user's row says that this is no grown-up. */
  public boolean isLikelyLearner(int user) {
    return user >= 0 && looksLikeLearner.get(user);
  }

  /** Whether the sheets name any instructor. */
  public boolean anyInstructor() {
    boolean any = !hasInstructors.isEmpty();
    for (int course = 0; course < instructors.length && !any; course++) {
      any = instructors[course] > 0;
    }
    return any;
  }

  /** Whether more than half of the listed courses have learners. */
  public boolean mostHaveLearners() {
    int with = 0;
    for (int course = 0; course < listed.length(); course++) {
      with += learners[course] > 0 ? 1 : 0;
    }
    return with * 2 > listed.length();
  }

  public int learners(int course) {
    return learners[course];
  }

  public int instructors(int course) {
    return instructors[course];
  }

  /**
   * Whether everybody in a course is an instructor, and they are more than teach a class to which
   * nobody has come yet.
   */
  public boolean isOfInstructors(int course) {
    return learners[course] == 0 && instructorsByRows[course] >= MANY_INSTRUCTORS;
  }

  public int members(int group) {
    return members[group];
  }

  public int coursesOfUser(int user) {
    return coursesOfUser[user];
  }

  public int courseCapacity(int course) {
    return courseCapacity[course];
  }

  public int groupCapacity(int group) {
    return groupCapacity[group];
  }

  /** The day on which a course starts, counted from 1970-01-01. */
  public int starts(int course) {
    return starts[course];
  }

  /** The day on which a course ends, counted from 1970-01-01. */
  public int ends(int course) {
    return ends[course];
  }

  public boolean isOpen(int course) {
    return !closed.get(course);
  }

  public boolean hasInstructors(int course) {
    return hasInstructors.get(course);
  }

  public static int day(RosterRow row, Field field) {
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
}
