package neatroster.core.wanted;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.function.IntUnaryOperator;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.settings.Settings;
import neatroster.core.value.Instructors;

/**
 * Who is to be in which course and group as what, each place once: by rows of their own, by rows
 * for all members of a cross-course group, as instructors whom courses name, or by accounts that
 * were issued for a course.
 */
public final class Memberships {
  private static final String INSTRUCTOR = "instructor";

  private final ResolvedRoster roster;
  private final Deliverable deliverable;
  private final Removed removed;
  private final EnrollmentDefaults defaults;
  private final RowPrecedence precedence;
  private final EnrollmentRow rows;

  /** The memberships that no row of the person's own asks for; numbered behind those of rows. */
  private final List<Membership.Extra> extras = new ArrayList<>();

  private int firstExtra;

  // What is asked of every row.
  private final boolean isAllSound;
  private final boolean isNothingRemoved;

  /**
   * The memberships of a roster.
   *
   * @param siteOf gives where a person is, or a blank
   * @param counter counts them while they are found, or null
   */
  Memberships(
      ResolvedRoster roster,
      Settings settings,
      Deliverable deliverable,
      Removed removed,
      IntFunction<String> siteOf,
      Counter counter) {
    this.roster = roster;
    this.deliverable = deliverable;
    this.removed = removed;
    isAllSound = deliverable.isEverything();
    isNothingRemoved = removed.isNothing();
    defaults = new EnrollmentDefaults(settings, siteOf);
    precedence = new RowPrecedence(roster);
    rows = new EnrollmentRow(roster, defaults);
    find(counter);
    if (counter != null) {
      precedence.each(
          (number, person, course, group, role) -> {
            boolean isExtra = number >= firstExtra;
            Membership.Source source =
                isExtra ? extras.get(number - firstExtra).source() : Membership.Source.ROW;
            counter.count(source, true, person, course, group, role);
          });
    }
    for (Membership.Extra extra : ofAccounts()) {
      extras.add(extra);
      if (counter != null) {
        counter.count(
            extra.source(), true, extra.person(), extra.course(), extra.group(), extra.role());
      }
    }
  }

  /** Counts memberships, without anything of their rows. */
  @FunctionalInterface
  public interface Counter {
    /**
     * Counts a membership.
     *
     * @param mayRepeat whether the person may have another in the course
     * @param person the person, or -1
     * @param course the course, or -1
     * @param group the group, or -1
     * @param role the number of the role among the folder's, less than 0 where it is none
     */
    void count(
        Membership.Source source, boolean mayRepeat, int person, int course, int group, int role);
  }

  /** Takes memberships. */
  @FunctionalInterface
  public interface Receiver {
    /** Takes a membership that is asked for. */
    void membership(Membership membership);

    /** Takes one that a row says has ended. */
    default void ended(Membership membership) {
      // Nobody is asked for by it.
    }

    /**
     * Takes a row that needs who or what is to be removed.
     *
     * @param line its line
     */
    default void ofRemoved(int line) {
      // Nobody is asked for by it.
    }

    /**
     * Takes a row that asks for none.
     *
     * @param why the reason where the row itself has no finding, else null
     */
    default void leftOut(RosterRow row, int line, String why) {
      // Nobody is asked for by it.
    }
  }

  private void find(Counter counter) {
    Map<Integer, List<Membership.Extra>> instructors = instructors();
    instructors.keySet().forEach(precedence::mayRepeat);
    boolean anyMembers =
        roster.rows().sheets().stream().anyMatch(sheet -> sheet.has(Field.MEMBERS_OF));
    if (anyMembers) {
      rows.each(
          row -> {
            if (row.course().isBlank() && row.user().isFound()) {
              precedence.mayRepeat(row.user().number());
            }
          });
    }
    precedence.look(rows);
    firstExtra = rows.count();
    precedence.take(
        rows, this::asks, this::usualRole, counter == null ? null : row -> count(row, counter));
    if (anyMembers) {
      precedence.decide();
      add(members());
    }
    precedence.instructorsFrom(firstExtra + extras.size());
    instructors.values().forEach(this::add);
    precedence.decide();
  }

