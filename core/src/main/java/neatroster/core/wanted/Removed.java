package neatroster.core.wanted;

import java.util.BitSet;
import java.util.List;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.PersonRecord;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;

/** Who and what is to be removed: rows that need it ask for nothing. */
public final class Removed {
  private final ResolvedRoster roster;
  private final Deliverable deliverable;
  private final BitSet people = new BitSet();
  private final BitSet courses = new BitSet();
  private final BitSet groups = new BitSet();

  Removed(ResolvedRoster roster, Deliverable deliverable) {
    this.roster = roster;
    this.deliverable = deliverable;
    each(
        Table.COURSES,
        (row, line) -> {
          Link course = roster.courses().of(row);
          // Of two rows about one course the first counts.
          if (course.isFound() && roster.courses().line(course.number()) == line) {
            courses.set(course.number());
          }
        });
    each(
        Table.GROUPS,
        (row, line) -> {
          Link group = roster.groups().of(row);
          if (group.isFound() && roster.groups().line(group.number()) == line) {
            groups.set(group.number());
          }
        });
    each(
        Table.USERS,
        (row, line) -> {
          Link person = roster.people().ofLine(line);
          if (person.isFound() && isRemoved(person.number())) {
            people.set(person.number());
          }
        });
  }

  private void each(Table table, Roster.Receiver receiver) {
    if (roster.rows().sheets().stream()
        .anyMatch(sheet -> sheet.table() == table && sheet.has(Field.STATUS))) {
      roster
          .rows()
          .read(
              table,
              (row, line) -> {
                if (!deliverable.isFaulty(line) && row.text(Field.STATUS).equals("removed")) {
                  receiver.row(row, line);
                }
              });
    }
  }

  private boolean isRemoved(int person) {
    List<Integer> lines = deliverable.lines(person);
    return !lines.isEmpty()
        && PersonRecord.of(roster.rows(), lines).text(Field.STATUS).equals("removed");
  }

  /** Whether nothing is to be removed. */
  public boolean isNothing() {
    return people.isEmpty() && courses.isEmpty() && groups.isEmpty();
  }

  /** Whether somebody is to be removed. */
  public boolean hasPerson(int person) {
    return people.get(person);
  }

  /** Whether a course is to be removed. */
  public boolean hasCourse(int course) {
    return courses.get(course);
  }

  /** Whether a group, or its course, is to be removed. */
  public boolean hasGroup(int group) {
    if (groups.get(group)) {
      return true;
    }
    Link course = courses.isEmpty() ? Link.BLANK : roster.groups().course(group);
    return course.isFound() && courses.get(course.number());
  }
}
