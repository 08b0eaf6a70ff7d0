package neatroster.core.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Numbers of things in words. */
public final class Counted {
  private Counted() {}

  /** {@code 1 row}, {@code 2 rows}. */
  public static String of(long count, String one) {
    return count + " " + (count == 1 ? one : one + "s");
  }

  /** {@code 58 users, 8 courses}; tables without rows are left out. */
  public static String tables(Map<Table, Integer> counts) {
    List<String> parts = new ArrayList<>();
    for (Table table : Table.values()) {
      int count = counts.getOrDefault(table, 0);
      if (count > 0) {
        String word = table.word();
        parts.add(of(count, word.substring(0, word.length() - 1)));
      }
    }
    return parts.isEmpty() ? "no rows" : String.join(", ", parts);
  }
}