  private void count(EnrollmentRow row, Counter counter) {
    if (!row.isEnded()) {
      int group = row.isPlain() ? row.plainGroup() : number(row.group());
      counter.count(
          Membership.Source.ROW,
          false,
          row.seatPerson(),
          row.seatCourse(),
          group,
          roleOf(row, row.seatPerson()));
    }
  }

  private void add(List<Membership.Extra> more) {
    for (Membership.Extra extra : more) {
      precedence.add(
          firstExtra + extras.size(),
          extra.line(),
          extra.person() >= 0 ? extra.person() : precedence.whoNamed(extra.name()),
          extra.course(),
          extra.group(),
          extra.role(),
          extra.isRoleUnsaid());
      extras.add(extra);
    }
  }

  private int usualRole(int person) {
    return defaults.usual(person);
  }

  private int roleOf(EnrollmentRow row, int person) {
    int role = row.role();
    if (role != EnrollmentRow.UNSAID) {
      return role;
    }
    int instead = precedence.roleInstead(row.number());
    return instead >= 0 ? instead : usualRole(person);
  }

  /** Whether a row asks for anything: it and what it needs can be delivered, and stays. */
  private boolean asks(EnrollmentRow row) {
    if (isAllSound && isNothingRemoved && row.isSeatFound()) {
      return true;
    }
    return (isAllSound || !deliverable.isFaulty(row.line()))
        && whyLeftOut(row) == null
        && !isOfRemoved(row);
  }

  /** The reason why a sound row is left out; null where it is not. */
  private String whyLeftOut(EnrollmentRow row) {
    Link user = row.isOfMembers() ? Link.BLANK : row.user();
    if (user.isAmbiguous() && !row.says(Field.USER)) {
      return "It cannot be told whom the row is about.";
    }
    if (user.isAmbiguous() || (user.isFound() && !deliverable.hasPerson(user.number()))) {
      return Deliverable.leftOutToo("user", roster.nameIn(row.row(), user));
    }
    Link members = row.isOfMembers() ? roster.membersOf(row.row()) : Link.BLANK;
    if (members.isFound() && !deliverable.hasGroup(members.number())) {
      return Deliverable.leftOutToo("group", row.row().text(Field.MEMBERS_OF));
    }
    Link course = row.course();
    if (course.isFound() && !deliverable.hasCourse(course.number())) {
      return Deliverable.leftOutToo("course", row.row().text(Field.COURSE));
    }
    Link group = row.group();
    return group.isFound() && !deliverable.hasGroup(group.number())
        ? Deliverable.leftOutToo("group", row.row().text(Field.GROUP))
        : null;
  }

  private boolean isOfRemoved(EnrollmentRow row) {
    if (isNothingRemoved) {
      return false;
    }
    Link user = row.user();
    Link course = row.course();
    Link group = row.group();
    Link members = row.isOfMembers() ? roster.membersOf(row.row()) : Link.BLANK;
    return (user.isFound() && removed.hasPerson(user.number()))
        || (course.isFound() && removed.hasCourse(course.number()))
        || (group.isFound() && removed.hasGroup(group.number()))
        || (members.isFound() && removed.hasGroup(members.number()));
  }

  private static int number(Link link) {
    return link.isFound() ? link.number() : Membership.NONE;
  }

  /** Everybody in cross-course groups, enrolled in the courses that rows name for the group. */
  private List<Membership.Extra> members() {
    Map<Integer, List<Integer>> membersOf = new HashMap<>();
    rows.each(
        row -> {
          Link group = row.course().isBlank() ? row.group() : Link.NONE;
          if (group.isFound() && row.user().isFound() && counts(row)) {
            membersOf
                .computeIfAbsent(group.number(), g -> new ArrayList<>())
                .add(row.user().number());
          }
        });
    List<Membership.Extra> all = new ArrayList<>();
    rows.each(
        row -> {
          Link from = row.isOfMembers() && counts(row) ? roster.membersOf(row.row()) : Link.NONE;
          for (int person : membersOf.getOrDefault(number(from), List.of())) {
            all.add(
                new Membership.Extra(
                    Membership.Source.MEMBERS,
                    row.line(),
                    person,
                    null,
                    number(row.course()),
                    number(row.group()),
                    row.role() == EnrollmentRow.UNSAID ? usualRole(person) : row.role(),
                    row.role() == EnrollmentRow.UNSAID));
          }
        });
    return all;
  }

