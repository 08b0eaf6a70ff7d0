package neatroster.core.roster;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.Column;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.RowReceiver;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetRows;
import neatroster.core.intake.SkippedRow;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.text.BackgroundWorker;
import neatroster.core.text.IntColumn;
import neatroster.core.text.LetterReceiver;
import neatroster.core.text.RowBlock;
import neatroster.core.text.TextPool;

/**
 * The rows of one sheet, column by column: for each cell the number of its text in a pool. Rows are
 * counted by their position, from 0.
 */
public final class SheetColumns {
  /** So many cells are worth a second thread. */
  private static final int MUCH = 4000;

  private final SheetReading reading;
  private final TextPool[] pools;
  private final IntColumn[] cells;

  /** What the settings have the cells of a column read as; null for most columns. */
  private final IntColumn[] made;

  private final IntColumn sizes = new IntColumn();

  /** How far each row's number is from its position. */
  private final IntColumn offsets = new IntColumn();

  private final BitSet mended = new BitSet();
  private final BitSet setAside = new BitSet();

  /** What stands beyond the last header, by the row's position. */
  private final Map<Integer, List<String>> beyond = new HashMap<>();

  /** The columns of rows that say what is to be cleared, by the row's position. */
  private final Map<Integer, BitSet> cleared = new HashMap<>();

  private final List<SkippedRow> skipped = new ArrayList<>();
  private UnreadableSheetException brokenOff;
  private int lastRow;

  /** Whether no row is irregular. */
  private boolean allRegular;

  private final TextPool poolOfPeople;
  private final Room ofPeople = new Room();
  private final Room ofOthers = new Room();

  /** Reads a sheet, as far as it can be read. */
  SheetColumns(SheetReading reading, ValuePools all) {
    this.reading = reading;
    poolOfPeople = all.of(Optional.of(Field.ID));
    int width = reading.columns().size();
    pools = new TextPool[width];
    cells = new IntColumn[width];
    made = new IntColumn[width];
    for (Column column : reading.columns()) {
      pools[column.index()] = all.of(column.field());
      cells[column.index()] = new IntColumn();
      if (reading.isMade(column.index())) {
        made[column.index()] = new IntColumn();
      }
    }
    try {
      SheetRows.readBlocks(
          reading,
          new RowReceiver() {
            @Override
            public void rows(RowBlock block, int from, int to) {
              add(block, from, to);
            }

            @Override
            public void row(RosterRow row) {
              add(row);
            }

            @Override
            public void skipped(SkippedRow row) {
              skipped.add(row);
            }
          });
    } catch (UnreadableSheetException e) {
      // Who reads the roster is told; the rows up to there are as good as others.
      brokenOff = e;
    }
    takeCleared();
    takeDates();
    for (IntColumn column : cells) {
      column.trim();
    }
    sizes.trim();
    offsets.trim();
    allRegular = sizes.isAll(width) && mended.isEmpty() && setAside.isEmpty() && beyond.isEmpty();
  }

  /** What is to be cleared on the platform counts as blank, and is remembered. */
  private void takeCleared() {
    for (Column column : reading.columns()) {
      int at = column.index();
      boolean isOwn = reading.ownFields().containsValue(at);
      int word = pools[at].find(Cleared.WORD);
      if (word == TextPool.NONE
          || !(isOwn || column.field().filter(Cleared::isPossible).isPresent())) {
        continue;
      }
      IntColumn blanked = new IntColumn();
      for (int position = 0; position < sizes.size(); position++) {
        int text = code(position, at);
        if (text == word) {
          cleared.computeIfAbsent(position, p -> new BitSet()).set(at);
        }
        blanked.add(text == word ? 0 : text);
      }
      made[at] = blanked;
    }
  }

  /** The columns of a row whose values are to be cleared on the platform, or null. */
  BitSet cleared(int position) {
    return cleared.isEmpty() ? null : cleared.get(position);
  }

  private void takeDates() {
    Map<Field, Map<String, Integer>> texts = new EnumMap<>(Field.class);
    for (Field field : reading.dateFields()) {
      int column = reading.indexOf(field);
      int[] times = new int[pools[column].size()];
      for (int position = 0; position < sizes.size(); position++) {
        times[code(position, column)]++;
      }
      Map<String, Integer> all = new HashMap<>();
      for (int text = 1; text < times.length; text++) {
        if (times[text] > 0) {
          all.put(pools[column].text(text), times[text]);
        }
      }
      texts.put(field, all);
    }
    if (!texts.isEmpty() && brokenOff == null) {
      reading.takeDates(texts);
    }
  }

