package neatroster.core.intake;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import neatroster.core.model.Field;
import neatroster.core.model.SheetName;
import neatroster.core.model.Table;

/** How one sheet is understood. */
@SuppressWarnings("EnumOrdinal") // looked up for every cell of every row
public final class SheetReading {
  private final Sheet sheet;
  private final Table table;
  private final int headerRow;
  private final List<Column> columns;
  private final List<SkippedRow> titles;
  private final int[] columnOfField = new int[Field.values().length];

  private SheetReading(Sheet sheet, HeaderFinder.Found found) {
    this.sheet = sheet;
    this.table = found.table();
    this.headerRow = found.row();
    this.columns = List.copyOf(found.columns());
    this.titles = List.copyOf(found.titles());
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
    HeaderFinder.Found found = HeaderFinder.find(sheet, as);
    return new SheetReading(sheet, found);
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

  /** The row with the headers, from 1; 0 where the sheet has none. */
  public int headerRow() {
    return headerRow;
  }

  /** Every column, in order. */
  public List<Column> columns() {
    return columns;
  }

  /** Whether the sheet has a column for the field. */
  public boolean has(Field field) {
    return columnOfField[field.ordinal()] >= 0;
  }

  /** The field that a header would name in this sheet's table. */
  public Optional<Field> fieldNamed(String header) {
    return HeaderWords.match(table, header).map(HeaderWords.Match::field);
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
   * Hands on each row below the header that is data.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public void read(Consumer<RosterRow> receiver) throws UnreadableSheetException {
    read(receiver, skipped -> {});
  }

  /**
   * Hands on each row that is data, and says which rows are none.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public void read(Consumer<RosterRow> receiver, Consumer<SkippedRow> skipped)
      throws UnreadableSheetException {
    titles.forEach(skipped);
    RosterRow row = new RosterRow(this);
    NoData noData = new NoData(columns);
    sheet.read(
        raw -> {
          if (raw.number() > headerRow && !raw.isBlank()) {
            String why = noData.why(raw);
            if (why == null) {
              row.bind(raw);
              receiver.accept(row);
            } else {
              skipped.accept(new SkippedRow(raw.number(), why));
            }
          }
          return true;
        });
  }
}
