package neatroster.core.roster;

import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Supplier;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.text.PairIndex;

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
  private final LinksOfTexts users = new LinksOfTexts();
  private final LinksOfTexts coursesOfTexts = new LinksOfTexts();
  private final PairIndex groupsOfTexts = new PairIndex();

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
    people =
        PeopleFinder.find(
            rows,
            known.users(),
            settings.emails().usual().sharedAllowed(),
            settings.policy().matchByName());
    if (makesGroups) {
      rows.read(Table.ENROLLMENTS, this::makeGroup);
    }
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
      case GROUPS -> known.tells(Table.GROUPS);
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

  private void makeGroup(RosterRow row, int line) {
    if (!row.isUneven() && row.has(Field.GROUP)) {
      Link course = course(row);
      Link group = groups.find(course, row.cell(Field.GROUP));
      if (!group.isFound() && (course.isFound() || course.isBlank())) {
        groups.addMade(course, row.cell(Field.GROUP));
        madeGroups.put(groups.find(course, row.cell(Field.GROUP)).number(), line);
      }
    }
  }

  /** Who is enrolled by a row of enrollments. */
  public Link user(RosterRow row, int line) {
    if (row.isDerived() && row.reading().table() == Table.USERS) {
      return people.ofLine(line);
    }
    return row.has(Field.USER)
        ? users.of(row.textNumber(Field.USER), () -> user(row.code(Field.USER)))
        : Link.BLANK;
  }

  /** The course that a row of groups or enrollments names. */
  public Link course(RosterRow row) {
    return row.has(Field.COURSE)
        ? coursesOfTexts.of(
            row.textNumber(Field.COURSE), () -> courses.find(row.code(Field.COURSE)))
        : Link.BLANK;
  }

  /** The group that a row of enrollments names. */
  public Link group(RosterRow row) {
    if (!row.has(Field.GROUP)) {
      return Link.BLANK;
    }
    Link course = course(row);
    int text = row.textNumber(Field.GROUP);
    int found = text < 0 ? PairIndex.NEW : groupsOfTexts.find(course.coded(), text);
    if (found == PairIndex.NEW) {
      found = groups.find(course, row.cell(Field.GROUP)).coded();
      if (text >= 0) {
        groupsOfTexts.putIfNew(course.coded(), text, found);
      }
    }
    return Link.decoded(found);
  }

  /** The cross-course group all of whose members a row enrolls. */
  public Link membersOf(RosterRow row) {
    return row.has(Field.MEMBERS_OF)
        ? groups.find(Link.BLANK, row.cell(Field.MEMBERS_OF))
        : Link.BLANK;
  }

  /** What a row calls somebody, else their name. */
  public String nameIn(RosterRow row, Link user) {
    if (row.has(Field.USER)) {
      return row.text(Field.USER);
    }
    int first = user.isFound() ? people.firstLine(user.number()) : -1;
    return first < 0 ? "" : Names.full(rows.row(first));
  }

  /** What the cells of a sheet refer to. */
  public SheetLinks links(SheetReading sheet) {
    return new SheetLinks(
        rows.columns(sheet),
        new SheetLinks.Targets(this::user, courses, groups),
        users,
        coursesOfTexts,
        groupsOfTexts);
  }

  /**
   * Whom a text of a sheet refers to.
   *
   * @param number the text's number among those of people
   */
  Link user(int number, Supplier<CharSequence> text) {
    Link found = people.ofText(number);
    return found.isFound() ? found : user(text.get());
  }

  /** Whom a username, an email address or an id refers to. */
  public Link user(CharSequence reference) {
    Link found = people.find(reference);
    boolean unchecked =
        found.isNone() && (!isCheckable(Table.USERS) || people.isMisaligned(reference));
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

  /** Whether groups that no list has are made. */
  public boolean makesGroups() {
    return makesGroups;
  }

  /** Whether no list has a group, and it is made. */
  public boolean isMade(int group) {
    return !madeGroups.isEmpty() && madeGroups.containsKey(group);
  }

  /** The groups that no list has and that are made because enrollments name them. */
  public Map<Integer, Integer> madeGroups() {
    return madeGroups;
  }

  /** Everybody. */
  public People people() {
    return people;
  }
}
