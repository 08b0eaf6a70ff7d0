package neatroster.core.wanted;

import java.time.LocalDate;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.ColumnTexts;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.RowCursor;
import neatroster.core.roster.SheetColumns;
import neatroster.core.roster.SheetLinks;
import neatroster.core.text.Cell;

/**
 * An enrollment that a row of a sheet holds, with what it refers to. Going over them, one object
 * shows them all; they are numbered from 0 in the order in which they stand.
 */
final class EnrollmentRow {
  /** There is no such thing, or the reference is not found. */
  static final int NONE = -1;

  /** The row names no role. */
  static final int UNSAID = -2;

  private static final List<Field> LOOKED_AT =
      List.of(
          Field.USER,
          Field.MEMBERS_OF,
          Field.COURSE,
          Field.ROLE,
          Field.GROUP,
          Field.STARTS,
          Field.ENDS,
          Field.STATUS);

  private final ResolvedRoster roster;
  private final EnrollmentDefaults roles;
  private final Map<Integer, Integer> roleOfText = new HashMap<>();
  private final Map<Integer, Boolean> endedOfText = new HashMap<>();
  private final Map<Field, Map<Integer, Integer>> dayOfText = new HashMap<>();
  private final IdentityHashMap<SheetReading, Integer> first = new IdentityHashMap<>();
  private final Map<Field, ColumnTexts> texts = new EnumMap<>(Field.class);
  private ColumnTexts members;
  private ColumnTexts statuses;
  private ColumnTexts rolesNamed;
  private int firstLine;
  private SheetColumns columns;
  private RowCursor cursor;
  private SheetLinks links;
  private int position;
  private RosterRow row;
  private int number;
  private int line;
  private int lastRoleText;
  private int lastRole;
  private boolean isSeatFound;
  private int person;
  private int course;

  EnrollmentRow(ResolvedRoster roster, EnrollmentDefaults roles) {
    this.roster = roster;
    this.roles = roles;
  }

  /** Shows every enrollment that any row holds. */
  void each(Consumer<EnrollmentRow> receiver) {
    begin();
    for (SheetReading sheet : roster.rows().sheets()) {
      int rows = begin(sheet, receiver);
      for (int at = 0; at < rows; at++) {
        receiver.accept(at(at));
      }
    }
  }

  /** Goes to the first. */
  void begin() {
    number = -1;
  }

  /**
   * Goes to the first that the rows of a sheet hold; of a sheet whose rows hold several, or none,
   * all are shown.
   *
   * @return how many rows there are that hold one each, which {@link #at} shows
   */
  int begin(SheetReading sheet, Consumer<EnrollmentRow> derivedOnes) {
    first.put(sheet, number + 1);
    if (sheet.enrolls()) {
      roster
          .rows()
          .enrollments(
              sheet,
              (derived, ofLine) -> {
                number++;
                position = NONE;
                row = derived;
                line = ofLine;
                findSeat();
                derivedOnes.accept(this);
              });
      return 0;
    }
    if (sheet.table() != Table.ENROLLMENTS) {
      return 0;
    }
    columns = roster.rows().columns(sheet);
    cursor = new RowCursor(columns);
    links = roster.links(sheet);
    firstLine = columns.rows() == 0 ? 0 : roster.rows().line(columns, 0) - columns.number(0);
    texts.clear();
    for (Field field : LOOKED_AT) {
      texts.put(field, columns.down(sheet.indexOf(field)));
    }
    members = sheet.has(Field.MEMBERS_OF) ? texts.get(Field.MEMBERS_OF) : null;
    statuses = sheet.has(Field.STATUS) ? texts.get(Field.STATUS) : null;
    rolesNamed = texts.get(Field.ROLE);
    roleOfText.clear();
    lastRoleText = NONE;
    endedOfText.clear();
    dayOfText.clear();
    return columns.rows();
  }

  /** Shows what the row at a position of the sheet holds; the one behind the last. */
  EnrollmentRow at(int at) {
    number++;
    position = at;
    row = null;
    isSeatFound = links.findSeat(at);
    if (isSeatFound) {
      person = links.person();
      course = links.course();
    }
    return this;
  }

