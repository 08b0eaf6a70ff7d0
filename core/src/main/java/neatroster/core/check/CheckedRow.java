package neatroster.core.check;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.grid.Place;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.text.Cell;
import neatroster.core.text.OddText;

/**
 * A row with what its keys and references turned out to be. Rules look at it; the pass fills it
 * anew for each row.
 */
public final class CheckedRow {
  public final ResolvedRoster resolved;
  public final RosterCounts counts;
  public final Suggestions suggestions;
  public RosterRow row;
  public int line;

  /** Who this row is about, or whom it enrolls. */
  public Link user = Link.BLANK;

  /** The course of this row, or that it refers to. */
  public Link course = Link.BLANK;

  /** The group of this row, or that it refers to. */
  public Link group = Link.BLANK;

  /** The cross-course group whose members the row enrolls. */
  public Link membersOf = Link.BLANK;

  /** The account that this row's user has already, or null. */
  public KnownUser account;

  /** Its position among the known users, or -1. */
  public int accountNumber;

  /**
   * Whether any cell of the row is worth a closer look for its characters: anything but short plain
   * ASCII without spaces that nobody sees.
   */
  public boolean unusual;

  /** The role of the enrollment; empty where its word has no meaning. */
  public String role = "";

  /** The line of the course or group that had this row's key first, or -1. */
  public int earlierLine = -1;

  /** The line of the enrollment that is the same as this one, or -1. */
  public int earlierEnrollment = -1;

  /** The line of the row by which the user of this one has left, or -1. */
  public int endedBy = -1;

  /** Whether that enrollment has another role. */
  public boolean earlierRoleDiffers;

  /** Whether the words of both are roles: one that is none has its own finding. */
  public boolean areRolesKnown;

  public CheckedRow(ResolvedRoster resolved, RosterCounts counts, Suggestions suggestions) {
    this.resolved = resolved;
    this.counts = counts;
    this.suggestions = suggestions;
  }

  /** Takes the next row. Nothing that was said of the one before stays. */
  public void begin(RosterRow next, int ofLine) {
    row = next;
    line = ofLine;
    user = Link.BLANK;
    course = Link.BLANK;
    group = Link.BLANK;
    membersOf = Link.BLANK;
    account = null;
    accountNumber = -1;
    earlierLine = -1;
    earlierEnrollment = -1;
    endedBy = -1;
    earlierRoleDiffers = false;
    areRolesKnown = false;
    role = "";
  }

  /** What there is to look at about who the row is about. */
  public List<Doubt> doubts(Doubt.Kind kind) {
    List<Doubt> all = table() == Table.USERS ? resolved.people().doubts(line) : List.of();
    return all.isEmpty() ? all : all.stream().filter(doubt -> doubt.kind() == kind).toList();
  }

  /** Whether this is the first row about its person. */
  public boolean isFirstOfPerson() {
    return user.isFound() && resolved.people().firstLine(user.number()) == line;
  }

  /** Whether what counts instead of this enrollment stands in the same row. */
  public boolean isOfOneRow() {
    return row.isDerived() && earlierEnrollment == line;
  }

  /** The line that says best who a person is: one of a list of people, if any; else -1. */
  public int mainLine(int person) {
    List<Integer> lines = resolved.people().lines(person);
    return lines.stream()
        .filter(other -> !resolved.rows().sheet(other).enrolls())
        .findFirst()
        .orElse(lines.isEmpty() ? -1 : lines.get(0));
  }

  /** The name of whom a row of users is about, or what else it has. */
  public String personOf(int ofLine) {
    RosterRow other = resolved.rows().row(ofLine);
    String name = Names.full(other);
    for (Field field : List.of(Field.USERNAME, Field.EMAIL, Field.ID)) {
      name = name.isEmpty() ? other.cell(field).cleaned() : name;
    }
    return name.isEmpty() ? "somebody" : name;
  }

  /** The other rows and accounts of a doubt, as a sentence names them. */
  public String named(Doubt doubt) {
    List<String> all = new ArrayList<>();
    for (int other : doubt.lines()) {
      Link person = resolved.people().ofLine(other);
      boolean same = user.isFound() && user.equals(person);
      int main = same ? mainLine(person.number()) : other;
      all.add(personOf(main) + " in " + named(place(main)));
    }
    for (int number : doubt.accounts()) {
      all.add(named(resolved.known().users().all().get(number)));
    }
    return all.size() < 2
        ? String.join("", all)
        : String.join(", ", all.subList(0, all.size() - 1)) + " and " + all.get(all.size() - 1);
  }

  /** The first account of a doubt. */
  public KnownUser account(Doubt doubt) {
    return resolved.known().users().all().get(doubt.accounts().get(0));
  }

  /** An account as a sentence names it. */
  public static String named(KnownUser account) {
    String name = account.person().fullName();
    return "the account " + account.reference() + (name.isEmpty() ? "" : " of " + name);
  }

  /** The column that shows best whom a row is about. */
  public Field columnOfPerson() {
    return firstColumn(
        Field.FULL_NAME,
        Field.GIVEN_NAME,
        Field.FAMILY_NAME,
        Field.USERNAME,
        Field.EMAIL,
        Field.ID);
  }

  /** Looks over the characters of all cells once, for the rules that look for odd ones. */
  public void lookOver() {
    unusual = false;
    int width = row.reading().columns().size();
    for (int i = 0; i < width && !unusual; i++) {
      unusual = OddText.is(row.cellAt(i));
    }
  }

  public Table table() {
    return row.table();
  }

  public Cell cell(Field field) {
    return row.cell(field);
  }

  public boolean has(Field field) {
    return row.has(field);
  }

  public String text(Field field) {
    return row.text(field);
  }

  /** A value as it stands in the sheet, without stray spaces, for a message that quotes it. */
  public String shown(Field field) {
    return cell(field).cleaned();
  }

  public Place place(int ofLine) {
    return resolved.rows().place(ofLine);
  }

  /**
   * A row that another finding relates to, as a sentence names it: by its row, and its sheet where
   * it is another.
   */
  public String named(Place place) {
    return named(place, row.reading());
  }

  public static String named(Place place, SheetReading from) {
    return place.sheet().equals(from.name())
        ? "row " + place.row()
        : place.sheet() + ", row " + place.row();
  }

  /** A finding about a field of another row. */
  public Finding.Builder about(int ofLine, Field field, Rule rule, String message) {
    return Finding.about(resolved.rows().row(ofLine), field, rule, message);
  }

  public Finding.Builder finding(Rule rule, Field field, String message) {
    return Finding.about(row, field, rule, message);
  }

  /**
   * A finding about the cell of a column, counted from 0, that holds a field of the school's own.
   */
  public Finding.Builder finding(Rule rule, int column, String message) {
    return new Finding.Builder(rule, row.place(), message)
        .in(row.reading().columns().get(column))
        .showing(row.cellAt(column).toString());
  }

  /** A finding about a value that does not exist, with what may have been meant instead. */
  public Finding.Builder unknown(Rule rule, Field field, String message, List<String> near) {
    if (near.isEmpty()) {
      return finding(rule, field, message);
    }
    if (near.size() > 1) {
      return finding(rule, field, message + " Nearest: " + String.join(", ", near) + ".");
    }
    return finding(rule, field, message).suggesting(near.get(0));
  }

  /** The first of these fields that the sheet has a column for, else the first. */
  public Field firstColumn(Field... fields) {
    for (Field field : fields) {
      if (row.column(field).isPresent()) {
        return field;
      }
    }
    return fields[0];
  }
}