  private boolean counts(EnrollmentRow row) {
    return !row.isEnded() && !precedence.givesWay(row.number()) && asks(row);
  }

  /** Whom courses name as their instructors, by their person. */
  private Map<Integer, List<Membership.Extra>> instructors() {
    Map<Integer, List<Membership.Extra>> all = new LinkedHashMap<>();
    if (roster.rows().sheets().stream()
        .anyMatch(sheet -> sheet.table() == Table.COURSES && sheet.has(Field.INSTRUCTORS))) {
      roster
          .rows()
          .read(
              Table.COURSES,
              (row, line) -> {
                if (row.has(Field.INSTRUCTORS) && !deliverable.isFaulty(line)) {
                  instructors(row, line, roster.courses().of(row), all);
                }
              });
    }
    return all;
  }

  private void instructors(
      RosterRow row, int line, Link course, Map<Integer, List<Membership.Extra>> all) {
    if (!course.isFound()
        || removed.hasCourse(course.number())
        || !deliverable.hasCourse(course.number())) {
      return;
    }
    for (String name : Instructors.of(row.text(Field.INSTRUCTORS))) {
      Link user = roster.user(name);
      int person = number(user);
      // Whom no list has although there is one is a finding; a name says of nobody who that is.
      boolean isAny = user.isFound() || (user.isUnchecked() && name.indexOf(' ') < 0);
      if (isAny && (person < 0 || (deliverable.hasPerson(person) && !removed.hasPerson(person)))) {
        all.computeIfAbsent(person, p -> new ArrayList<>())
            .add(
                new Membership.Extra(
                    Membership.Source.INSTRUCTORS,
                    line,
                    person,
                    name,
                    course.number(),
                    Membership.NONE,
                    defaults.number(INSTRUCTOR),
                    false));
      }
    }
  }

  /** Accounts without a name, which no row enrolls. */
  private List<Membership.Extra> ofAccounts() {
    List<Membership.Extra> all = new ArrayList<>();
    for (int position : roster.known().users().ofCourses()) {
      KnownUser account = roster.known().users().all().get(position);
      Link course = roster.courses().find(account.course());
      if (course.isFound()
          && deliverable.hasCourse(course.number())
          && !removed.hasCourse(course.number())) {
        all.add(
            new Membership.Extra(
                Membership.Source.ACCOUNT,
                Membership.NONE,
                roster.people().ofAccount(position),
                account.username(),
                course.number(),
                Membership.NONE,
                defaults.usual(),
                true));
      }
    }
    return all;
  }

  /** Hands on every membership, each once: those of rows in their order, then the others. */
  public void each(Receiver receiver) {
    Membership membership = new Membership(roster, defaults);
    // Of its own, so that whoever takes them may go over them, too.
    EnrollmentRow row = new EnrollmentRow(roster, defaults);
    row.begin();
    for (SheetReading sheet : roster.rows().sheets()) {
      int count = row.begin(sheet, derived -> take(derived, membership, receiver));
      for (int at = 0; at < count; at++) {
        take(row.at(at), membership, receiver);
      }
    }
    for (int i = 0; i < extras.size(); i++) {
      if (!precedence.givesWay(firstExtra + i)) {
        Membership.Extra extra = extras.get(i);
        int instead = precedence.roleInstead(firstExtra + i);
        receiver.membership(membership.show(instead < 0 ? extra : extra.as(instead)));
      }
    }
  }

  /** What becomes of an enrollment that a row holds. */
  public enum Fate {
    /** It is asked for: that somebody is there, has left, or is removed with what needs it. */
    COUNTS,
    /** Another row says the same, or has the last word. */
    REPEATED,
    /** It, or who or what it needs, cannot be delivered. */
    LEFT_OUT
  }

  /** Takes what becomes of the enrollments of a sheet. */
  @FunctionalInterface
  public interface FateReceiver {
    /** Takes what becomes of an enrollment that the row on a line holds. */
    void fate(int line, Fate fate);
  }

  /** Hands on every enrollment that rows hold, in their order, with what becomes of it. */
  public void eachFate(Function<SheetReading, FateReceiver> receivers) {
    EnrollmentRow row = new EnrollmentRow(roster, defaults);
    row.begin();
    for (SheetReading sheet : roster.rows().sheets()) {
      FateReceiver receiver = receivers.apply(sheet);
      int count = row.begin(sheet, derived -> receiver.fate(derived.line(), fate(derived)));
      for (int at = 0; at < count; at++) {
        EnrollmentRow one = row.at(at);
        receiver.fate(one.line(), fate(one));
      }
    }
  }

