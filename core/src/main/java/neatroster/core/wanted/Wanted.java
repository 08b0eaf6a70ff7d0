package neatroster.core.wanted;

import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.PersonRecord;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.settings.Settings;

/**
 * What the sheets ask for, whole: each person, course, group and membership once, with the row that
 * it comes from. Rows that cannot be delivered ask for nothing, nor does what needs them.
 */
public final class Wanted {
  private final Settings settings;
  private final ResolvedRoster resolved;
  private final Deliverable deliverable;
  private final Removed removed;
  private final Memberships memberships;
  private final boolean variesByRole;
  private Map<Integer, String> strongestRoles;
  private Map<Integer, Integer> madeGroups;
  private Guardians guardians;

  private Wanted(
      Settings settings, ResolvedRoster resolved, BitSet faulty, Memberships.Counter counter) {
    this.settings = settings;
    this.resolved = resolved;
    deliverable = new Deliverable(resolved, faulty);
    removed = new Removed(resolved, deliverable);
    variesByRole = varies(settings);
    memberships = new Memberships(resolved, settings, deliverable, removed, this::siteOf, counter);
  }

  /** Whether the settings differ by what somebody is. */
  public static boolean varies(Settings settings) {
    return settings.usernames().differsByRole()
        || settings.emails().differsByRole()
        || settings.ids().differsByRole()
        || settings.passwords().differsByRole()
        || settings.defaults().differsByRole();
  }

  /** What a whole roster asks for. */
  public static Wanted of(Settings settings, ResolvedRoster resolved) {
    return of(settings, resolved, new BitSet());
  }

  /**
   * What a roster asks for without rows that cannot be delivered.
   *
   * @param faulty the lines of these rows
   */
  public static Wanted of(Settings settings, ResolvedRoster resolved, BitSet faulty) {
    return new Wanted(settings, resolved, faulty, null);
  }

  /** The same, counting the memberships while they are found. */
  public static Wanted counted(
      Settings settings, ResolvedRoster resolved, BitSet faulty, Memberships.Counter counter) {
    return new Wanted(settings, resolved, faulty, counter);
  }

  /** Takes people. */
  @FunctionalInterface
  public interface PeopleReceiver {
    /**
     * Takes a person.
     *
     * @param person the number of the person
     * @param row the first row about the person that counts, valid during the call
     */
    void person(int person, WantedPerson wanted, RosterRow row, int line);

    /**
     * Takes a row that asks for nobody.
     *
     * @param why the reason where the row itself has no finding, else null
     */
    default void leftOut(RosterRow row, int line, String why) {
      // Nobody is asked for by it.
    }
  }

  /** Takes courses or groups. */
  @FunctionalInterface
  public interface RowReceiver {
    /**
     * Takes a course or a group.
     *
     * @param number its number among those of the roster
     * @param row a row about it that can be delivered, valid during the call
     */
    void row(int number, RosterRow row, int line);

    /**
     * Takes a row that asks for nothing.
     *
     * @param why the reason where the row itself has no finding, else null
     */
    default void leftOut(RosterRow row, int line, String why) {
      // Nothing is asked for by it.
    }
  }

  /** The roster. */
  public ResolvedRoster resolved() {
    return resolved;
  }

  /** What of it can be delivered. */
  public Deliverable deliverable() {
    return deliverable;
  }

  /** What of it is to be removed. */
  public Removed removed() {
    return removed;
  }

  /** Who is where. */
  public Memberships memberships() {
    return memberships;
  }

  /** Hands on the courses that the sheets list, those that are to be removed among them. */
  public void courses(RowReceiver receiver) {
    resolved
        .rows()
        .read(
            Table.COURSES,
            (row, line) -> {
              Link course = resolved.courses().of(row);
              if (deliverable.isFaulty(line) || !course.isFound()) {
                receiver.leftOut(row, line, null);
              } else if (deliverable.needsCourseThatIsOut(row)) {
                receiver.leftOut(
                    row,
                    line,
                    "The course that it is a copy or a class of is left out, so this row is too.");
              } else {
                receiver.row(course.number(), row, line);
              }
            });
  }

