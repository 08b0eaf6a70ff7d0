package neatroster.core.intake;

import neatroster.core.text.RowBlock;

/** Takes the rows of a sheet, many together where nothing about them needs a closer look. */
public interface RowReceiver {
  /**
   * Takes some rows of a block, each with a cell for each column and nothing that the settings have
   * read otherwise.
   */
  void rows(RowBlock block, int from, int to);

  /** Takes a row; it is valid only during the call. */
  void row(RosterRow row);

  /** Takes a row that is no data. */
  void skipped(SkippedRow row);
}
