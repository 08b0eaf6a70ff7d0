package neatroster.core.text;

import java.util.Arrays;

/**
 * Some whole rows of a sheet as bytes of UTF-8: what comes by the million is not made into strings.
 * Cells are counted from 0 through all rows of the block, and so are its rows.
 *
 * <p>What is asked of every cell is asked in loops of their own, as small as they can be: that is
 * many times as fast as one after the other of each cell.
 */
public final class RowBlock {
  /** Cells are looked at sixteen bytes at a time, wherever they end. */
  public static final int BEHIND = 16;

  private byte[] text = {};
  private int[] starts = new int[1024];
  private int[] ends = new int[1024];
  private long[] hashes = new long[1024];
  private boolean[] odd = new boolean[1024];
  private int[] rowEnds = new int[256];
  private final IntList hints = new IntList();
  private final IntList looks = new IntList();
  private int cells;
  private int rows;
  private int firstNumber;

  /**
   * Begins a block anew.
   *
   * @param bytes holds the cells, and {@link #BEHIND} bytes or more behind the last
   * @param number the first row as a spreadsheet program counts, from 1
   */
  public void begin(byte[] bytes, int number) {
    text = bytes;
    firstNumber = number;
    cells = 0;
    rows = 0;
    hints.clear();
    looks.clear();
  }

  /** Adds a cell to the row that is not ended yet. */
  public void cell(int start, int end) {
    if (cells == starts.length) {
      starts = Arrays.copyOf(starts, cells * 2);
      ends = Arrays.copyOf(ends, cells * 2);
    }
    starts[cells] = start;
    ends[cells] = end;
    cells++;
  }

  /** Says that the last cell needs a look for what makes it {@link OddText odd}. */
  public void lookAtLast() {
    looks.add(cells - 1);
  }

  /**
   * Says that the cell at a place in the bytes needs a look for what makes it {@link OddText odd},
   * if one is there; the places come in order. Cells that need none are short ASCII without {@link
   * OddText#hints}.
   */
  public void hint(int place) {
    hints.add(place);
  }

  /** Ends the block: what its cells are is looked at, and no more rows are added. */
  public void end() {
    if (hashes.length < cells) {
      hashes = new long[starts.length];
      odd = new boolean[starts.length];
    }
    for (int cell = 0; cell < cells; cell++) {
      hashes[cell] = TextHash.of(text, starts[cell], ends[cell] - starts[cell]);
    }
    for (int cell = 0; cell < cells; cell++) {
      odd[cell] = ends[cell] - starts[cell] > OddText.SHORT;
    }
    int at = 0;
    for (int i = 0; i < hints.size(); i++) {
      int place = hints.get(i);
      while (at < cells && ends[at] <= place) {
        at++;
      }
      if (at < cells && starts[at] <= place) {
        look(at);
      }
    }
    for (int i = 0; i < looks.size(); i++) {
      if (looks.get(i) < cells) {
        look(looks.get(i));
      }
    }
  }

  private void look(int cell) {
    odd[cell] = OddText.is(text, starts[cell], ends[cell] - starts[cell]);
  }

  /** Ends a row. */
  public void endRow() {
    if (rows == rowEnds.length) {
      rowEnds = Arrays.copyOf(rowEnds, rows * 2);
    }
    rowEnds[rows++] = cells;
  }

  /** Forgets the cells of the row that is not ended yet. */
  public void dropRow() {
    cells = rows == 0 ? 0 : rowEnds[rows - 1];
  }

  /** How many rows there are. */
  public int rows() {
    return rows;
  }

  /** How many cells there are. */
  public int cells() {
    return cells;
  }

  /** A row's number as a spreadsheet program counts. */
  public int number(int row) {
    return firstNumber + row;
  }

  /** The first cell of a row. */
  public int firstCell(int row) {
    return row == 0 ? 0 : rowEnds[row - 1];
  }

  /** The cell behind the last of a row. */
  public int endCell(int row) {
    return rowEnds[row];
  }

  /** The bytes that hold the cells. */
  public byte[] text() {
    return text;
  }

  /** Where a cell begins. */
  public int start(int cell) {
    return starts[cell];
  }

  /** Where a cell ends. */
  public int end(int cell) {
    return ends[cell];
  }

  /** A cell's {@link TextHash}. */
  public long hash(int cell) {
    return hashes[cell];
  }

  /** Whether a cell is {@link OddText odd}. */
  public boolean isOdd(int cell) {
    return odd[cell];
  }

  /** Whether two cells with the same hash have the same text. */
  public boolean isSame(int one, int other) {
    int length = ends[one] - starts[one];
    return length == ends[other] - starts[other]
        && (length <= TextHash.TELLING
            || ByteComparison.are(text, starts[one], text, starts[other], length));
  }

  /** How many letters, nearly, a row has. */
  public int letters(int row) {
    return rowEnds[row] == firstCell(row) ? 0 : ends[rowEnds[row] - 1] - starts[firstCell(row)];
  }

  /** Hands a cell's letters on. */
  public void addTo(int cell, char[] room, LetterReceiver taker) {
    int length = ends[cell] - starts[cell];
    char[] into = length > room.length ? new char[length] : room;
    taker.take(into, 0, Utf8.decode(text, starts[cell], length, into));
  }
}
