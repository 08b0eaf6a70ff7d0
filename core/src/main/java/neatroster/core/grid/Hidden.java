package neatroster.core.grid;

import java.util.List;

/**
 * What a workbook does not show. It is read all the same.
 *
 * @param sheet whether the whole sheet is hidden
 * @param rows how many rows are, by hand or by a filter
 * @param columns the columns, counted from 0, that are
 */
public record Hidden(boolean sheet, int rows, List<Integer> columns) {
  /** Everything shows. */
  public static final Hidden NOTHING = new Hidden(false, 0, List.of());

  /** Whether everything shows. */
  public boolean isNothing() {
    return !sheet && rows == 0 && columns.isEmpty();
  }
}
