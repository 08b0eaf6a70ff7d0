package neatroster.core.wanted;

import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.IntUnaryOperator;
import java.util.function.Predicate;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.PairIndex;

/**
 * Which enrollments count where several are about one person in one course. What says that somebody
 * has left holds, whichever sheet comes first, unless the other starts after that end; what names a
 * group says more than what names none; of those that ask for the same the first counts.
 *
 * <p>Nearly everybody is in each course once: one word of 64 bits for each person tells who may not
 * be, a second pass which of them are not, and the enrollments of those alone are looked at.
 */
final class RowPrecedence {
  private static final int NO_DAY = Integer.MIN_VALUE;
  private static final int FOREVER = Integer.MAX_VALUE;
  private static final int UNTOLD = -2;

  private final ResolvedRoster roster;

  /** Who may be in one course, or group, by two rows. */
  final BitSet mayRepeat = new BitSet();

  /** The enrollments that do not count because others do. */
  private final BitSet givesWay = new BitSet();

  private final Map<Integer, EarlierRow> repeats = new HashMap<>();
  private final Map<Integer, Integer> endings = new HashMap<>();

  // What is said of those who may be in one course twice, one behind the other.
  private final IntList numbers = new IntList();
  private final IntList lines = new IntList();
  private final IntList whos = new IntList();
  private final IntList courses = new IntList();
  private final IntList groups = new IntList();
  private final IntList roles = new IntList();

  /** When it starts, or ended. */
  private final IntList days = new IntList();

  private final BitSet ended = new BitSet();

  /** Those that name no role, and have the usual one. */
  private final BitSet unsaid = new BitSet();

  private final Map<Integer, Integer> roleInstead = new HashMap<>();
  private final KeyIndex unlistedUsers = KeyIndex.caseless();
  private final KeyIndex unlistedCourses = KeyIndex.exact();
  private final KeyIndex unlistedGroups = KeyIndex.exact();
  private boolean anyEnded;
  private boolean isAnythingUntold;
  private int firstInstructor = Integer.MAX_VALUE;

  RowPrecedence(ResolvedRoster roster) {
    this.roster = roster;
  }

  /** Notes that somebody is enrolled in other ways than by rows of their own, too. */
  void mayRepeat(int person) {
    if (person >= 0) {
      mayRepeat.set(person);
    }
  }

  /** Takes a person and a course, or a group across courses, numbered behind them. */
  @FunctionalInterface
  private interface PlaceReceiver {
    void place(int person, int place);
  }

  /** Finds who may be in one course twice. */
  void look(EnrollmentRow row) {
    long[] coursesOfPerson = new long[roster.people().count()];
    BitSet suspects = new BitSet();
    look(
        row,
        (person, place) -> {
          // The upper bits of the product hang on all bits of the number.
          long bit = 1L << ((place * 0x9E3779B97F4A7C15L) >>> 58);
          if ((coursesOfPerson[person] & bit) != 0) {
            suspects.set(person);
          }
          coursesOfPerson[person] |= bit;
        });
    if (!suspects.isEmpty()) {
      // Two courses may have one bit.
      PairIndex places = new PairIndex();
      look(
          row,
          (person, place) -> {
            if (suspects.get(person) && places.putIfNew(person, place, 0) != PairIndex.NEW) {
              mayRepeat.set(person);
            }
          });
    }
  }

  private void look(EnrollmentRow row, PlaceReceiver receiver) {
    row.begin();
    for (SheetReading sheet : roster.rows().sheets()) {
      int count = row.begin(sheet, derived -> lookAt(derived, receiver));
      for (int at = 0; at < count; at++) {
        lookAt(row.at(at), receiver);
      }
    }
  }

  private void lookAt(EnrollmentRow row, PlaceReceiver receiver) {
    anyEnded |= row.isEnded();
    if (row.isSeatFound()) {
      receiver.place(row.seatPerson(), row.seatCourse());
      return;
    }
    isAnythingUntold = true;
    Link user = row.user();
    if (user.isFound()) {
      Link course = row.course();
      Link group = row.group();
      if (course.isBlank() && group.isFound()) {
        receiver.place(user.number(), roster.courses().count() + group.number());
      } else {
        mayRepeat.set(user.number());
      }
    }
  }

