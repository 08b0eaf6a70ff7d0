package neatroster.core.roster;

import java.util.ArrayList;
import java.util.Arrays;
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
import neatroster.core.text.KeyIndex;

/**
 * What the platform holds, value by value: for each account, course, group and enrollment the row
 * of the export that lists it.
 */
public final class Held {
  private static final int NONE = -1;

  /** Between the parts of a key; a character of private use, which no cell should hold. */
  private static final char BETWEEN = '\ue000';

  private final Roster exports;
  private final Map<SheetReading, RowCursor> cursors = new HashMap<>();
  private final Map<Integer, Integer> lineOfAccount = new HashMap<>();
  private final KeyIndex courses = KeyIndex.exact();
  private final IntList lineOfCourse = new IntList();
  private final KeyIndex groups = KeyIndex.exact();
  private final IntList lineOfGroup = new IntList();
  private final KeyIndex enrollments = KeyIndex.exact();
  private final KeyIndex roles = KeyIndex.exact();
  private final IntList roleOfEnrollment = new IntList();

  /** For each user and course the enrollments there, by number. */
  private final KeyIndex seats = KeyIndex.exact();

  private final List<int[]> enrollmentsOfSeat = new ArrayList<>();

  Held(Roster exports) {
    this.exports = exports;
  }

  /** Nothing at all. */
  static Held nothing() {
    return new Held(new Roster(List.of(), List.of(), List.of()));
  }

  void addUser(int account, int line) {
    lineOfAccount.putIfAbsent(account, line);
  }

  void addCourse(String code, int line) {
    if (courses.add(code) == lineOfCourse.size()) {
      lineOfCourse.add(line);
    }
  }

  void addGroup(String course, String name, int line) {
    if (groups.add(course + BETWEEN + name) == lineOfGroup.size()) {
      lineOfGroup.add(line);
    }
  }

  void addEnrollment(String username, String course, String group, String role) {
    int number = enrollments.add(key(username, course, group));
    if (number < roleOfEnrollment.size()) {
      return;
    }
    roleOfEnrollment.add(roles.add(role));
    int seat = seats.add(username.toLowerCase(Locale.ROOT) + BETWEEN + course);
    if (seat == enrollmentsOfSeat.size()) {
      enrollmentsOfSeat.add(new int[] {number});
    } else {
      int[] more =
          Arrays.copyOf(enrollmentsOfSeat.get(seat), enrollmentsOfSeat.get(seat).length + 1);
      more[more.length - 1] = number;
      enrollmentsOfSeat.set(seat, more);
    }
  }

  private static String key(String username, String course, String group) {
    return username.toLowerCase(Locale.ROOT) + BETWEEN + course + BETWEEN + group;
  }

  /** The export's row of an account. */
  public Optional<RosterRow> user(int account) {
    return row(lineOfAccount.getOrDefault(account, NONE));
  }

  /** The export's row of a course. */
  public Optional<RosterRow> course(String code) {
    int number = courses.find(code);
    return row(number == KeyIndex.NONE ? NONE : lineOfCourse.get(number));
  }

  /** The number of an enrollment, or -1. */
  public int enrollment(String username, String course, String group) {
    return enrollments.find(key(username, course, group));
  }

  /** The numbers of the enrollments of somebody in a course, in whatever groups. */
  public int[] seats(String username, String course) {
    int seat = seats.find(username.toLowerCase(Locale.ROOT) + BETWEEN + course);
    return seat == KeyIndex.NONE ? new int[0] : enrollmentsOfSeat.get(seat);
  }

  /** How many enrollments there are. */
  public int enrollments() {
    return roleOfEnrollment.size();
  }

  /** Who is enrolled by an enrollment: the username, in lower case. */
  public String username(int enrollment) {
    return part(enrollment, 0);
  }

  /** The course of an enrollment, or empty. */
  public String courseOf(int enrollment) {
    return part(enrollment, 1);
  }

  /** The group of an enrollment, or empty. */
  public String groupOf(int enrollment) {
    return part(enrollment, 2);
  }

  private String part(int enrollment, int part) {
    return enrollments.text(enrollment).split(String.valueOf(BETWEEN), -1)[part];
  }

  /** The role of an enrollment; empty where the export says none. */
  public String roleOf(int enrollment) {
    return roles.text(roleOfEnrollment.get(enrollment));
  }

  /** Whether the exports say anything of a field. */
  public boolean tells(Table table, Field field) {
    return exports.sheets().stream().anyMatch(sheet -> sheet.table() == table && sheet.has(field));
  }

  /** Hands on the positions of the accounts that an export lists. */
  public void eachUser(IntConsumer account) {
    lineOfAccount.keySet().stream().sorted().forEach(account::accept);
  }

  /** Hands on the codes of the courses. */
  public List<String> courses() {
    List<String> codes = new ArrayList<>();
    courses.each(codes::add);
    return codes;
  }

  /** A row of the exports, until another of the same sheet is asked for. */
  private Optional<RosterRow> row(int line) {
    return line < 0 ? Optional.empty() : Optional.of(exports.row(line, cursors));
  }
}
