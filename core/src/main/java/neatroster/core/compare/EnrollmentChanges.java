package neatroster.core.compare;

import java.util.Map;
import neatroster.core.grid.Place;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.GroupMembers;
import neatroster.core.roster.Held;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.roster.RowCursor;
import neatroster.core.roster.SheetColumns;
import neatroster.core.text.PairIndex;

/** What the rows of enrollments change. */
final class EnrollmentChanges {
  private final Scope scope;
  private final ResolvedRoster resolved;
  private final Held held;
  private final RowValues rows;
  private final References references;
  private final KnownEnrollments knownEnrollments;
  private final GroupMembers members;
  private boolean enrollsMembers;
  private final PairIndex enrolled = new PairIndex();
  private final PairIndex grouped = new PairIndex();

  EnrollmentChanges(Scope scope, RowValues rows, References references) {
    this.scope = scope;
    this.resolved = scope.resolved;
    this.held = scope.held;
    this.rows = rows;
    this.references = references;
    this.knownEnrollments = new KnownEnrollments(scope);
    this.members = new GroupMembers(resolved);
  }

  /**
   * Remembers who is in which cross-course group, so that rows for all members can be written out.
   */
  void collectMembers(RosterRow row, int line) {
    enrollsMembers |= resolved.membersOf(row).isFound();
    if (!scope.deliverable.isFaulty(line)) {
      members.add(row, line);
    }
  }

  /** Remembers who is in a course by a row that names a group: it says more than one without. */
  void collectGrouped(RosterRow row, int line) {
    if (row.has(Field.GROUP) && !row.text(Field.STATUS).equals("ended")) {
      Link user = resolved.user(row, line);
      Link course = resolved.course(row);
      if (user.isFound() && course.isFound() && !scope.deliverable.isFaulty(line)) {
        grouped.putIfNew(user.number(), course.number(), 0);
      }
    }
  }

  private boolean isSaidWithGroup(RosterRow row, Link user, Link course) {
    return !row.has(Field.GROUP)
        && !row.text(Field.STATUS).equals("ended")
        && user.isFound()
        && course.isFound()
        && grouped.find(user.number(), course.number()) != PairIndex.NEW;
  }

  /** Whether rows enroll the members of groups. */
  boolean hasMembers() {
    return enrollsMembers;
  }

  /** Takes the rows of all sheets. */
  void rows() {
    Roster roster = resolved.rows();
    int[] whoOfPerson = new int[resolved.people().count()];
    for (SheetReading sheet : roster.sheets()) {
      if (sheet.enrolls()) {
        roster.enrollments(sheet, this::row);
      } else if (sheet.table() == Table.ENROLLMENTS) {
        rows(new UnchangedEnrollments(scope, references, sheet, whoOfPerson), sheet);
      }
    }
  }

  private void rows(UnchangedEnrollments unchanged, SheetReading sheet) {
    SheetColumns columns = resolved.rows().columns(sheet);
    RowCursor cursor = new RowCursor(columns);
    for (int position = 0; position < columns.rows(); position++) {
      int line = resolved.rows().line(columns, position);
      int seat = unchanged.seat(position, line);
      boolean isSettled =
          seat >= 0
              && (unchanged.group() >= 0
                  || grouped.find(unchanged.person(), unchanged.course()) == PairIndex.NEW);
      if (!isSettled) {
        row(cursor.at(position), line);
      } else if (isFirst(unchanged.person(), unchanged.course(), unchanged.group())) {
        scope.asked.enrollments().set(seat);
      }
    }
  }

  /** Whether no row before asked for somebody in a course, or in a group where that is not -1. */
  private boolean isFirst(int user, int course, int group) {
    return enrolled.putIfNew(user, group >= 0 ? group * 2 + 1 : course * 2, 0) == PairIndex.NEW;
  }

  private void row(RosterRow row, int line) {
    if (row.has(Field.MEMBERS_OF) && !row.has(Field.USER)) {
      return;
    }
    if (scope.deliverable.isFaulty(line)) {
      scope.leaveOut(row, line, null);
      return;
    }
    Link user = resolved.user(row, line);
    if (user.isAmbiguous()) {
      scope.leaveOut(
          row,
          line,
          row.has(Field.USER)
              ? Scope.leftOutToo("user", row.text(Field.USER))
              : "It cannot be told whom the row is about.");
    } else if (user.isFound() && !references.has(user.number())) {
      scope.leaveOut(
          row,
          line,
          Scope.leftOutToo("user", row.has(Field.USER) ? row.text(Field.USER) : nameOf(user)));
    } else if (!missing(row, line)) {
      enroll(row, user);
    }
  }

  private String nameOf(Link user) {
    int line = resolved.people().firstLine(user.number());
    return line < 0 ? "" : Names.full(resolved.rows().row(line));
  }