  private Fate fate(EnrollmentRow row) {
    boolean isSound = isAllSound || !deliverable.isFaulty(row.line());
    if (!isSound || (!(isAllSound && row.isSeatFound()) && whyLeftOut(row) != null)) {
      return Fate.LEFT_OUT;
    }
    return precedence.givesWay(row.number()) ? Fate.REPEATED : Fate.COUNTS;
  }

  private void take(EnrollmentRow row, Membership membership, Receiver receiver) {
    if (!isAllSound && deliverable.isFaulty(row.line())) {
      receiver.leftOut(row.row(), row.line(), null);
      return;
    }
    boolean isPlain = row.isPlain();
    if (!isPlain || (!isAllSound && !isDeliverable(row))) {
      String why = whyLeftOut(row);
      if (why != null) {
        receiver.leftOut(row.row(), row.line(), why);
        return;
      }
    }
    if (isOfRemoved(row)) {
      receiver.ofRemoved(row.line());
      return;
    }
    if (precedence.givesWay(row.number()) || (!isPlain && row.isOfMembers())) {
      return;
    }
    if (isPlain) {
      int person = row.seatPerson();
      membership.show(
          row, person, row.seatCourse(), row.plainGroup(), roleOf(row, person), saysRole(row));
    } else {
      int person = number(row.user());
      membership.show(
          row,
          person,
          number(row.course()),
          number(row.group()),
          roleOf(row, person),
          saysRole(row));
    }
    if (row.isEnded()) {
      receiver.ended(membership);
    } else {
      receiver.membership(membership);
    }
  }

  private boolean saysRole(EnrollmentRow row) {
    return row.role() != EnrollmentRow.UNSAID || precedence.roleInstead(row.number()) >= 0;
  }

  private boolean isDeliverable(EnrollmentRow row) {
    return deliverable.hasPerson(row.seatPerson())
        && deliverable.hasCourse(row.seatCourse())
        && (row.plainGroup() < 0 || deliverable.hasGroup(row.plainGroup()));
  }

  /**
   * An instructor whom a course names, and of whom a row says otherwise, which counts.
   *
   * @param name what the course calls the person
   * @param courseLine the line of the course's row
   * @param rowLine the line of the other row
   */
  public record InstructorElse(String name, int courseLine, int rowLine) {}

  /** The instructors whom rows enroll as something else. */
  public List<InstructorElse> instructorsInOtherRoles() {
    return instructors(
        number -> {
          EarlierRow earlier = precedence.earlier(number);
          return earlier != null && earlier.hasOtherRole() ? earlier.line() : Membership.NONE;
        });
  }

  /** The instructors who have left the course by a row. */
  public List<InstructorElse> instructorsWhoHaveLeft() {
    return instructors(precedence::endedBy);
  }

  private List<InstructorElse> instructors(IntUnaryOperator otherLine) {
    List<InstructorElse> all = new ArrayList<>();
    for (int i = 0; i < extras.size(); i++) {
      Membership.Extra extra = extras.get(i);
      int line = otherLine.applyAsInt(firstExtra + i);
      if (extra.source() == Membership.Source.INSTRUCTORS && line >= 0) {
        all.add(new InstructorElse(extra.name(), extra.line(), line));
      }
    }
    return all;
  }

  /** The number of the first enrollment that a sheet's rows hold, among all that rows hold. */
  public int first(SheetReading sheet) {
    return rows.first(sheet);
  }

  /** Whether somebody may be in one course, or group, by two rows. */
  public boolean mayRepeat(int person) {
    return precedence.mayRepeat.get(person);
  }

  /** The earlier enrollment that asks for the same as one that rows hold, or null. */
  public EarlierRow earlier(int number) {
    return precedence.earlier(number);
  }

  /** The lines of the rows by which somebody has left whom another row enrolls. */
  public Set<Integer> endingLines() {
    return precedence.endingLines();
  }

  /** The line of the row by which somebody has left who is enrolled by one, or -1. */
  public int endedBy(int number) {
    return precedence.endedBy(number);
  }
}