  /** Adds some rows that have a cell for each header, and in which nothing needs a closer look. */
  private void add(RowBlock block, int from, int to) {
    int width = cells.length;
    // Whom the rows are about takes as long as all the rest.
    BackgroundWorker.Result<Boolean> others =
        BackgroundWorker.run((to - from) * width > MUCH, () -> add(block, from, to, false));
    add(block, from, to, true);
    others.get();
    offsets.addRepeated(block.number(from) - sizes.size(), to - from);
    sizes.addRepeated(width, to - from);
    lastRow = block.number(to - 1);
  }

  private void add(RowBlock block, int from, int to, boolean people) {
    int count = to - from;
    int[] numbers = people ? ofPeople.atLeast(count) : ofOthers.atLeast(count);
    for (int i = 0; i < cells.length; i++) {
      if (pools[i] == poolOfPeople == people) {
        pools[i].addAll(block, block.firstCell(from) + i, cells.length, count, numbers);
        cells[i].addAll(numbers, count);
      }
    }
  }

  /** Room for the numbers of the texts of a column's cells. */
  private static final class Room {
    private int[] room = {};

    int[] atLeast(int count) {
      if (room.length < count) {
        room = new int[count];
      }
      return room;
    }
  }

  private void add(RosterRow understood) {
    SheetRow row = understood.raw();
    int position = sizes.size();
    for (int i = 0; i < cells.length; i++) {
      cells[i].add(pools[i].add(row.cell(i)));
      if (made[i] != null) {
        made[i].add(pools[i].add(understood.cellAt(i)));
      }
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

  /** How the sheet is understood. */
  public SheetReading reading() {
    return reading;
  }

  /** How many rows there are. */
  public int rows() {
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

  /** The number of the text in a cell, as the settings have it read. */
  public int code(int position, int column) {
    return (made[column] == null ? cells[column] : made[column]).get(position);
  }

  /** The number of a field's text in a row; 0 where the sheet has no such column. */
  public int text(int position, Field field) {
    int column = reading.indexOf(field);
    return column < 0 ? 0 : code(position, column);
  }

  /** Copies the numbers of a column's texts in some rows; 0 where there is no such column. */
  void copy(int column, int from, int count, int[] to) {
    if (column < 0) {
      Arrays.fill(to, 0, count, 0);
    } else {
      (made[column] == null ? cells[column] : made[column]).copy(from, count, to);
    }
  }

  /** The numbers of a column's texts, for going down its rows. */
  public ColumnTexts down(int column) {
    return new ColumnTexts(column < 0 ? null : made[column] == null ? cells[column] : made[column]);
  }

  /** More than any number of a text of a field. */
  public int texts(Field field) {
    int column = reading.indexOf(field);
    return column < 0 ? 1 : pools[column].size();
  }

  /** The pool of a column's texts. */
  public TextPool pool(int column) {
    return pools[column];
  }

  /** The row's number as the spreadsheet program counts. */
  public int number(int position) {
    return offsets.get(position) + position;
  }

  /**
   * Whether there is anything about a row but its cells: it has not as many as the header, values
   * beyond the last header, or quotation marks that had to be mended.
   */
  public boolean isIrregular(int position) {
    return !allRegular
        && (sizes.get(position) != cells.length
            || mended.get(position)
            || setAside.get(position)
            || (!beyond.isEmpty() && beyond.containsKey(position)));
  }

  /** Whether any row is irregular. */
  public boolean hasIrregular() {
    return !allRegular;
  }

  /** Whether a row says no more than its cells. */
  public boolean isPlain(int position) {
    return !isIrregular(position) && cleared(position) == null;
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
  void fill(SheetRow row, LetterReceiver taker, int position, char[] room, int[] codes) {
    row.begin(number(position));
    int size = sizes.get(position);
    for (int i = size; i < cells.length; i++) {
      codes[i] = 0;
    }
    for (int i = 0; i < cells.length && i < size; i++) {
      codes[i] = code(position, i);
      pools[i].addTo(cells[i].get(position), room, taker);
    }
    List<String> more = beyond.get(position);
    for (int i = cells.length; i < size; i++) {
      row.add(more == null ? "" : more.get(i - cells.length));
    }
    row.mended(mended.get(position));
    row.putAside(setAside.get(position));
  }
}
