package neatroster.core.check;

import java.util.List;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Place;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.text.Cell;
import neatroster.core.text.PairIndex;

/**
 * A row with what its keys and references turned out to be. Rules look at it; the pass fills it
 * anew for each row.
 */
final class CheckedRow {
  /** There is nothing to check references of this table against. */
  static final int UNCHECKED = -3;

  /** No limit on the length of any field is lower. */
  private static final int SHORT = 64;

  private final Roster roster;
  final RosterKeys keys;
  final RosterCounts counts = new RosterCounts();
  final Suggestions suggestions;
  RosterRow row;
  int line;

  /** The user, course or group of this row or that it refers to; or one of the negative numbers. */
  int user;

  int course;
  int group;

  /** The users that share something with this row's. */
  RosterKeys.Shared shared;

  /** Whether an earlier row about the same person says something else of it. */
  boolean earlierDisagrees;

  /** The account that this row's user has already, or null. */
  KnownUser account;

  /** Its position among the known users, or -1. */
  int accountNumber;

  /** The row that had the same account before, or {@link RosterKeys#NONE}. */
  int earlierWithAccount;

  /**
   * Whether any cell of the row is worth a closer look for its characters: anything but short plain
   * ASCII without spaces that nobody sees.
   */
  boolean unusual;

  /** The role of the enrollment; empty where its word has no meaning. */
  String role = "";

  /** The other person to whom this row's username was issued, or null. */
  KnownUser usernameOwner;

  /** The course or group that had this row's key first, or {@link RosterKeys#NONE}. */
  int earlierSame;

  /** The line of the enrollment that is the same as this one, or {@link PairIndex#NEW}. */
  int earlierEnrollment;

  /** Whether that enrollment has another role. */
  boolean earlierRoleDiffers;

  /** Whether there is no list of groups to check against. */
  boolean groupsUnchecked;

  CheckedRow(Roster roster, RosterKeys keys, Suggestions suggestions) {
    this.roster = roster;
    this.keys = keys;
    this.suggestions = suggestions;
  }

  /** Takes the next row. Nothing that was said of the one before stays. */
  void begin(RosterRow next, int ofLine) {
    row = next;
    line = ofLine;
    user = RosterKeys.NONE;
    course = RosterKeys.NONE;
    group = RosterKeys.NONE;
    shared = RosterKeys.NOTHING_SHARED;
    earlierDisagrees = false;
    account = null;
    accountNumber = -1;
    earlierWithAccount = RosterKeys.NONE;
    usernameOwner = null;
    earlierSame = RosterKeys.NONE;
    earlierEnrollment = PairIndex.NEW;
    earlierRoleDiffers = false;
    groupsUnchecked = false;
    role = "";
  }

  /** Looks over the characters of all cells once, for the rules that look for odd ones. */
  void lookOver() {
    unusual = false;
    int width = row.reading().columns().size();
    for (int i = 0; i < width && !unusual; i++) {
      unusual = isUnusual(row.cellAt(i));
    }
  }

  private static boolean isUnusual(Cell cell) {
    int length = cell.length();
    if (length == 0) {
      return false;
    }
    char first = cell.charAt(0);
    boolean unusual =
        length > SHORT
            || first == '='
            || first == '#'
            || (first == 'E' && length > 3 && cell.charAt(3) == ':');
    boolean afterSpace = true;
    for (int i = 0; i < length && !unusual; i++) {
      char c = cell.charAt(i);
      unusual = c < ' ' || c >= 0x7f || c == '?' || (c == ' ' && afterSpace);
      afterSpace = c == ' ';
    }
    return unusual || afterSpace;
  }

  Table table() {
    return row.table();
  }

  Cell cell(Field field) {
    return row.cell(field);
  }

  boolean has(Field field) {
    return row.has(field);
  }

  String text(Field field) {
    return row.text(field);
  }

  /** A value as it stands in the sheet, without stray spaces, for a message that quotes it. */
  String shown(Field field) {
    return cell(field).cleaned();
  }

  Place place(int ofLine) {
    return roster.place(ofLine);
  }

  /**
   * A row that another finding relates to, as a sentence names it: by its row, and its sheet where
   * it is another.
   */
  String named(Place place) {
    return place.sheet().equals(row.reading().name())
        ? "row " + place.row()
        : place.sheet() + ", row " + place.row();
  }

  Finding.Builder finding(Rule rule, Field field, String message) {
    return Finding.about(row, field, rule, message);
  }

  /**
   * A finding about the cell of a column, counted from 0, that holds a field of the school's own.
   */
  Finding.Builder finding(Rule rule, int column, String message) {
    return new Finding.Builder(rule, row.place(), message)
        .in(row.reading().columns().get(column))
        .showing(row.cellAt(column).toString());
  }

  /** A finding about a value that does not exist, with what may have been meant instead. */
  Finding.Builder unknown(Rule rule, Field field, String message, List<String> near) {
    if (near.isEmpty()) {
      return finding(rule, field, message);
    }
    if (near.size() > 1) {
      return finding(rule, field, message + " Nearest: " + String.join(", ", near) + ".");
    }
    return finding(rule, field, message).suggesting(near.get(0));
  }

  /** The first of these fields that the sheet has a column for, else the first. */
  Field firstColumn(Field... fields) {
    for (Field field : fields) {
      if (row.column(field).isPresent()) {
        return field;
      }
    }
    return fields[0];
  }
}
