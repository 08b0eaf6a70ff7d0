package neatroster.core.intake;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import neatroster.core.grid.SheetRow;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.Cleaning;

/**
 * The row that each starter sheet comes with. It is skipped as long as nothing in it is somebody’s
 * own; then it is data like any other, and what is left of the example in it a mistake.
 */
public final class ExampleRow {
  private static final Map<Table, Map<Field, String>> ALL = new EnumMap<>(Table.class);

  static {
    ALL.put(
        Table.USERS,
        row(
            Field.ID, "EXAMPLE-1",
            Field.GIVEN_NAME, "Wren",
            Field.FAMILY_NAME, "Halyard",
            Field.EMAIL, "wren.halyard@pier.example",
            Field.BIRTH_DATE, "2012-05-14",
            Field.GRADE, "Year 2",
            Field.SITE, "Main Pier/Cadets",
            Field.ROLE, "learner",
            Field.STATUS, "active",
            Field.ENROLLMENTS_CELL, "EXAMPLE-NAV as learner in Port Watch",
            Field.NOTE, "An example. It is skipped; delete it, or write over it."));
    ALL.put(
        Table.COURSES,
        row(
            Field.CODE, "EXAMPLE-NAV",
            Field.TITLE, "Coastal Navigation",
            Field.CATEGORY, "Deck/Year 2",
            Field.SITE, "Main Pier",
            Field.STARTS, "2027-01-11",
            Field.ENDS, "+90 days",
            Field.STATUS, "open",
            Field.NOTE, "An example. It is skipped; delete it, or write over it."));
    ALL.put(
        Table.GROUPS,
        row(
            Field.COURSE, "EXAMPLE-NAV",
            Field.NAME, "Port Watch",
            Field.STATUS, "open",
            Field.NOTE, "An example. It is skipped; delete it, or write over it."));
    ALL.put(
        Table.ENROLLMENTS,
        row(
            Field.USER, "wren.halyard@pier.example",
            Field.COURSE, "EXAMPLE-NAV",
            Field.ROLE, "learner",
            Field.GROUP, "Port Watch",
            Field.STATUS, "active",
            Field.NOTE, "An example. It is skipped; delete it, or write over it."));
  }

  private ExampleRow() {}

  private static Map<Field, String> row(Object... fieldsAndValues) {
    Map<Field, String> row = new LinkedHashMap<>();
    for (int i = 0; i < fieldsAndValues.length; i += 2) {
      row.put((Field) fieldsAndValues[i], (String) fieldsAndValues[i + 1]);
    }
    return row;
  }

  /** The example of a table's starter sheet. */
  public static Map<Field, String> of(Table table) {
    return ALL.get(table);
  }

  /** The values of the example that nobody has of their own. */
  private static final Set<String> TELLING =
      Set.of(
          "EXAMPLE-1",
          "wren.halyard@pier.example",
          "EXAMPLE-NAV",
          "EXAMPLE-NAV as learner in Port Watch",
          "An example. It is skipped; delete it, or write over it.");

  /** Whether a value is the example's, and could not be anybody's. */
  public static boolean isTelling(CharSequence value) {
    // Looked at for every cell: most are told by their length and first letter.
    return switch (value.length()) {
      case 9, 11, 36 -> value.charAt(0) == 'E' && TELLING.contains(value.toString());
      case 25 -> value.charAt(0) == 'w' && TELLING.contains(value.toString());
      case 55 -> value.charAt(0) == 'A' && TELLING.contains(value.toString());
      default -> false;
    };
  }

  /**
   * Whether a row is the example: nothing in it is somebody's own, though some of it may have been
   * deleted.
   */
  static boolean is(Table table, Iterable<Column> columns, SheetRow row) {
    Map<Field, String> example = ALL.get(table);
    int same = 0;
    boolean telling = false;
    for (Column column : columns) {
      String stands = Cleaning.clean(row.cell(column.index()));
      String expected = column.field().map(field -> example.getOrDefault(field, "")).orElse("");
      if (!stands.isEmpty() && !stands.equals(expected) && !sameDay(stands, expected)) {
        return false;
      }
      telling |= isTelling(stands);
      same += stands.isEmpty() ? 0 : 1;
    }
    return same >= 2 && telling;
  }

  /** Whether a birth date is the example's. */
  public static boolean isItsBirthDate(String text) {
    return text.length() >= 8 && sameDay(text, ALL.get(Table.USERS).get(Field.BIRTH_DATE));
  }

  /** Whether a user has the birth date of the example beside its site and its grade. */
  public static boolean leftIn(RosterRow row) {
    Map<Field, String> example = ALL.get(Table.USERS);
    return row.cell(Field.BIRTH_DATE).length() >= 8
        && row.text(Field.SITE).equals(example.get(Field.SITE))
        && row.text(Field.GRADE).equals(example.get(Field.GRADE))
        && sameDay(row.text(Field.BIRTH_DATE), example.get(Field.BIRTH_DATE));
  }

  /** A spreadsheet program may have written the date in its own way. */
  private static boolean sameDay(String stands, String expected) {
    return !expected.isEmpty()
        && Arrays.stream(DateOrder.values())
            .anyMatch(
                order ->
                    WrittenDates.read(stands, order)
                        .filter(day -> day.toString().equals(expected))
                        .isPresent());
  }
}
