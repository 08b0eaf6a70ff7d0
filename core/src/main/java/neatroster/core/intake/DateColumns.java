package neatroster.core.intake;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.Cleaning;

/** In which order the dates of a sheet's columns can be read: what most rows prove. */
final class DateColumns {
  static final List<Field> DATES =
      List.of(Field.BIRTH_DATE, Field.STARTS, Field.ENDS, Field.CONSENT);

  /** For each field how many dates are day first and how many month first, and nothing else. */
  private final Map<Field, int[]> proofs = new EnumMap<>(Field.class);

  /** What is known when the columns' texts are: for each field how often each text stands there. */
  static DateColumns ofTexts(Map<Field, Map<String, Integer>> texts) {
    DateColumns columns = new DateColumns();
    texts.forEach(
        (field, times) ->
            times.forEach((text, count) -> columns.add(field, Cleaning.clean(text), count)));
    return columns;
  }

  void add(Field field, String text, int times) {
    Optional<DateOrder> order = WrittenDates.orderOf(text);
    if (order.isPresent()) {
      proofs.computeIfAbsent(field, f -> new int[2])[order.get() == DateOrder.DAY_FIRST ? 0 : 1] +=
          times;
    }
  }

  /** What most rows of a column prove, if any do. */
  Optional<DateOrder> order(Field field) {
    int[] proof = proofs.get(field);
    if (proof == null || proof[0] == proof[1]) {
      return Optional.empty();
    }
    return Optional.of(proof[0] > proof[1] ? DateOrder.DAY_FIRST : DateOrder.MONTH_FIRST);
  }
}