  /**
   * Takes the enrollments of those who may be in one course twice.
   *
   * @param counts which of the rows count
   * @param usualRole gives the role of a person's enrollment that names none
   * @param others takes the enrollments of all others, or null
   */
  void take(
      EnrollmentRow rows,
      Predicate<EnrollmentRow> counts,
      IntUnaryOperator usualRole,
      Consumer<EnrollmentRow> others) {
    if (mayRepeat.isEmpty() && !isAnythingUntold && others == null) {
      return;
    }
    rows.each(
        row -> {
          boolean isOther = row.isSeatFound() && !mayRepeat.get(row.seatPerson());
          if ((isOther && others == null) || !counts.test(row)) {
            return;
          }
          if (isOther) {
            others.accept(row);
            return;
          }
          int who = who(row);
          int course = course(row);
          int group = group(row, course);
          if (who < 0 || course == UNTOLD || group == UNTOLD) {
            return;
          }
          boolean isUnsaid = row.role() == EnrollmentRow.UNSAID;
          int person = who < roster.people().count() ? who : EnrollmentRow.NONE;
          int role = isUnsaid ? usualRole.applyAsInt(person) : row.role();
          add(row.number(), row.line(), who, course, group, role, isUnsaid);
          if (anyEnded) {
            boolean isEnded = row.isEnded();
            ended.set(numbers.size() - 1, isEnded);
            days.set(
                numbers.size() - 1,
                isEnded ? row.day(Field.ENDS, FOREVER) : row.day(Field.STARTS, NO_DAY));
          }
        });
  }

  /** Says which number the first has by which a course names an instructor. */
  void instructorsFrom(int first) {
    firstInstructor = first;
  }

  /** Takes an enrollment. */
  void add(int number, int line, int who, int course, int group, int role, boolean isUnsaid) {
    unsaid.set(numbers.size(), isUnsaid);
    numbers.add(number);
    lines.add(line);
    whos.add(who);
    courses.add(course);
    groups.add(group);
    roles.add(role);
    days.add(NO_DAY);
  }

  /** Somebody whom no list has, by a name. */
  int whoNamed(CharSequence name) {
    return roster.people().count() + unlistedUsers.add(name);
  }

  /** Whom an enrollment is about, be it by a name that no list has; -1 where it cannot be told. */
  private int who(EnrollmentRow row) {
    Link user = row.user();
    if (user.isFound()) {
      return user.number();
    }
    if (user.isUnchecked()) {
      return whoNamed(row.row().code(Field.USER));
    }
    boolean isOfMembers = user.isBlank() && row.isOfMembers();
    Link group = isOfMembers ? roster.membersOf(row.row()) : Link.NONE;
    return group.isFound() ? Integer.MAX_VALUE - 1 - group.number() : EnrollmentRow.NONE;
  }

  /** The course, -1 where there is none, or untold. */
  private int course(EnrollmentRow row) {
    Link course = row.course();
    if (course.isFound()) {
      return course.number();
    }
    if (course.isBlank()) {
      return EnrollmentRow.NONE;
    }
    return course.isUnchecked()
        ? roster.courses().count() + unlistedCourses.add(row.row().code(Field.COURSE))
        : UNTOLD;
  }

  /** The group, -1 where there is none, or untold; so it is where neither is named. */
  private int group(EnrollmentRow row, int course) {
    Link group = row.group();
    if (group.isFound()) {
      return group.number();
    }
    if (group.isBlank()) {
      return course < 0 ? UNTOLD : EnrollmentRow.NONE;
    }
    if (!group.isUnchecked()) {
      return UNTOLD;
    }
    String name = course + ":" + row.row().text(Field.GROUP);
    return roster.groups().count() + unlistedGroups.add(name);
  }

  private static int place(int course, int group) {
    return group < 0 ? course * 2 : group * 2 + 1;
  }

  /** Decides, when all are taken. */
  void decide() {
    givesWay.clear();
    repeats.clear();
    roleInstead.clear();
    this.endings.clear();
    PairIndex endOfPlace = new PairIndex();
    PairIndex endOfCourse = new PairIndex();
    PairIndex inGroup = new PairIndex();
    IntList endings = new IntList();
    int[] endingOf = new int[ended.length()];
    for (int i = ended.nextSetBit(0); i >= 0; i = ended.nextSetBit(i + 1)) {
      boolean isWhole = groups.get(i) < 0;
      int where = isWhole ? courses.get(i) : place(courses.get(i), groups.get(i));
      endingOf[i] = keepLatest(isWhole ? endOfCourse : endOfPlace, whos.get(i), where, i, endings);
    }
    BitSet over = new BitSet();
    BitSet overruled = new BitSet();
    for (int i = 0; i < numbers.size(); i++) {
      if (!ended.get(i) && endings.size() > 0) {
        int ofPlace = endOfPlace.find(whos.get(i), place(courses.get(i), groups.get(i)));
        int ofCourse =
            courses.get(i) < 0 ? PairIndex.NEW : endOfCourse.find(whos.get(i), courses.get(i));
        for (int ending : new int[] {ofPlace, ofCourse}) {
          if (ending == PairIndex.NEW) {
            continue;
          }
          if (days.get(i) > days.get(endings.get(ending))) {
            // A later start than that end is a new enrollment.
            overruled.set(ending);
          } else {
            over.set(i);
            givesWay.set(numbers.get(i));
            this.endings.put(numbers.get(i), lines.get(endings.get(ending)));
          }
        }
      }
      if (!ended.get(i) && !over.get(i) && groups.get(i) >= 0 && courses.get(i) >= 0) {
        inGroup.putIfNew(whos.get(i), courses.get(i), i);
      }
    }
    for (int i = ended.nextSetBit(0); i >= 0; i = ended.nextSetBit(i + 1)) {
      givesWay.set(numbers.get(i), overruled.get(endingOf[i]));
    }
    decideInstructors(over);
    PairIndex first = new PairIndex();
    PairIndex firstEnd = new PairIndex();
    for (int i = 0; i < numbers.size(); i++) {
      if (over.get(i)) {
        continue;
      }
      int who = whos.get(i);
      int place = place(courses.get(i), groups.get(i));
      int earlier = (ended.get(i) ? firstEnd : first).putIfNew(who, place, i);
      int grouped =
          ended.get(i) || groups.get(i) >= 0 ? PairIndex.NEW : inGroup.find(who, courses.get(i));
      if (earlier != PairIndex.NEW) {
        givesWay.set(numbers.get(i));
        repeats.putIfAbsent(numbers.get(i), earlier(earlier, i));
      } else if (grouped != PairIndex.NEW) {
        // It says no more than the other.
        givesWay.set(numbers.get(i));
      }
    }
  }

