package neatroster.core.intake;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.Cleaning;

/**
 * The row that each starter sheet comes with. It is skipped as long as it is untouched; as soon as
 * anything in it is somebody’s own, it is data like any other.
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

  /** Whether a row is the example, every cell of it. */
  static boolean is(Table table, Iterable<Column> columns, SheetRow row) {
    Map<Field, String> example = ALL.get(table);
    int same = 0;
    for (Column column : columns) {
      String stands = Cleaning.clean(row.cell(column.index()));
      String expected = column.field().map(field -> example.getOrDefault(field, "")).orElse("");
      if (!stands.equals(expected) && !sameDay(stands, expected)) {
        return false;
      }
      same += stands.isEmpty() ? 0 : 1;
    }
    return same >= 3;
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
