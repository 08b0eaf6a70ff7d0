package neatroster.core.intake;

import neatroster.core.text.Cell;

/** The cells of one row, as the settings have them read. */
interface RowCells {
  /** The row as the spreadsheet program numbers it. */
  int number();

  /** The cell of a column, counted from 0. */
  Cell cellAt(int column);

  /** The text of a column's cell without stray spaces; empty for column -1. */
  default String textAt(int column) {
    return column < 0 ? "" : cellAt(column).cleaned();
  }
}