  /**
   * Whom a course names as its instructor is one by rows that name no role, too; a row that names
   * another counts.
   */
  private void decideInstructors(BitSet over) {
    PairIndex named = new PairIndex();
    int count = numbers.size();
    while (count > 0 && numbers.get(count - 1) >= firstInstructor) {
      count--;
      if (!over.get(count)) {
        named.putIfNew(whos.get(count), courses.get(count), count);
      }
    }
    for (int i = 0; i < count && count < numbers.size(); i++) {
      int instructor =
          over.get(i) || ended.get(i) || courses.get(i) < 0
              ? PairIndex.NEW
              : named.find(whos.get(i), courses.get(i));
      if (instructor == PairIndex.NEW || roles.get(i) == roles.get(instructor)) {
        continue;
      }
      if (unsaid.get(i)) {
        roles.set(i, roles.get(instructor));
        roleInstead.put(numbers.get(i), roles.get(instructor));
      } else {
        repeats.putIfAbsent(numbers.get(instructor), new EarlierRow(lines.get(i), true, true));
      }
    }
  }

  private EarlierRow earlier(int one, int other) {
    boolean hasOtherRole = !ended.get(other) && roles.get(one) != roles.get(other);
    boolean areRoles = roles.get(one) >= 0 && roles.get(other) >= 0;
    return new EarlierRow(lines.get(one), hasOtherRole, areRoles);
  }

  private int keepLatest(PairIndex ends, int who, int where, int entry, IntList endings) {
    int at = ends.putIfNew(who, where, endings.size());
    if (at == PairIndex.NEW) {
      endings.add(entry);
      return endings.size() - 1;
    }
    if (days.get(entry) > days.get(endings.get(at))) {
      endings.set(at, entry);
    }
    return at;
  }

  /** Takes what counts of who may be in one course twice. */
  @FunctionalInterface
  interface Receiver {
    /**
     * Takes an enrollment.
     *
     * @param number its number
     * @param person the person, or -1
     * @param course the course, or -1
     * @param group the group, or -1
     */
    void take(int number, int person, int course, int group, int role);
  }

  /** Hands on the enrollments that were taken and count. */
  void each(Receiver receiver) {
    for (int i = 0; i < numbers.size(); i++) {
      if (!givesWay.get(numbers.get(i)) && !ended.get(i)) {
        receiver.take(
            numbers.get(i),
            listed(whos.get(i), roster.people().count()),
            listed(courses.get(i), roster.courses().count()),
            listed(groups.get(i), roster.groups().count()),
            roles.get(i));
      }
    }
  }

  private static int listed(int number, int count) {
    return number < count ? number : EnrollmentRow.NONE;
  }

  /** Whether an enrollment does not count because another does. */
  boolean givesWay(int number) {
    return givesWay.get(number);
  }

  /** The role that counts in the place of the usual one; {@link EnrollmentRow#NONE} for none. */
  int roleInstead(int number) {
    return roleInstead.getOrDefault(number, EnrollmentRow.NONE);
  }

  /** The earlier enrollment that asks for the same, or null. */
  EarlierRow earlier(int number) {
    return repeats.get(number);
  }

  /** The lines of the rows that say of others that they have ended. */
  Set<Integer> endingLines() {
    return new HashSet<>(endings.values());
  }

  /** The line of the row by which somebody has left who is enrolled by this one, or -1. */
  int endedBy(int number) {
    return endings.getOrDefault(number, -1);
  }
}
