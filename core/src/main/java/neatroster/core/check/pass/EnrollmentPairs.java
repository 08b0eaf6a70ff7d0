package neatroster.core.check.pass;

import java.util.Arrays;
import java.util.BitSet;
import neatroster.core.check.CheckedRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.SheetLinks;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.PairIndex;

/**
 * Who was enrolled in what before. Nearly everybody is in each course once: one word of 64 bits for
 * each user tells who may not be, and of those alone the pairs are remembered.
 */
final class EnrollmentPairs {
  private final ResolvedRoster roster;
  private final BitSet mayRepeat = new BitSet();
  private final PairIndex enrollments = new PairIndex();
  private final PairIndex memberships = new PairIndex();
  private byte[] roleOfLine = new byte[1024];
  private final KeyIndex unlistedUsers = KeyIndex.caseless();
  private final KeyIndex unlistedCourses = KeyIndex.exact();
  private final KeyIndex unlistedGroups = KeyIndex.exact();

  /** Looks over all enrollments for users who may be in a course twice. */
  EnrollmentPairs(ResolvedRoster roster) {
    this.roster = roster;
    long[] coursesOfUser = new long[roster.people().count()];
    for (SheetReading sheet : roster.rows().sheets()) {
      if (sheet.enrolls()) {
        roster
            .rows()
            .enrollments(
                sheet,
                (row, line) ->
                    note(
                        coursesOfUser,
                        roster.user(row, line),
                        roster.course(row),
                        roster.group(row)));
      } else if (sheet.table() == Table.ENROLLMENTS) {
        SheetLinks links = roster.links(sheet);
        int rows = roster.rows().columns(sheet).rows();
        for (int position = 0; position < rows; position++) {
          note(coursesOfUser, links, position);
        }
      }
    }
  }

  private void note(long[] coursesOfUser, SheetLinks links, int position) {
    if (links.findSeat(position)) {
      note(coursesOfUser, links.person(), links.course());
    } else {
      note(coursesOfUser, links.user(position), links.course(position), links.group(position));
    }
  }

  private void note(long[] coursesOfUser, Link user, Link course, Link group) {
    if (!user.isFound()) {
      return;
    }
    if (course.isFound()) {
      note(coursesOfUser, user.number(), course.number());
    } else if (course.isBlank() && group.isFound()) {
      note(coursesOfUser, user.number(), roster.courses().count() + group.number());
    } else {
      mayRepeat.set(user.number());
    }
  }

  private void note(long[] coursesOfUser, int user, int course) {
    // The upper bits of the product hang on all bits of the number.
    long bit = 1L << ((course * 0x9E3779B97F4A7C15L) >>> 58);
    if ((coursesOfUser[user] & bit) != 0) {
      mayRepeat.set(user);
    }
    coursesOfUser[user] |= bit;
  }

  /** Whether a user may be in one course, or group, by two rows. */
  boolean mayRepeat(int user) {
    return mayRepeat.get(user);
  }

  /** Tells a row of enrollments what was before it; counts it, where it counts. */
  void see(CheckedRow row, int role) {
    int who = whoKey(row);
    int where = whereKey(row);
    if (who < 0 || where < 0 || roster.isMovedAway(row.row, row.user, row.course)) {
      return;
    }
    boolean remember = !row.user.isFound() || mayRepeat.get(row.user.number());
    int earlier = remember ? enrollments.putIfNew(who, where, row.line) : PairIndex.NEW;
    if (earlier == PairIndex.NEW) {
      if (!row.text(Field.STATUS).equals("ended")) {
        count(row, remember);
      }
      if (remember) {
        remember(row.line, (byte) role);
      }
    } else {
      row.earlierEnrollment = earlier;
      row.earlierRoleDiffers = roleOfLine[earlier] != role;
      if (row.earlierRoleDiffers && row.course.isFound()) {
        row.counts.orElse(row.course.number(), row.role);
      }
    }
  }

  private void remember(int line, byte role) {
    if (line >= roleOfLine.length) {
      roleOfLine = Arrays.copyOf(roleOfLine, line * 2);
    }
    roleOfLine[line] = role;
  }

  private void count(CheckedRow row, boolean remember) {
    int inCourse = row.course.isFound() ? row.course.number() : -1;
    int user = row.user.isFound() ? row.user.number() : -1;
    int group = row.group.isFound() ? row.group.number() : -1;
    if (remember
        && inCourse >= 0
        && user >= 0
        && memberships.putIfNew(user, inCourse, 0) != PairIndex.NEW) {
      // In two groups of one course somebody is in the course once.
      inCourse = -1;
    }
    if (row.user.isBlank() && row.membersOf.isFound()) {
      row.counts.enrollMembers(row.membersOf.number(), inCourse, row.role);
      return;
    }
    row.counts.enroll(user, inCourse, group, row.role);
  }

  /** A number for whom the row enrolls, or a negative one where that cannot be told. */
  private int whoKey(CheckedRow row) {
    if (row.user.isFound()) {
      return row.user.number();
    }
    if (row.user.isUnchecked()) {
      return roster.people().count() + unlistedUsers.add(row.row.code(Field.USER));
    }
    boolean members = row.user.isBlank() && row.membersOf.isFound();
    return members ? Integer.MAX_VALUE - 1 - row.membersOf.number() : -1;
  }

  /**
   * A number for the course and group that the row enrolls in, or a negative one where that cannot
   * be told.
   */
  private int whereKey(CheckedRow row) {
    int course = -1;
    if (row.course.isFound()) {
      course = row.course.number();
    } else if (row.course.isUnchecked()) {
      course = roster.courses().count() + unlistedCourses.add(row.row.code(Field.COURSE));
    } else if (!row.course.isBlank()) {
      return -1;
    }
    if (row.group.isBlank()) {
      return course < 0 ? -1 : course * 2;
    }
    if (row.group.isFound()) {
      return row.group.number() * 2 + 1;
    }
    return row.group.isUnchecked()
        ? (roster.groups().count() + unlistedGroups.add(course + ":" + row.text(Field.GROUP))) * 2
            + 1
        : -1;
  }
}
