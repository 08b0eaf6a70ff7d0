package neatroster.core.roster;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntConsumer;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.IntList;
import neatroster.core.text.IntLists;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.PairIndex;

/**
 * What the platform holds, value by value: for each account, course, group and enrollment the rows
 * that list it, the newest first.
 */
public final class Held {
  private static final int NONE = -1;

  /** Behind the lengths of the parts of a key. */
  private static final char BEHIND = ':';

  private final Roster exports;
  private final Statements statements;
  private final Map<SheetReading, RowCursor> cursors = new HashMap<>();
  private final IntLists users = new IntLists();
  private final BitSet usersThere = new BitSet();
  private final KeyIndex courses = KeyIndex.exact();
  private final IntLists linesOfCourses = new IntLists();
  private final BitSet coursesThere = new BitSet();
  private final KeyIndex groups = KeyIndex.exact();
  private final IntLists linesOfGroups = new IntLists();
  private final KeyIndex whos = KeyIndex.exact();

  /** Courses with a group or without, and for each of these the number of its course. */
  private final KeyIndex places = KeyIndex.exact();

  private final IntList courseOfPlace = new IntList();
  private final KeyIndex coursesOfPlaces = KeyIndex.exact();

  /** The number of an enrollment by who and where. */
  private final PairIndex enrollments = new PairIndex();

  private final IntList whoOf = new IntList();
  private final IntList placeOf = new IntList();
  private final BitSet enrollmentsThere = new BitSet();

  /** The enrollments that we ended ourselves. */
  private final BitSet withdrawn = new BitSet();

  private int present;

  /** Role, start and end of enrollments, each combination once. */
  private final KeyIndex details = KeyIndex.exact();

  private final BitSet rolelessDetails = new BitSet();
  private final IntList detailOf = new IntList();

  /** What was last delivered of an enrollment, or -1; as long as the others where anything was. */
  private final Map<Integer, Integer> deliveredDetail = new HashMap<>();

  private final Map<Field, Boolean> tellsOfEnrollments = new EnumMap<>(Field.class);

  /** For each user and course the enrollments there, by number. */
  private final PairIndex seats = new PairIndex();

  private int seatsThere;

  private final IntLists enrollmentsOfSeat = new IntLists();

  Held(Roster exports, Statements statements) {
    this.exports = exports;
    this.statements = statements;
  }

  /** Nothing at all. */
  static Held nothing() {
    return new Held(new Roster(List.of(), List.of(), List.of()), Statements.ofExports());
  }

  void addUser(int account, int line, boolean isThere) {
    users.add(account, line);
    if (isThere) {
      usersThere.set(account);
    }
  }

  /** Notes a row of a course; whether the platform has it is what the first row says. */
  void addCourse(String code, int line, boolean isThere) {
    int number = courses.add(code);
    boolean isNew = number >= linesOfCourses.size();
    linesOfCourses.add(number, line);
    if (isNew && isThere) {
      coursesThere.set(number);
    }
  }

  /** Whether any row was about a course, even one that says that it is gone. */
  boolean mentionsCourse(String code) {
    return courses.find(code) != KeyIndex.NONE;
  }

  void addGroup(String course, String name, int line) {
    linesOfGroups.add(groups.add(key(course, name, "")), line);
  }

  /** Whether any row was about a group. */
  boolean mentionsGroup(String course, String name) {
    return groups.find(key(course, name, "")) != KeyIndex.NONE;
  }

  /**
   * Notes a row of an enrollment; the first counts.
   *
   * @param isThere whether the platform has it, as far as the row says
   * @param isDelivery whether the row is one that we delivered
   * @param isEnded whether the row ends it
   */
  void addEnrollment(
      int who, int place, int detail, boolean isThere, boolean isDelivery, boolean isEnded) {
    int known = enrollments.putIfNew(who, place, whoOf.size());
    int number = known == PairIndex.NEW ? whoOf.size() : known;
    if (isDelivery && !isEnded) {
      deliveredDetail.putIfAbsent(number, detail);
    }
    if (number < detailOf.size()) {
      if (rolelessDetails.get(detailOf.get(number)) && !rolelessDetails.get(detail)) {
        // Nobody is in a course as nothing: what names no role says nothing of it.
        String other = details.text(detailOf.get(number));
        int whole = addDetail(part(details.text(detail), 0), part(other, 1), part(other, 2));
        detailOf.set(number, whole);
      }
      return;
    }
    detailOf.add(detail);
    whoOf.add(who);
    placeOf.add(place);
    if (!isThere) {
      withdrawn.set(number, isDelivery && isEnded);
      return;
    }
    enrollmentsThere.set(number);
    present++;
    int seat = seats.putIfNew(who, courseOfPlace.get(place), seatsThere);
    if (seat == PairIndex.NEW) {
      seat = seatsThere++;
    }
    enrollmentsOfSeat.add(seat, number);
  }

  /** Notes somebody whom a course names as its instructor, unless newer rows tell of them there. */
  void addInstructor(int who, int place, int detail) {
    int seat = seats.find(who, courseOfPlace.get(place));
    if (seat == PairIndex.NEW && enrollments.find(who, place) == PairIndex.NEW) {
      addEnrollment(who, place, detail, true, false, false);
      // A list of instructors is no list of who is in the course.
      present--;
    }
  }

