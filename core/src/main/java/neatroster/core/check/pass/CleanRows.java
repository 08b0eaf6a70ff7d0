package neatroster.core.check.pass;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.Map;
import neatroster.core.check.RosterCounts;
import neatroster.core.check.SheetView;
import neatroster.core.check.TextTests;
import neatroster.core.check.rules.enrollments.UnlikelyRole;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.roster.ColumnTexts;
import neatroster.core.roster.Groups;
import neatroster.core.roster.Link;
import neatroster.core.roster.People;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.SheetLinks;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cell;
import neatroster.core.wanted.Memberships;

/**
 * The rows of a sheet of which nothing is to be said for what they refer to: no rule sees them,
 * unless the row filter selects them for their cells.
 */
final class CleanRows {
  private final SheetView sheet;
  private final ResolvedRoster roster;
  private final Settings settings;
  private final Memberships memberships;
  private final People people;
  private final People.Cursor rowsOfPeople;
  private final TextTests oddStatus;
  private final ColumnTexts textsOfRoles;
  private final ColumnTexts textsOfMembers;
  private final ColumnTexts textsOfStatus;

  /** The roles by the numbers of their texts, found when they are met. */
  private final Map<Integer, Role> roles = new HashMap<>();

  /** The days that the texts of courses are, by their numbers. */
  private final Map<Field, Map<Integer, Integer>> days = new EnumMap<>(Field.class);

  private int lastRoleText = -1;
  private Role lastRole;

  /** A role as rows name it. */
  private record Role(int number, boolean elevated) {}

  /**
   * Rows of a sheet.
   *
   * @param memberships who may be in a course by two rows
   */
  CleanRows(SheetView sheet, Settings settings, Memberships memberships) {
    this.sheet = sheet;
    this.roster = sheet.roster();
    this.settings = settings;
    this.memberships = memberships;
    people = roster.people();
    rowsOfPeople = people.cursor();
    textsOfRoles = sheet.down(Field.ROLE);
    textsOfMembers = sheet.down(Field.MEMBERS_OF);
    textsOfStatus = sheet.down(Field.STATUS);
    oddStatus =
        sheet.has(Field.STATUS)
            ? sheet.tests(
                Field.STATUS,
                cell -> !sheet.reading().judged(Field.STATUS, cell).text().equals("active"))
            : null;
  }

  /** Whether a row is quiet. */
  boolean isClean(int position) {
    return switch (sheet.table()) {
      case COURSES -> isCleanCourse(position);
      case GROUPS -> isCleanGroup(position);
      case USERS -> isCleanUser(position);
      case ENROLLMENTS -> isCleanEnrollment(position);
    };
  }

  private boolean isCleanUser(int position) {
    int line = sheet.line(position);
    Link person = rowsOfPeople.ofLine(line);
    return person.isFound() && isCleanPerson(person.number()) && !people.isDoubtful(line);
  }

  private boolean isCleanPerson(int person) {
    int account = people.account(person);
    return account < 0
        ? people.isPlain(person)
        : people.isPlainAndKnown(person) && roster.known().renamed(account).isEmpty();
  }

  private boolean isCleanGroup(int position) {
    Link course = sheet.links().course(position);
    if (!course.isFound() && !course.isBlank()) {
      return false;
    }
    if (sheet.text(position, Field.CAPACITY) != 0) {
      return false;
    }
    Cell name = sheet.shown(Field.NAME, sheet.text(position, Field.NAME));
    Groups groups = roster.groups();
    Link group = groups.find(course, name);
    return group.isFound() && groups.line(group.number()) == sheet.line(position);
  }

  private boolean isCleanEnrollment(int position) {
    SheetLinks links = sheet.links();
    if (!links.findAll(position)) {
      return false;
    }
    int person = links.person();
    boolean inGroup = links.hasGroup();
    Role role = role(textsOfRoles.at(position));
    return (!inGroup || !roster.isMade(links.group()))
        && role.number() >= 0
        && (!role.elevated() || !sheet.counts().isLikelyLearner(person))
        && !sheet.counts().isSuspended(person)
        && !memberships.mayRepeat(person)
        && textsOfMembers.at(position) == 0
        && (oddStatus == null || !oddStatus.passes(textsOfStatus.at(position)));
  }

  /** A course is quiet where it is the first of its code. */
  private boolean isCleanCourse(int position) {
    int text = sheet.text(position, Field.CODE);
    if (text == 0) {
      return false;
    }
    Link course = roster.courses().find(code(text));
    if (!course.isFound() || roster.courses().line(course.number()) != sheet.line(position)) {
      return false;
    }
    note(course.number(), position);
    return true;
  }

  private CharSequence code(int text) {
    return sheet.reading().code(Field.CODE, sheet.shown(Field.CODE, text));
  }

  private Role role(int text) {
    if (text != lastRoleText) {
      lastRoleText = text;
      lastRole = roles.computeIfAbsent(text, this::roleOf);
    }
    return lastRole;
  }

  private Role roleOf(int text) {
    RoleWords words = settings.roles();
    Cell cell = text == 0 ? Cell.EMPTY : sheet.shown(Field.ROLE, text);
    int number = words.number(cell.isEmpty() ? settings.defaultRole() : cell);
    String word = number < 0 ? "" : words.roles().get(number);
    return new Role(number, UnlikelyRole.isElevated(word));
  }

  /** Remembers what a course says of itself; each text of a day is read once. */
  private void note(int course, int position) {
    boolean more =
        sheet.text(position, Field.CAPACITY) != 0
            || sheet.text(position, Field.STATUS) != 0
            || sheet.text(position, Field.INSTRUCTORS) != 0;
    int start = day(position, Field.STARTS);
    int end = day(position, Field.ENDS);
    if (more || (end == RosterCounts.NONE && sheet.text(position, Field.ENDS) != 0)) {
      sheet.counts().course(course, sheet.row(position));
    } else {
      sheet.counts().course(course, start, end);
    }
  }

  private int day(int position, Field field) {
    int text = sheet.text(position, field);
    return text == 0
        ? RosterCounts.NONE
        : days.computeIfAbsent(field, f -> new HashMap<>())
            .computeIfAbsent(text, t -> RosterCounts.day(sheet.row(position), field));
  }
}