  void membersOf(RosterRow row, int line) {
    if (!row.has(Field.MEMBERS_OF) || row.has(Field.USER)) {
      return;
    }
    Link group = resolved.membersOf(row);
    if (scope.deliverable.isFaulty(line)) {
      scope.leaveOut(row, line, null);
    } else if (group.isFound() && !scope.deliverable.hasGroup(group.number())) {
      scope.leaveOut(row, line, Scope.leftOutToo("group", row.text(Field.MEMBERS_OF)));
    } else if (!missing(row, line) && group.isFound()) {
      for (int user : members.of(group)) {
        if (references.has(user)) {
          enroll(row, Link.to(user));
        }
      }
    }
  }

  /** Whether the row's course or group is left out; then the row is too. */
  private boolean missing(RosterRow row, int line) {
    Link course = resolved.course(row);
    if (course.isFound() && !scope.deliverable.hasCourse(course.number())) {
      scope.leaveOut(row, line, Scope.leftOutToo("course", row.text(Field.COURSE)));
      return true;
    }
    Link group = resolved.group(row);
    if (group.isFound() && !scope.deliverable.hasGroup(group.number())) {
      scope.leaveOut(row, line, Scope.leftOutToo("group", row.text(Field.GROUP)));
      return true;
    }
    return false;
  }

  private void enroll(RosterRow row, Link user) {
    Link course = resolved.course(row);
    Link group = resolved.group(row);
    if (resolved.isMovedAway(row, user, course) || isSaidWithGroup(row, user, course)) {
      return;
    }
    if (user.isFound()
        && (course.isFound() || group.isFound())
        && !isFirst(
            user.number(),
            course.isFound() ? course.number() : -1,
            group.isFound() ? group.number() : -1)) {
      return;
    }
    Map<Field, String> values = rows.whole(row, Phase.ENROLLMENTS);
    if (user.isFound()) {
      values.put(Field.USER, references.of(user.number()));
    }
    references.courseCode(values, course);
    if (!values.containsKey(Field.ROLE)) {
      values.put(Field.ROLE, scope.settings.defaultRole());
    }
    values.remove(Field.STATUS);
    String who = values.getOrDefault(Field.USER, "");
    String heldAs = user.isFound() ? references.heldAs(user.number()) : who;
    String inCourse = values.getOrDefault(Field.COURSE, "");
    String inGroup = values.getOrDefault(Field.GROUP, "");
    boolean leavesGroup = row.clears(Field.GROUP);
    int seat = held.enrollment(heldAs, inCourse, inGroup);
    if (row.text(Field.STATUS).equals("ended")) {
      end(row, values, heldAs, inCourse, seat);
      return;
    }
    KnownEnrollments.Wanted wanted =
        new KnownEnrollments.Wanted(
            who,
            heldAs,
            inCourse,
            inGroup,
            row.text(Field.ROLE),
            values,
            new OwnValues(scope.settings).of(row),
            row.place());
    if (seat >= 0) {
      knownEnrollments.inPlace(wanted, seat);
      return;
    }
    boolean isThere = !inCourse.isEmpty() && held.seats(heldAs, inCourse).length > 0;
    if (isThere && inGroup.isEmpty() && !leavesGroup) {
      // The row asks for no group: whichever the platform has them in, they are in the course.
      knownEnrollments.inAnyGroup(wanted);
      return;
    }
    rows.dates(values);
    if (isThere) {
      knownEnrollments.inCourse(wanted);
    } else if (scope.policy.of(Table.ENROLLMENTS).skipsNew()) {
      scope.skip(Table.ENROLLMENTS, who + " " + inCourse, row.place());
    } else if (!held.isGoneEnrollment(heldAs, inCourse, inGroup)
        || !scope.staysGone(Table.ENROLLMENTS, who + " " + inCourse, row.place())) {
      scope.receiver.change(
          new PlannedChange(Phase.ENROLLMENTS, Change.ENROLL, values, wanted.own())
              .because(PlannedChange.NEW, row.place()));
    }
  }

  /** Ends an enrollment; a row without a group ends all that somebody has in the course. */
  private void end(
      RosterRow row, Map<Field, String> values, String heldAs, String course, int seat) {
    if (seat < 0 && !values.containsKey(Field.GROUP) && !course.isEmpty()) {
      for (int other : held.seats(heldAs, course)) {
        withdraw(other, Scope.why(Change.WITHDRAW), row.place());
      }
    }
    if (seat >= 0) {
      withdraw(seat, Scope.why(Change.WITHDRAW), row.place());
    } else if (held.enrollments() == 0) {
      // Where nothing is known of who is where, the platform may have it.
      rows.dates(values);
      scope.change(Phase.WITHDRAWALS, Change.WITHDRAW, values, row);
    }
  }

  /** Takes somebody out of where the platform has them, once. */
  private void withdraw(int seat, String why, Place place) {
    scope.asked.enrollments().set(seat);
    Withdrawals.of(scope, seat, why, place);
  }

  /** Settles who changes groups, when all rows were seen. */
  void settle() {
    knownEnrollments.settle();
  }
}
