package neatroster.core.intake;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import neatroster.core.model.Field;
import neatroster.core.model.SheetName;
import neatroster.core.model.Table;
import neatroster.core.text.Cleaning;

/** How one sheet is understood. */
@SuppressWarnings("EnumOrdinal") // looked up for every cell of every row
public final class SheetReading {
  private final Sheet sheet;
  private final Table table;
  private final int headerRow;
  private final List<Column> columns;
  private final int[] columnOfField = new int[Field.values().length];

  private SheetReading(Sheet sheet, Table table, int headerRow, List<Column> columns) {
    this.sheet = sheet;
    this.table = table;
    this.headerRow = headerRow;
    this.columns = List.copyOf(columns);
    Arrays.fill(columnOfField, -1);
    for (Column column : columns) {
      column.field().ifPresent(field -> columnOfField[field.ordinal()] = column.index());
    }
  }

  /**
   * Reads as much of a sheet as it takes to understand it.
   *
   * @param as the table that the user says it is
   * @throws UnreadableSheetException where it cannot be read or holds no table
   */
  public static SheetReading of(Sheet sheet, Optional<Table> as) throws UnreadableSheetException {
    List<String> headers = new ArrayList<>();
    int[] headerRow = {0};
    sheet.read(
        row -> {
          if (row.isBlank()) {
            return true;
          }
          headerRow[0] = row.number();
          for (int i = 0; i < row.size(); i++) {
            headers.add(Cleaning.clean(row.cell(i)));
          }
          return false;
        });
    while (!headers.isEmpty() && headers.get(headers.size() - 1).isEmpty()) {
      headers.remove(headers.size() - 1);
    }
    if (headers.isEmpty()) {
      throw UnreadableSheetException.empty("there is nothing in it");
    }
    Table table = as.isPresent() ? as.get() : mostLikely(headers);
    if (table == null) {
      throw UnreadableSheetException.notATable(
          "no column header is one of ours; the first row with text in it is row "
              + headerRow[0]
              + ". A sheet of users, say, has headers such as “given name”, “family name”, “email”");
    }
    List<Column> columns = new ArrayList<>();
    List<Field> taken = new ArrayList<>();
    for (int i = 0; i < headers.size(); i++) {
      Optional<Field> field =
          HeaderWords.field(table, headers.get(i)).filter(f -> !taken.contains(f));
      field.ifPresent(taken::add);
      columns.add(new Column(i, headers.get(i), field));
    }
    return new SheetReading(sheet, table, headerRow[0], columns);
  }

  private static Table mostLikely(List<String> headers) {
    Table best = null;
    int most = 0;
    for (Table table : Table.values()) {
      int weight = 0;
      for (String header : headers) {
        weight += HeaderWords.field(table, header).map(HeaderWords::weight).orElse(0);
      }
      if (weight > most) {
        best = table;
        most = weight;
      }
    }
    return best;
  }

  /** The sheet itself. */
  public Sheet sheet() {
    return sheet;
  }

  /** Where the sheet is. */
  public SheetName name() {
    return sheet.name();
  }

  /** What its rows are. */
  public Table table() {
    return table;
  }

  /** The row with the headers, from 1. */
  public int headerRow() {
    return headerRow;
  }

  /** Every column that has a header, in order. */
  public List<Column> columns() {
    return columns;
  }

  /** Whether the sheet has a column for the field. */
  public boolean has(Field field) {
    return columnOfField[field.ordinal()] >= 0;
  }

  /** The field that a header would name in this sheet's table. */
  public Optional<Field> fieldNamed(String header) {
    return HeaderWords.field(table, header);
  }

  /** The column of a field, counted from 0, or -1. */
  int indexOf(Field field) {
    return columnOfField[field.ordinal()];
  }

  /** The column that holds the field. */
  public Optional<Column> column(Field field) {
    return has(field) ? Optional.of(columns.get(indexOf(field))) : Optional.empty();
  }

  /**
   * Hands on each row below the header that is not blank.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public void read(Consumer<RosterRow> receiver) throws UnreadableSheetException {
    RosterRow row = new RosterRow(this);
    sheet.read(
        raw -> {
          if (raw.number() > headerRow && !raw.isBlank()) {
            row.bind(raw);
            receiver.accept(row);
          }
          return true;
        });
  }
}