  /** How many there are; to be asked when they were shown. */
  int count() {
    return number + 1;
  }

  /** The number of the first that a sheet's rows hold; to be asked when they were shown. */
  int first(SheetReading sheet) {
    return first.get(sheet);
  }

  /** Its number. */
  int number() {
    return number;
  }

  /** The line of the row that holds it. */
  int line() {
    return position == NONE ? line : firstLine + columns.number(position);
  }

  /** The row that holds it, until the next is shown. */
  RosterRow row() {
    if (row == null) {
      row = cursor.at(position);
    }
    return row;
  }

  private void findSeat() {
    isSeatFound = false;
    Link user = roster.user(row, line);
    Link in = roster.course(row);
    if (user.isFound() && in.isFound()) {
      isSeatFound = true;
      person = user.number();
      course = in.number();
    }
  }

  /** Whether its person and its course are found. */
  boolean isSeatFound() {
    return isSeatFound;
  }

  /** The person, where {@link #isSeatFound}. */
  int seatPerson() {
    return person;
  }

  /** The course, where {@link #isSeatFound}. */
  int seatCourse() {
    return course;
  }

  /**
   * Whether nothing is said but a person, a course and a group that are found, a role, and dates:
   * such a row need not be looked at as a whole.
   */
  boolean isPlain() {
    return isSeatFound
        && position != NONE
        && columns.isPlain(position)
        && (members == null || members.at(position) == 0)
        && links.findAll(position);
  }

  /** The group of an enrollment that is {@link #isPlain}. */
  int plainGroup() {
    return links.hasGroup() ? links.group() : NONE;
  }

  /** Whom it enrolls. */
  Link user() {
    return isSeatFound ? Link.to(person) : roster.user(row(), line());
  }

  /** Where it enrolls. */
  Link course() {
    return isSeatFound ? Link.to(course) : roster.course(row());
  }

  /** The group there, or the cross-course group. */
  Link group() {
    return says(Field.GROUP) ? roster.group(row()) : Link.BLANK;
  }

  /** Whether it enrolls all members of a cross-course group instead of somebody. */
  boolean isOfMembers() {
    return says(Field.MEMBERS_OF) && row().has(Field.MEMBERS_OF) && !row().has(Field.USER);
  }

  /** Whether there may be anything in a field. */
  boolean says(Field field) {
    return position == NONE ? row.has(field) : texts.get(field).at(position) != 0;
  }

  /** Whether it says that the enrollment has ended. */
  boolean isEnded() {
    if (position == NONE) {
      return row.text(Field.STATUS).equals("ended");
    }
    int text = statuses == null ? 0 : statuses.at(position);
    return text != 0
        && endedOfText.computeIfAbsent(text, t -> row().text(Field.STATUS).equals("ended"));
  }

  /**
   * The number of the role that it names; {@link #UNSAID} where it names none, {@link
   * RoleWords#NONE} where its word is no role.
   */
  int role() {
    if (position == NONE) {
      return roleOf(row.cell(Field.ROLE));
    }
    int text = rolesNamed.at(position);
    if (text != lastRoleText) {
      lastRoleText = text;
      lastRole = roleOfText.computeIfAbsent(text, t -> roleOf(row().cell(Field.ROLE)));
    }
    return lastRole;
  }

  private int roleOf(Cell cell) {
    return cell.isBlank() ? UNSAID : roles.number(cell);
  }

  /**
   * The day of a date, counted from 1970-01-01.
   *
   * @param none what stands for none, or one that cannot be told
   */
  int day(Field field, int none) {
    if (!says(field)) {
      return none;
    }
    if (position == NONE) {
      return dayOf(field, none);
    }
    return dayOfText
        .computeIfAbsent(field, f -> new HashMap<>())
        .computeIfAbsent(texts.get(field).at(position), text -> dayOf(field, none));
  }

  private int dayOf(Field field, int none) {
    return row().date(field).map(LocalDate::toEpochDay).map(Long::intValue).orElse(none);
  }
}