  /** The number of somebody, who may be new. */
  int addWho(String username) {
    return whos.add(username.toLowerCase(Locale.ROOT));
  }

  /** The number of what an enrollment says beside who and where, which may be new. */
  int addDetail(String role, String starts, String ends) {
    int detail = details.add(key(role, starts, ends));
    rolelessDetails.set(detail, role.isEmpty());
    return detail;
  }

  /** The number of a course's group, or of a course without one, which may be new. */
  int addPlace(String course, String group) {
    int place = places.add(key(course, group, ""));
    if (place == courseOfPlace.size()) {
      courseOfPlace.add(coursesOfPlaces.add(course));
    }
    return place;
  }

  /** The number of the course of a place. */
  int courseOfPlace(int place) {
    return courseOfPlace.get(place);
  }

  /** The number of somebody who is enrolled anywhere, or -1. */
  public int who(String username) {
    return whos.find(username.toLowerCase(Locale.ROOT));
  }

  /** The number of a course's group, or of a course without one, where anybody is in it; or -1. */
  public int place(String course, String group) {
    return places.find(key(course, group, ""));
  }

  /** The number of an enrollment that the platform has, by the numbers of who and where; or -1. */
  public int enrollment(int who, int place) {
    int number = who < 0 || place < 0 ? PairIndex.NEW : enrollments.find(who, place);
    return number == PairIndex.NEW || !enrollmentsThere.get(number) ? NONE : number;
  }

  /** The number of the course that an enrollment is in. */
  public int courseNumberOf(int enrollment) {
    return courseOfPlace.get(placeOf.get(enrollment));
  }

  /** The code of a course by its number among those of enrollments, or empty. */
  public String courseOfNumber(int course) {
    return coursesOfPlaces.text(course);
  }

  /** The number of what an enrollment says beside who and where. */
  public int detailNumberOf(int enrollment) {
    return detailOf.get(enrollment);
  }

  /** The enrollments of whom an enrollment is about in its course, in whatever groups. */
  public int[] besides(int enrollment) {
    int seat = seats.find(whoOf.get(enrollment), courseNumberOf(enrollment));
    return enrollmentsOfSeat.of(seat);
  }

  /** Whether whom an enrollment is about has others in its course. */
  public boolean hasOthers(int enrollment) {
    return enrollmentsOfSeat.hasSeveral(
        seats.find(whoOf.get(enrollment), courseNumberOf(enrollment)));
  }

  /** Whether an enrollment says no more than another: whoever is in a group is in its course. */
  public boolean isSaidByGroup(int enrollment) {
    return groupOf(enrollment).isEmpty()
        && !courseOf(enrollment).isEmpty()
        && hasOthers(enrollment);
  }

  private int find(String username, String course, String group) {
    int who = who(username);
    int place = place(course, group);
    return who == KeyIndex.NONE || place == KeyIndex.NONE ? NONE : enrollments.find(who, place);
  }

  /** Three texts as one; the lengths tell where each ends, whatever is in them. */
  private static String key(String first, String second, String third) {
    return first.length() + ":" + second.length() + BEHIND + first + second + third;
  }

  /** What the platform holds of an account. */
  public Optional<HeldRow> user(int account) {
    return account >= 0 && usersThere.get(account) ? rows(users.of(account)) : Optional.empty();
  }

  /**
   * What was delivered of an account that newer exports do not list any more; somebody took it away
   * on the platform.
   */
  public Optional<HeldRow> goneUser(int account) {
    return account < 0 || usersThere.get(account)
        ? Optional.empty()
        : rows(users.of(account)).filter(HeldRow::isDelivered);
  }

  /** What the platform holds of a course. */
  public Optional<HeldRow> course(String code) {
    int number = courses.find(code);
    return number != KeyIndex.NONE && coursesThere.get(number)
        ? rows(linesOfCourses.of(number))
        : Optional.empty();
  }

  /** Whether a course was delivered that newer exports do not list any more. */
  public boolean isGoneCourse(String code) {
    int number = courses.find(code);
    return number != KeyIndex.NONE
        && !coursesThere.get(number)
        && rows(linesOfCourses.of(number))
            .filter(row -> row.isDelivered() && !row.text(Field.STATUS).equals("removed"))
            .isPresent();
  }

  /** What the platform holds of a group; the course is blank for one across courses. */
  public Optional<HeldRow> group(String course, String name) {
    int number = groups.find(key(course, name, ""));
    return number == KeyIndex.NONE ? Optional.empty() : rows(linesOfGroups.of(number));
  }

  /** The number of an enrollment that the platform has, or -1. */
  public int enrollment(String username, String course, String group) {
    int number = find(username, course, group);
    return number == NONE || !enrollmentsThere.get(number) ? NONE : number;
  }

