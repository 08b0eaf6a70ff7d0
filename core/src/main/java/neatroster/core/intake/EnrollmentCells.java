package neatroster.core.intake;

import java.util.EnumMap;
import java.util.Map;
import neatroster.core.model.Field;

/** The fields of an enrollment that a row of people holds, as they stand. */
final class EnrollmentCells {
  private final Map<Field, String> texts = new EnumMap<>(Field.class);
  private final Map<Field, Integer> columns = new EnumMap<>(Field.class);

  /** Fills a field with what stands in a column, or in none (-1). */
  void put(Field field, String text, int column) {
    if (!text.isEmpty()) {
      texts.put(field, text);
    }
    if (column >= 0) {
      columns.put(field, column);
    }
  }

  /** What stands in each field that holds something. */
  Map<Field, String> texts() {
    return texts;
  }

  /** The column of each field that stands in one. */
  Map<Field, Integer> columns() {
    return columns;
  }
}
