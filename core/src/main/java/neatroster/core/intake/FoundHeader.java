package neatroster.core.intake;

import java.util.List;
import java.util.Optional;
import neatroster.core.grid.Sheet;
import neatroster.core.model.Table;

/**
 * The header of a sheet, and what its columns are.
 *
 * @param table what the sheet's rows are
 * @param row the row of the headers, or 0 where the sheet has none
 * @param columns every column
 * @param titles the rows above that are not blank
 * @param doubtfulNames whether it is a guess which of two columns is the given name
 * @param spaced whether a space is typed behind each separator
 * @param usualWidth how many cells a row has at the most where nothing is wrong
 * @param lines the sheet read as a list that has no columns, where it is one
 */
record FoundHeader(
    Table table,
    int row,
    List<Column> columns,
    List<SkippedRow> titles,
    boolean doubtfulNames,
    Optional<Lines> lines,
    boolean spaced,
    int usualWidth) {
  /**
   * The rows of a list that has no columns.
   *
   * @param countsPeople whether several people share a line, so that the rows are numbered person
   *     by person
   */
  record Lines(Sheet rows, boolean countsPeople) {}

  FoundHeader(Table table, int row, List<Column> columns, List<SkippedRow> titles) {
    this(table, row, columns, titles, false, Optional.empty());
  }

  FoundHeader(
      Table table,
      int row,
      List<Column> columns,
      List<SkippedRow> titles,
      boolean doubtfulNames,
      Optional<Lines> lines) {
    this(table, row, columns, titles, doubtfulNames, lines, false, Integer.MAX_VALUE);
  }

  /** The last row that is above the data. */
  int lastAbove() {
    return titles.stream().mapToInt(SkippedRow::row).max().orElse(row);
  }

  /** The same with other columns. */
  FoundHeader with(Table ofTable, List<Column> others) {
    return new FoundHeader(ofTable, row, others, titles, doubtfulNames, lines, spaced, usualWidth);
  }

  FoundHeader with(boolean spaces, int width) {
    return new FoundHeader(table, row, columns, titles, doubtfulNames, lines, spaces, width);
  }
}
