package neatroster.core.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import neatroster.core.model.Field;

/**
 * Tells which part of whole names comes first in a list by other lists, which have given names and
 * family names of the same people apart.
 */
final class NameOrders {
  /** So many names of a list are looked for. */
  private static final int MOST_NAMES = 500;

  /** One name alone may be somebody else’s. */
  private static final int FEWEST = 2;

  /** The sheets that have a name, by the name without regard to the order of its words. */
  private final Map<String, List<Asked>> asked = new HashMap<>();

  private final Map<SheetReading, int[]> found = new HashMap<>();

  private NameOrders() {}

  /**
   * A name in a list.
   *
   * @param sheet the list
   * @param first its first word
   */
  private record Asked(SheetReading sheet, String first) {}

  /**
   * Settles the order of names in lists that do not tell it themselves.
   *
   * @param known gives exports of the platform; not asked where every list tells
   */
  static void settle(List<SheetReading> sheets, Supplier<List<SheetReading>> known) {
    NameOrders orders = new NameOrders();
    sheets.stream().filter(SheetReading::isOrderOfNamesOpen).forEach(orders::ask);
    if (orders.asked.isEmpty()) {
      return;
    }
    List<SheetReading> others = new ArrayList<>(sheets);
    others.addAll(known.get());
    others.forEach(orders::lookIn);
    orders.found.forEach(
        (sheet, counts) -> {
          int more = Math.max(counts[0], counts[1]);
          if (more >= FEWEST && more >= 3 * Math.min(counts[0], counts[1])) {
            sheet.settleOrderOfNames(counts[1] > counts[0]);
          }
        });
  }

  private void ask(SheetReading sheet) {
    int[] left = {MOST_NAMES};
    SheetRows.readSoFar(
        sheet,
        row -> {
          String full = row.text(Field.FULL_NAME);
          int space = full.indexOf(' ');
          if (space > 0 && NameParts.isPlain(full) && left[0]-- > 0) {
            asked
                .computeIfAbsent(ReferenceTargets.nameKey(full), key -> new ArrayList<>())
                .add(new Asked(sheet, ColumnSample.fold(full.substring(0, space))));
          }
        });
  }

  private void lookIn(SheetReading sheet) {
    if (!sheet.has(Field.GIVEN_NAME) || !sheet.has(Field.FAMILY_NAME) || sheet.hasDoubtfulNames()) {
      return;
    }
    SheetRows.readSoFar(
        sheet,
        row -> {
          String given = row.text(Field.GIVEN_NAME);
          String family = row.text(Field.FAMILY_NAME);
          String key = ReferenceTargets.nameKey(given + " " + family);
          for (Asked name : asked.getOrDefault(key, List.of())) {
            boolean isGiven = name.first().equals(ColumnSample.fold(given.split(" ", 2)[0]));
            boolean isFamily = name.first().equals(ColumnSample.fold(family.split(" ", 2)[0]));
            if (isGiven != isFamily) {
              found.computeIfAbsent(name.sheet(), s -> new int[2])[isFamily ? 1 : 0]++;
            }
          }
        });
  }
}