  /** Whether an enrollment was delivered that the platform has no more, not by our doing. */
  public boolean isGoneEnrollment(String username, String course, String group) {
    int number = find(username, course, group);
    return number != NONE
        && !enrollmentsThere.get(number)
        && !withdrawn.get(number)
        && deliveredDetail.containsKey(number);
  }

  /** The numbers of the enrollments of somebody in a course, in whatever groups. */
  public int[] seats(String username, String course) {
    int who = whos.find(username.toLowerCase(Locale.ROOT));
    int in = coursesOfPlaces.find(course);
    int seat = who == KeyIndex.NONE || in == KeyIndex.NONE ? PairIndex.NEW : seats.find(who, in);
    return seat == PairIndex.NEW ? new int[0] : enrollmentsOfSeat.of(seat);
  }

  /** How many enrollments there are. */
  public int enrollments() {
    return present;
  }

  /** Hands on the numbers of the enrollments. */
  public void eachEnrollment(IntConsumer enrollment) {
    enrollmentsThere.stream().forEach(enrollment);
  }

  /** Who is enrolled by an enrollment: the username, in lower case. */
  public String username(int enrollment) {
    return whos.text(whoOf.get(enrollment));
  }

  /** The course of an enrollment, or empty. */
  public String courseOf(int enrollment) {
    return part(places.text(placeOf.get(enrollment)), 0);
  }

  /** The group of an enrollment, or empty. */
  public String groupOf(int enrollment) {
    return part(places.text(placeOf.get(enrollment)), 1);
  }

  private static String part(String key, int part) {
    int firstEnd = key.indexOf(BEHIND);
    int secondEnd = key.indexOf(BEHIND, firstEnd + 1);
    int first = Integer.parseInt(key, 0, firstEnd, 10);
    int second = Integer.parseInt(key, firstEnd + 1, secondEnd, 10);
    int start = secondEnd + 1;
    return switch (part) {
      case 0 -> key.substring(start, start + first);
      case 1 -> key.substring(start + first, start + first + second);
      default -> key.substring(start + first + second);
    };
  }

  /** The role of an enrollment; empty where nothing says it. */
  public String roleOf(int enrollment) {
    return part(details.text(detailOf.get(enrollment)), 0);
  }

  /** When an enrollment starts or ends; empty where nothing says it. */
  public String dateOf(int enrollment, Field field) {
    return part(details.text(detailOf.get(enrollment)), field == Field.STARTS ? 1 : 2);
  }

  /** The role that an enrollment was last delivered with, if it ever was. */
  public Optional<String> deliveredRole(int enrollment) {
    return Optional.ofNullable(deliveredDetail.get(enrollment))
        .map(detail -> part(details.text(detail), 0));
  }

  /** The start or end that an enrollment was last delivered with, if it ever was. */
  public Optional<String> deliveredDate(int enrollment, Field field) {
    return Optional.ofNullable(deliveredDetail.get(enrollment))
        .map(detail -> part(details.text(detail), field == Field.STARTS ? 1 : 2))
        .filter(date -> !date.isEmpty());
  }

  /** Whether anything says a field of enrollments. */
  public boolean tellsOfEnrollments(Field field) {
    return tellsOfEnrollments.computeIfAbsent(field, this::isTold);
  }

  private boolean isTold(Field field) {
    return exports.sheets().stream()
        .anyMatch(
            sheet ->
                (sheet.table() == Table.ENROLLMENTS || sheet.enrolls())
                    && (sheet.has(field) || sheet.has(Field.ENROLLMENTS_CELL)));
  }

  /** Hands on the positions of the accounts that the platform has. */
  public void eachUser(IntConsumer account) {
    usersThere.stream().forEach(account);
  }

  /** The codes of the courses that the platform has. */
  public List<String> courses() {
    List<String> codes = new ArrayList<>();
    coursesThere.stream().forEach(number -> codes.add(courses.text(number)));
    return codes;
  }

  /** The rows of the lines, until others of the same sheets are asked for. */
  private Optional<HeldRow> rows(int[] lines) {
    if (lines.length == 0) {
      return Optional.empty();
    }
    if (lines.length == 1) {
      return Optional.of(new HeldRow(List.of(exports.row(lines[0], cursors)), statements));
    }
    List<RosterRow> rows = new ArrayList<>();
    SheetReading before = null;
    int firstOfSheet = 0;
    for (int line : lines) {
      SheetReading sheet = exports.sheet(line);
      if (sheet != before) {
        before = sheet;
        firstOfSheet = rows.size();
      }
      if (statements.isDelivery(sheet)) {
        // Of two changes in one delivery the later is the newer.
        rows.add(firstOfSheet, exports.row(line));
      } else if (rows.stream().noneMatch(row -> row.reading().equals(sheet))) {
        rows.add(exports.row(line, cursors));
      }
    }
    return Optional.of(new HeldRow(sinceMade(rows), statements));
  }

  /** The rows since we made it, if we did: what was there before by that name was another thing. */
  private List<RosterRow> sinceMade(List<RosterRow> rows) {
    for (int i = 0; i < rows.size(); i++) {
      if (statements.isCreation(rows.get(i))) {
        return rows.subList(0, i + 1);
      }
    }
    return rows;
  }
}
