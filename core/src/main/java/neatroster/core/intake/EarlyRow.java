package neatroster.core.intake;

import java.util.List;

/**
 * One of the first rows of a sheet.
 *
 * @param number its number
 * @param cells its cells, cleaned
 * @param width how many cells it has, blank ones at its end included
 * @param spaced whether the second cell begins with a space, as after a comma in a sentence
 */
record EarlyRow(int number, List<String> cells, boolean spaced, int width) {
  /** So many are looked at. */
  static final int MOST = 40;

  int filled() {
    return (int) cells.stream().filter(cell -> !cell.isEmpty()).count();
  }
}
