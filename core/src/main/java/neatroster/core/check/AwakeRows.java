package neatroster.core.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import neatroster.core.intake.Column;
import neatroster.core.roster.SheetColumns;
import neatroster.core.text.Cell;
import neatroster.core.text.TextPool;

/** The rows of a sheet that the rules have to see for their cells alone. */
final class AwakeRows {
  private final SheetColumns columns;
  private final boolean everyRow;
  private final int[] tested;
  private final TextTests[] tests;
  private final List<List<Integer>> allBlank;

  AwakeRows(SheetColumns columns, Wakes wakes) {
    this.columns = columns;
    this.everyRow = wakes.isEveryRow();
    this.allBlank = wakes.allBlank();
    List<Integer> at = new ArrayList<>();
    List<TextTests> of = new ArrayList<>();
    for (Column column : columns.reading().columns()) {
      TextPool pool = columns.pool(column.index());
      Optional<Predicate<Cell>> plain = wakes.ofColumn(column, false);
      Optional<Predicate<Cell>> odd = wakes.ofColumn(column, true);
      if (plain.isPresent() || (odd.isPresent() && pool.hasOdd())) {
        at.add(column.index());
        of.add(new TextTests(pool, plain.orElse(cell -> false), odd.orElse(cell -> false)));
      }
    }
    tested = at.stream().mapToInt(Integer::intValue).toArray();
    tests = of.toArray(TextTests[]::new);
  }

  boolean isAwake(int position) {
    if (everyRow || columns.isIrregular(position)) {
      return true;
    }
    for (int i = 0; i < tested.length; i++) {
      if (tests[i].passes(columns.code(position, tested[i]))) {
        return true;
      }
    }
    for (List<Integer> group : allBlank) {
      boolean blank = true;
      for (int column : group) {
        blank &= isBlank(column, columns.code(position, column));
      }
      if (blank) {
        return true;
      }
    }
    return false;
  }

  private boolean isBlank(int column, int text) {
    if (text == 0) {
      return true;
    }
    TextPool pool = columns.pool(column);
    // Spaces alone are odd.
    return pool.isOdd(text) && pool.text(text).isBlank();
  }
}
