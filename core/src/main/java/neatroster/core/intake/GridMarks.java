package neatroster.core.intake;

import java.util.List;
import java.util.function.Function;

/** Counts in which columns of a sheet marks and roles stand, and in which something else. */
final class GridMarks {
  private final int[] marks;
  private final int[] others;
  private final boolean[] words;

  GridMarks(int columns) {
    marks = new int[columns];
    others = new int[columns];
    words = new boolean[columns];
  }

  void add(RosterRow row, Function<String, Boolean> isRole) {
    for (int i = 0; i < marks.length; i++) {
      String cell = row.cellAt(i).cleaned();
      if (!EnrollmentMarks.isNo(cell)) {
        boolean mark = EnrollmentMarks.isMark(cell, isRole);
        marks[i] += mark ? 1 : 0;
        others[i] += mark ? 0 : 1;
        words[i] |= mark && !cell.equals("1");
      }
    }
  }

  /** Whether a column holds marks and nothing else. */
  boolean areMarks(int column) {
    return marks[column] > 0 && others[column] == 0;
  }

  /** Whether any mark of a column is no 1, which could be a point. */
  boolean saysMoreThanNumbers(int column) {
    return words[column];
  }

  /** Whether most cells of these columns are marks: one odd one among them is a slip. */
  boolean areMostly(List<Integer> columns) {
    int all = 0;
    int odd = 0;
    for (int column : columns) {
      all += marks[column];
      odd += others[column];
    }
    return !columns.isEmpty() && odd * 4 <= all;
  }
}
