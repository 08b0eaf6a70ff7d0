package neatroster.core.grid;

import java.util.Arrays;
import neatroster.core.text.Cell;

/** One row of a sheet as its reader hands it on. The object is used again for the next row. */
public final class SheetRow {
  /** Longer rows than this are rare enough to be looked at more closely. */
  private static final int LONG = 2000;

  /** No spreadsheet program has as many columns, by far. */
  private static final int MOST_CELLS = 1 << 20;

  /** A cell of a spreadsheet program holds 32,767 letters at the most. */
  private static final int MOST_LETTERS = 1 << 24;

  private int number;
  private int size;
  private char[] text = new char[512];
  private int used;
  private boolean mended;
  private boolean setAside;
  private Kind kind = Kind.PLAIN;
  private int[] ends = new int[32];
  private Cell[] cells = {};

  /** What a word processor says a paragraph is. */
  public enum Kind {
    /** Nothing in particular; every row of a table. */
    PLAIN,
    /** A heading. */
    HEADING,
    /** One of a list with bullets or numbers. */
    ITEM
  }

  /** Starts a row. */
  public void begin(int number) {
    this.number = number;
    size = 0;
    used = 0;
    mended = false;
    setAside = false;
    kind = Kind.PLAIN;
  }

  /**
   * Adds a cell at the end of the row.
   *
   * @throws RowTooLargeException beyond a million cells or sixteen million letters
   */
  public void add(char[] from, int start, int length) {
    makeRoom(length);
    System.arraycopy(from, start, text, used, length);
    close(length);
  }

  /**
   * Adds a cell at the end of the row.
   *
   * @throws RowTooLargeException beyond a million cells or sixteen million letters
   */
  public void add(String value) {
    int length = value.length();
    makeRoom(length);
    value.getChars(0, length, text, used);
    close(length);
  }

  private void makeRoom(int length) {
    if (length > text.length - used) {
      if (length > MOST_LETTERS - used) {
        throw new RowTooLargeException();
      }
      text = Arrays.copyOf(text, Math.max(text.length * 2, used + length));
    }
  }

  private void close(int length) {
    used += length;
    if (size == ends.length) {
      if (size >= MOST_CELLS) {
        throw new RowTooLargeException();
      }
      ends = Arrays.copyOf(ends, size * 2);
    }
    ends[size++] = used;
  }

  /** The row as the spreadsheet program numbers it, from 1. */
  public int number() {
    return number;
  }

  /** Says what the word processor says of the paragraph. */
  public void kind(Kind is) {
    kind = is;
  }

  /** What the word processor says of the paragraph. */
  public Kind kind() {
    return kind;
  }

  /** Says whether the row is a title or a remark between rows of data. */
  public void putAside(boolean yes) {
    setAside = yes;
  }

  /** Whether the row is a title or a remark between rows of data. */
  public boolean isSetAside() {
    return setAside;
  }

  /** Says whether the row's quotation marks were not as they should be, and had to be mended. */
  public void mended(boolean yes) {
    mended = yes;
  }

  /** Whether the row's quotation marks were not as they should be. */
  public boolean isMended() {
    return mended;
  }

  /** How many letters all its cells have together. */
  public int letters() {
    return used;
  }

  /** How many cells the row has. */
  public int size() {
    return size;
  }

  /** The cell in a column counted from 0; empty beyond the row's end. Valid until the next row. */
  public Cell cell(int column) {
    if (column >= size) {
      return Cell.EMPTY;
    }
    if (column >= cells.length) {
      int before = cells.length;
      cells = Arrays.copyOf(cells, ends.length);
      for (int i = before; i < cells.length; i++) {
        cells[i] = new Cell();
      }
    }
    int start = column == 0 ? 0 : ends[column - 1];
    Cell cell = cells[column];
    cell.show(text, start, ends[column] - start);
    return cell;
  }

  /**
   * How many line ends there are in a cell that is so long that a quotation mark may be missing;
   * else 0.
   */
  public int linesInLongCells() {
    if (used < LONG) {
      return 0;
    }
    int lines = 0;
    for (int i = 0; i < used; i++) {
      lines += text[i] == '\n' ? 1 : 0;
    }
    return lines;
  }

  /** Whether no cell holds anything that shows. */
  public boolean isBlank() {
    for (int i = 0; i < size; i++) {
      if (!cell(i).isBlank()) {
        return false;
      }
    }
    return true;
  }
}
