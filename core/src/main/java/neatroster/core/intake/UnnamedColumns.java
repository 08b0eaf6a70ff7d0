package neatroster.core.intake;

import java.util.ArrayList;
import java.util.List;

/** The columns of a sheet that no header and no field names, and in which something stands. */
public final class UnnamedColumns {
  private final List<Column> unnamed = new ArrayList<>();
  private final int[] firstRow;

  /** The columns of a sheet whose rows will be added. */
  public UnnamedColumns(SheetReading sheet) {
    for (Column column : sheet.columns()) {
      if (column.header().isEmpty()
          && column.field().isEmpty()
          && !sheet.saysCourse(column)
          && !sheet.isPart(column)
          && !sheet.isSettled(column)) {
        unnamed.add(column);
      }
    }
    firstRow = new int[unnamed.size()];
  }

  /** Whether there are none, whatever the rows hold. */
  public boolean areNone() {
    return unnamed.isEmpty();
  }

  /** Takes notice of a row. */
  public void add(RosterRow row) {
    for (int i = 0; i < firstRow.length; i++) {
      if (firstRow[i] == 0 && !row.raw().cell(unnamed.get(i).index()).isBlank()) {
        firstRow[i] = row.number();
      }
    }
  }

  /** Those in which something stood in a row that was added. */
  public List<Column> filled() {
    List<Column> filled = new ArrayList<>();
    for (int i = 0; i < firstRow.length; i++) {
      if (firstRow[i] > 0) {
        filled.add(unnamed.get(i));
      }
    }
    return filled;
  }

  /** The first row in which something stands in a column. */
  public int firstRow(Column column) {
    return firstRow[unnamed.indexOf(column)];
  }
}
