package neatroster.core.roster;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import neatroster.core.intake.Known;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import neatroster.core.model.Table;

/**
 * A roster in which every person is found and every reference resolved, once and for all who read
 * it.
 */
public final class ResolvedRoster {
  private final Roster rows;
  private final Known known;
  private final Map<Table, Boolean> listed = new EnumMap<>(Table.class);
  private final Map<Table, Boolean> complete = new EnumMap<>(Table.class);
  private final Courses courses;
  private final Groups groups;
  private final People people;
  private final boolean makesGroups;
  private final Map<Integer, Integer> madeGroups = new LinkedHashMap<>();
  private final EnrollmentLinks enrollments = new EnrollmentLinks();

  private ResolvedRoster(Roster rows, Settings settings, Known known) {
    this.rows = rows;
    this.known = known;
    makesGroups = settings.policy().makeGroups();
    boolean allReadable = rows.unread().stream().allMatch(sheet -> sheet.why().isNotATable());
    for (Table table : Table.values()) {
      listed.put(table, rows.lists(table) || isKnown(table));
      boolean whole =
          rows.brokenOff().stream().noneMatch(sheet -> sheet.table() == table) && allReadable;
      complete.put(table, whole);
    }
    courses = new Courses(settings.courseAliases(), isCheckable(Table.COURSES));
    rows.read(Table.COURSES, courses::add);
    courses.addKnown(known.courses());
    groups = new Groups(courses, isCheckable(Table.GROUPS));
    rows.read(Table.GROUPS, groups::add);
    known
        .groups()
        .forEach((course, names) -> names.forEach(name -> groups.addKnown(course(course), name)));
    PeopleFinder finder =
        new PeopleFinder(known.users(), settings.emails().usual().sharedAllowed());
    Map<SheetReading, Integer> sheets = new HashMap<>();
    rows.read(
        Table.USERS,
        (row, line) -> {
          if (!row.isUneven()) {
            finder.add(row, line, sheets.computeIfAbsent(row.reading(), s -> sheets.size()));
          } else {
            finder.addTorn(row);
          }
        });
    people = finder.find(rows);
    rows.read(Table.ENROLLMENTS, this::enrollment);
  }

  /** Resolves a roster against what the platform holds. */
  public static ResolvedRoster of(Roster rows, Settings settings, Known known) {
    return new ResolvedRoster(rows, settings, known);
  }

  private Link course(String code) {
    return code.isEmpty() ? Link.BLANK : courses.find(code);
  }

  private boolean isKnown(Table table) {
    return switch (table) {
      case USERS -> !known.users().isEmpty();
      case COURSES -> !known.courses().isEmpty();
      case GROUPS -> known.listsGroups();
      case ENROLLMENTS -> false;
    };
  }

  /** Whether there is anything to check references to a table against. */
  public boolean isListed(Table table) {
    return listed.get(table);
  }

  private boolean isCheckable(Table table) {
    return listed.get(table) && complete.get(table);
  }

  private void enrollment(RosterRow row, int line) {
    if (row.isUneven() && !row.isDerived()) {
      enrollments.add(Link.BLANK, Link.BLANK, Link.BLANK, Link.BLANK);
      return;
    }
    Link course = row.has(Field.COURSE) ? courses.find(row.code(Field.COURSE)) : Link.BLANK;
    enrollments.add(user(row, line), course, group(row, line, course), membersOf(row));
  }

  private Link user(RosterRow row, int line) {
    if (row.isDerived() && row.reading().table() == Table.USERS) {
      return people.ofLine(line);
    }
    return row.has(Field.USER) ? user(row.code(Field.USER)) : Link.BLANK;
  }

  private Link group(RosterRow row, int line, Link course) {
    if (!row.has(Field.GROUP)) {
      return Link.BLANK;
    }
    Link group = groups.find(course, row.cell(Field.GROUP));
    if (makesGroups && !group.isFound() && (course.isFound() || course.isBlank())) {
      groups.addMade(course, row.cell(Field.GROUP));
      group = groups.find(course, row.cell(Field.GROUP));
      madeGroups.put(group.number(), line);
    }
    return group;
  }

  private Link membersOf(RosterRow row) {
    return row.has(Field.MEMBERS_OF)
        ? groups.find(Link.BLANK, row.cell(Field.MEMBERS_OF))
        : Link.BLANK;
  }

  /** Whom a username, an email address or an id refers to. */
  public Link user(CharSequence reference) {
    Link found = people.find(reference);
    boolean unchecked = found.isNone() && (!isCheckable(Table.USERS) || people.isTorn(reference));
    return unchecked ? Link.UNCHECKED : found;
  }

  /** The rows of all sheets. */
  public Roster rows() {
    return rows;
  }

  /** What the platform holds. */
  public Known known() {
    return known;
  }

  /** The courses. */
  public Courses courses() {
    return courses;
  }

  /** The groups. */
  public Groups groups() {
    return groups;
  }

  /** The groups that no list has and that are made because enrollments name them. */
  public Map<Integer, Integer> madeGroups() {
    return madeGroups;
  }

  /** Everybody. */
  public People people() {
    return people;
  }

  /** What the enrollments refer to. */
  public EnrollmentLinks enrollments() {
    return enrollments;
  }
}
