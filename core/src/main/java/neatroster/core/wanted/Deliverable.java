package neatroster.core.wanted;

import java.util.BitSet;
import java.util.List;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.People;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.text.Quoted;

/**
 * What of a checked roster can be delivered: a row with an error is left out, and so is what needs
 * it. Batches, slips and accounts all go by this.
 */
public final class Deliverable {
  private final ResolvedRoster resolved;
  private final BitSet faulty;
  private final BitSet coursesOut = new BitSet();
  private final BitSet groupsOut = new BitSet();
  private final BitSet peopleOut = new BitSet();

  /**
   * What can be delivered.
   *
   * @param faulty the lines of the rows that cannot be delivered as they stand
   */
  Deliverable(ResolvedRoster resolved, BitSet faulty) {
    this.resolved = resolved;
    this.faulty = faulty;
    if (!faulty.isEmpty()) {
      courses();
      groups();
      people();
    }
  }

  private void courses() {
    int before;
    do {
      // A copy of a course that is left out would be empty.
      before = coursesOut.cardinality();
      resolved
          .rows()
          .read(
              Table.COURSES,
              (row, line) -> {
                Link course = resolved.courses().of(row);
                if (course.isFound() && (faulty.get(line) || needsCourseThatIsOut(row))) {
                  coursesOut.set(course.number());
                }
              });
    } while (coursesOut.cardinality() > before);
  }

  /** Whether a course is a copy of one, or a class of one, that is left out. */
  boolean needsCourseThatIsOut(RosterRow row) {
    for (Field field : List.of(Field.COPY_OF, Field.CATALOG_CODE)) {
      if (row.has(field)) {
        Link other = resolved.courses().find(row.code(field));
        if (other.isFound() && coursesOut.get(other.number())) {
          return true;
        }
      }
    }
    return false;
  }

  private void groups() {
    resolved
        .rows()
        .read(
            Table.GROUPS,
            (row, line) -> {
              Link group = resolved.groups().of(row);
              if (group.isFound() && faulty.get(line)) {
                groupsOut.set(group.number());
              }
            });
    for (int group = 0; group < resolved.groups().count(); group++) {
      Link course = resolved.groups().course(group);
      if (course.isFound() && coursesOut.get(course.number())) {
        groupsOut.set(group);
      }
    }
  }

  private void people() {
    People people = resolved.people();
    BitSet described = new BitSet();
    BitSet sound = new BitSet();
    BitSet unsound = new BitSet();
    resolved
        .rows()
        .read(
            Table.USERS,
            (row, line) -> {
              Link person = people.ofLine(line);
              if (!person.isFound()) {
                return;
              }
              boolean plain = !row.reading().enrolls() && saysWho(row);
              if (plain && !described.get(person.number())) {
                // What a class list says in passing does not make up for a faulty row about them.
                described.set(person.number());
                sound.clear(person.number());
              }
              if (faulty.get(line)) {
                unsound.set(person.number());
              } else if (plain || !described.get(person.number())) {
                sound.set(person.number());
              }
            });
    peopleOut.or(unsound);
    peopleOut.andNot(sound);
  }

  /** Whether a row has more than a name, which is said in passing as well. */
  private static boolean saysWho(RosterRow row) {
    return row.has(Field.ID)
        || row.has(Field.USERNAME)
        || row.has(Field.EMAIL)
        || row.has(Field.BIRTH_DATE);
  }

  /** Whether no row has an error. */
  boolean isEverything() {
    return faulty.isEmpty();
  }

  /** Whether the row on a line has an error. */
  public boolean isFaulty(int line) {
    return faulty.get(line);
  }

  /** Whether a course is delivered, or there already. */
  public boolean hasCourse(int course) {
    return !coursesOut.get(course);
  }

  /** Whether a group is. */
  public boolean hasGroup(int group) {
    return !groupsOut.get(group);
  }

  /**
   * Whether a person is: at least one row of a list of people is sound, or of a class list where no
   * other list has them, or they have an account alone.
   */
  public boolean hasPerson(int person) {
    return !peopleOut.get(person);
  }

  /** The lines of the sound rows about a person; none for one who is left out. */
  public List<Integer> lines(int person) {
    List<Integer> lines = resolved.people().lines(person);
    if (peopleOut.get(person)) {
      return List.of();
    }
    return faulty.isEmpty() ? lines : lines.stream().filter(line -> !faulty.get(line)).toList();
  }

  /** Why a row is left out that needs something that is. */
  public static String leftOutToo(String what, String name) {
    return "The " + what + " " + Quoted.value(name) + " is left out, so this row is too.";
  }
}
