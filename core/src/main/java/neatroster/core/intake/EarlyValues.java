package neatroster.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/** What stands in a column in the first rows of a sheet. */
final class EarlyValues {
  /** So much of a column's values must look alike. */
  static final double MOST = 0.8;

  private EarlyValues() {}

  static List<String> of(List<EarlyRow> rows, int column) {
    List<String> values = new ArrayList<>();
    for (EarlyRow row : rows) {
      if (column < row.cells().size() && !row.cells().get(column).isEmpty()) {
        values.add(row.cells().get(column));
      }
    }
    return values;
  }

  static boolean most(List<String> values, Predicate<String> like) {
    return values.stream().filter(like).count() >= MOST * values.size();
  }
}