  /**
   * Hands on the groups that the sheets list, those that are to be removed among them; a group of a
   * course that is to be removed goes with it.
   */
  public void groups(RowReceiver receiver) {
    resolved
        .rows()
        .read(
            Table.GROUPS,
            (row, line) -> {
              Link course = resolved.course(row);
              Link group = resolved.groups().of(row);
              if (course.isFound() && !deliverable.hasCourse(course.number())) {
                receiver.leftOut(
                    row, line, Deliverable.leftOutToo("course", row.text(Field.COURSE)));
              } else if (deliverable.isFaulty(line) || !group.isFound()) {
                receiver.leftOut(row, line, null);
              } else if (!course.isFound() || !removed.hasCourse(course.number())) {
                receiver.row(group.number(), row, line);
              }
            });
  }

  /** Hands on everybody whom the sheets describe, in the order of their first rows. */
  public void people(PeopleReceiver receiver) {
    resolved
        .rows()
        .read(
            Table.USERS,
            (row, line) -> {
              if (deliverable.isFaulty(line)) {
                receiver.leftOut(row, line, null);
                return;
              }
              Link found = resolved.people().ofLine(line);
              if (!found.isFound()) {
                // Whose row it is was not to be told: a finding, unless its rule is switched off.
                receiver.leftOut(row, line, "It cannot be told whom the row is about.");
                return;
              }
              int person = found.number();
              List<Integer> lines = deliverable.lines(person);
              if (lines.isEmpty()) {
                receiver.leftOut(row, line, Deliverable.leftOutToo("user", Names.full(row)));
              } else if (lines.get(0) == line) {
                // Else it is another row about the same person.
                PersonRecord record =
                    lines.size() == 1
                        ? PersonRecord.of(row)
                        : PersonRecord.of(resolved.rows(), lines);
                receiver.person(person, person(person, record), row, line);
              }
            });
  }

  private WantedPerson person(int person, PersonRecord record) {
    KnownUser account = resolved.people().knownAs(person).orElse(null);
    return person(person, record, account, role(person, record, account));
  }

  private WantedPerson person(int person, PersonRecord record, KnownUser account, String role) {
    boolean isNew =
        account == null || (!account.isOnPlatform() && account.person().site().isEmpty());
    return new WantedPerson(
        settings, record, role, isNew ? null : () -> siteThere(person, account));
  }

  private String siteThere(int person, KnownUser account) {
    return account.person().site().isEmpty()
        ? resolved
            .known()
            .user(resolved.people().account(person))
            .map(there -> there.text(Field.SITE))
            .orElse("")
        : account.person().site();
  }

  private String role(int person, PersonRecord record, KnownUser account) {
    String own = settings.roles().role(record.text(Field.ROLE)).orElse("");
    if (!own.isEmpty() || !variesByRole) {
      return own;
    }
    return account != null && !account.role().isEmpty() ? account.role() : strongestRole(person);
  }

  /** The strongest role that somebody has in any course, else the settings' default. */
  private String strongestRole(int person) {
    if (strongestRoles == null) {
      strongestRoles = StrongestRoles.of(memberships);
    }
    return strongestRoles.getOrDefault(person, settings.defaultRole());
  }

  /** Where somebody is, whatever they are. */
  private String siteOf(int person) {
    List<Integer> lines = deliverable.lines(person);
    KnownUser account = resolved.people().knownAs(person).orElse(null);
    if (lines.isEmpty()) {
      return account == null ? "" : account.person().site();
    }
    PersonRecord record = PersonRecord.of(resolved.rows(), lines);
    String role = settings.roles().role(record.text(Field.ROLE)).orElse("");
    return person(person, record, account, role).site();
  }

  /** Who looks after whom. */
  public Guardians guardians() {
    if (guardians == null) {
      guardians = new Guardians();
      people(
          (person, one, row, line) -> {
            if (!one.isRemoved()) {
              guardians.add(resolved, person, one.record());
            }
          });
    }
    return guardians;
  }

  /** The groups that no list has and that memberships need, each with the line that asks first. */
  public Map<Integer, Integer> madeGroups() {
    if (madeGroups == null) {
      madeGroups = new LinkedHashMap<>();
      if (resolved.makesGroups()) {
        memberships.each(
            membership -> {
              if (membership.group() >= 0 && resolved.isMade(membership.group())) {
                madeGroups.putIfAbsent(membership.group(), membership.line());
              }
            });
      }
    }
    return madeGroups;
  }
}
