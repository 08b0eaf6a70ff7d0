package neatroster.core.roster;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetRow;
import neatroster.core.intake.SkippedRow;
import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.text.IntColumn;
import neatroster.core.text.TextPool;

/** The rows of one sheet, column by column: for each cell the number of its text in a pool. */
final class SheetColumns {
  private final SheetReading reading;
  private final TextPool[] pools;
  private final IntColumn[] cells;
  private final IntColumn sizes = new IntColumn();

  /** How far each row's number is from its position. */
  private final IntColumn offsets = new IntColumn();

  private final BitSet mended = new BitSet();
  private final BitSet setAside = new BitSet();

  /** What stands beyond the last header, by the row's position. */
  private final Map<Integer, List<String>> beyond = new HashMap<>();

  private final List<SkippedRow> skipped = new ArrayList<>();
  private UnreadableSheetException brokenOff;
  private int lastRow;

  /** Reads a sheet, as far as it can be read. */
  SheetColumns(SheetReading reading, Pools all) {
    this.reading = reading;
    int width = reading.columns().size();
    pools = new TextPool[width];
    cells = new IntColumn[width];
    for (Column column : reading.columns()) {
      pools[column.index()] = all.of(column.field());
      cells[column.index()] = new IntColumn();
    }
    try {
      reading.read(row -> add(row.raw()), skipped::add);
    } catch (UnreadableSheetException e) {
      // Who reads the roster is told; the rows up to there are as good as others.
      brokenOff = e;
    }
    for (IntColumn column : cells) {
      column.trim();
    }
    sizes.trim();
    offsets.trim();
  }

  private void add(SheetRow row) {
    int position = sizes.size();
    for (int i = 0; i < cells.length; i++) {
      cells[i].add(pools[i].add(row.cell(i)));
    }
    if (row.size() > cells.length) {
      List<String> more = new ArrayList<>();
      for (int i = cells.length; i < row.size(); i++) {
        more.add(row.cell(i).toString());
      }
      if (more.stream().anyMatch(cell -> !cell.isEmpty())) {
        beyond.put(position, more);
      }
    }
    sizes.add(row.size());
    offsets.add(row.number() - position);
    mended.set(position, row.isMended());
    setAside.set(position, row.isSetAside());
    lastRow = row.number();
  }

  SheetReading reading() {
    return reading;
  }

  /** How many rows there are. */
  int rows() {
    return sizes.size();
  }

  /** The number of the last row, as the spreadsheet program counts; 0 where there is none. */
  int lastRow() {
    return lastRow;
  }

  /** The rows that are no data. */
  List<SkippedRow> skipped() {
    return skipped;
  }

  /** Why the sheet could not be read to its end, or null. */
  UnreadableSheetException brokenOff() {
    return brokenOff;
  }

  /** The number of the text in a cell. */
  int code(int position, int column) {
    return cells[column].get(position);
  }

  /** The pool of a column's texts. */
  TextPool pool(int column) {
    return pools[column];
  }

  /** The row's number as the spreadsheet program counts. */
  int number(int position) {
    return offsets.get(position) + position;
  }

  /** The position of the row with this number, or -1. */
  int position(int number) {
    int low = 0;
    int high = rows() - 1;
    while (low <= high) {
      int middle = (low + high) >>> 1;
      int there = number(middle);
      if (there == number) {
        return middle;
      }
      if (there < number) {
        low = middle + 1;
      } else {
        high = middle - 1;
      }
    }
    return -1;
  }

  /**
   * Fills a row with what stood in the sheet.
   *
   * @param taker adds a cell to the row
   * @param room for the letters of a cell
   * @param codes takes the numbers of the texts
   */
  void fill(SheetRow row, TextPool.Taker taker, int position, char[] room, int[] codes) {
    row.begin(number(position));
    int size = sizes.get(position);
    for (int i = size; i < cells.length; i++) {
      codes[i] = 0;
    }
    for (int i = 0; i < cells.length && i < size; i++) {
      int code = cells[i].get(position);
      codes[i] = code;
      pools[i].addTo(code, room, taker);
    }
    List<String> more = beyond.get(position);
    for (int i = cells.length; i < size; i++) {
      row.add(more == null ? "" : more.get(i - cells.length));
    }
    row.mended(mended.get(position));
    row.putAside(setAside.get(position));
  }
}
