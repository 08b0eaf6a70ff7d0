package neatroster.core.roster;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import neatroster.core.grid.Place;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Person;
import neatroster.core.model.Table;

/**
 * What all rows about one person say together: each fills what the ones before leave blank. Of two
 * forms of a name in lists of people the fuller one counts.
 */
public final class PersonRecord {
  private final List<RosterRow> rows;
  private final RosterRow named;

  private PersonRecord(List<RosterRow> rows) {
    this.rows = rows;
    this.named = rows.size() == 1 ? rows.get(0) : fullest(rows);
  }

  /** What a single row says; valid as long as the row is. */
  public static PersonRecord of(RosterRow row) {
    return new PersonRecord(List.of(row));
  }

  /**
   * What the rows on these lines say together: the roster's own moves before all others, and lists
   * of people before class lists, which say in passing who somebody is.
   */
  public static PersonRecord of(Roster roster, List<Integer> lines) {
    List<RosterRow> rows = new ArrayList<>();
    lines.forEach(line -> rows.add(roster.row(line)));
    rows.sort(
        Comparator.<RosterRow, Boolean>comparing(row -> !roster.isArranged(row.reading()))
            .thenComparing(row -> row.reading().enrolls()));
    return new PersonRecord(rows);
  }

  private static RosterRow fullest(List<RosterRow> rows) {
    RosterRow plain = bestOf(rows);
    if (!hasInitial(Names.full(plain))) {
      return plain;
    }
    for (RosterRow row : rows) {
      String full = Names.full(row);
      if (!hasInitial(full) && full.length() >= Names.full(plain).length()) {
        // “B. Finch” is Bo Finch, where another list says so.
        return row;
      }
    }
    return plain;
  }

  /** Whether a part of a name is a letter alone. */
  public static boolean hasInitial(String full) {
    return full.matches("(?U).*(?<!\\p{L})\\p{L}\\.?(?!\\p{L}).*");
  }

  private static RosterRow bestOf(List<RosterRow> rows) {
    boolean enrolls = rows.get(0).reading().enrolls();
    RosterRow best = rows.get(0);
    int most = -1;
    for (RosterRow row : rows) {
      int weight = weight(row);
      if (most > 0 && row.reading().enrolls() != enrolls) {
        break;
      }
      if (weight > most) {
        best = row;
        most = weight;
      }
    }
    return best;
  }

  /**
   * Names in parts count before whole ones, fuller ones before shorter, mixed case before capitals.
   */
  private static int weight(RosterRow row) {
    String full = Names.full(row);
    if (full.isEmpty()) {
      return 0;
    }
    boolean capitals =
        full.equals(full.toUpperCase(Locale.ROOT)) || full.equals(full.toLowerCase(Locale.ROOT));
    boolean accents = full.chars().anyMatch(c -> c > 0x7f);
    return full.length() * 8
        + (Names.hasOnlyFull(row) ? 0 : 4)
        + (capitals ? 0 : 2)
        + (accents ? 1 : 0);
  }

  /** The row that says best who the person is. */
  public Place place() {
    return named.place();
  }

  /** The row that the name is taken from. */
  public RosterRow named() {
    return named;
  }

  /** Whether the rows clear what the platform has in a field: the first that says anything does. */
  public boolean clears(Field field) {
    for (RosterRow row : rows) {
      if (row.has(field) || row.clears(field)) {
        return row.clears(field);
      }
    }
    return false;
  }

  /** The same of a field of the school's own. */
  public boolean clears(OwnField field) {
    return own(field).isEmpty() && rows.stream().anyMatch(row -> row.clears(field));
  }

  /** The value of a field, in the first row that has one; empty where none has. */
  public String text(Field field) {
    String along = "";
    for (RosterRow row : rows) {
      if (row.has(field)) {
        // In a list of one course the role is the role there.
        if (field == Field.ROLE && row.reading().enrolls() && rows.size() > 1) {
          along = along.isEmpty() ? row.text(field) : along;
          continue;
        }
        return row.text(field);
      }
    }
    return along;
  }

  /** Whether any row has a value of a field. */
  public boolean has(Field field) {
    return rows.stream().anyMatch(row -> row.has(field));
  }

  /** A password as it stands. */
  public String password() {
    return rows.stream()
        .filter(row -> row.has(Field.PASSWORD))
        .map(row -> row.cell(Field.PASSWORD).toString())
        .findFirst()
        .orElse("");
  }

  /** The day that a field names. */
  public Optional<LocalDate> date(Field field) {
    return rows.stream()
        .filter(row -> row.has(field))
        .map(row -> row.date(field))
        .findFirst()
        .flatMap(day -> day);
  }

  /** The value of one of the school's own fields; empty where no row has one. */
  public String own(OwnField field) {
    for (RosterRow row : rows) {
      Integer column = row.reading().ownFields().get(field);
      if (column != null && row.table() == Table.USERS) {
        String value = row.judged(field, column).text();
        if (!value.isEmpty()) {
          return value;
        }
      }
    }
    return "";
  }

  /** The parts of the name. */
  public NameParts name() {
    return Names.parts(named);
  }

  /** The whole name. */
  public String fullName() {
    return Names.full(named);
  }

  /** What tells the person apart from one run to the next. */
  public Person person() {
    return new Person(
        text(Field.ID), text(Field.EMAIL), fullName(), text(Field.BIRTH_DATE), text(Field.SITE));
  }
}
