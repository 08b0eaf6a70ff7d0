package neatroster.core.roster;

import neatroster.core.text.IntColumn;

/**
 * The numbers of a column's texts for whoever goes down its rows: many are taken at a time, so that
 * a look at millions costs little. For one thread.
 */
public final class ColumnTexts {
  private static final int TOGETHER = 1024;

  /** Null where the sheet has no such column: all its cells are empty. */
  private final IntColumn column;

  private final int[] taken = new int[TOGETHER];
  private int from;
  private int end;

  ColumnTexts(IntColumn column) {
    this.column = column;
  }

  /** The number of the text in a row, counted from 0; 0 where it is empty. */
  public int at(int position) {
    if (position < from || position >= end) {
      take(position);
    }
    return taken[position - from];
  }

  private void take(int position) {
    // Some go up instead.
    from = position < from ? Math.max(0, position - TOGETHER + 1) : position;
    end = from + TOGETHER;
    if (column != null) {
      end = Math.min(end, column.size());
      column.copy(from, end - from, taken);
    }
  }
}
