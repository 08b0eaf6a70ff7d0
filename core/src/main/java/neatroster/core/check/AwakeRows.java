package neatroster.core.check;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import neatroster.core.intake.Column;
import neatroster.core.roster.SheetColumns;
import neatroster.core.text.Cell;
import neatroster.core.text.PairIndex;
import neatroster.core.text.TextPool;

/** The rows of a sheet that the rules have to see for their cells alone. */
final class AwakeRows {
  private final SheetColumns columns;
  private final BitSet awake = new BitSet();

  private AwakeRows(SheetColumns columns) {
    this.columns = columns;
  }

  /** Finds them: their positions. */
  static BitSet of(SheetColumns columns, Wakes wakes) {
    AwakeRows rows = new AwakeRows(columns);
    if (wakes.isEveryRow()) {
      rows.awake.set(0, columns.rows());
      return rows.awake;
    }
    for (int position = 0; position < columns.rows(); position++) {
      if (columns.isIrregular(position)) {
        rows.awake.set(position);
      }
    }
    for (Column column : columns.reading().columns()) {
      rows.column(column, wakes);
    }
    wakes.allBlank().forEach(rows::allBlank);
    wakes.pairs().forEach(rows::pair);
    return rows.awake;
  }

  private void column(Column column, Wakes wakes) {
    TextPool pool = columns.pool(column.index());
    Optional<Predicate<Cell>> plain = wakes.ofColumn(column, false);
    Optional<Predicate<Cell>> odd = wakes.ofColumn(column, true);
    if (plain.isEmpty() && (odd.isEmpty() || !pool.hasOdd())) {
      return;
    }
    TextTests tests = new TextTests(pool, plain.orElse(cell -> false), odd.orElse(cell -> false));
    for (int position = 0; position < columns.rows(); position++) {
      if (tests.passes(columns.code(position, column.index()))) {
        awake.set(position);
      }
    }
  }

  private void pair(Wakes.Pair pair) {
    PairIndex seen = new PairIndex();
    Cell one = new Cell();
    Cell other = new Cell();
    for (int position = 0; position < columns.rows(); position++) {
      int first = columns.code(position, pair.one());
      int second = columns.code(position, pair.other());
      int wakes = seen.find(first, second);
      if (wakes == PairIndex.NEW) {
        columns.pool(pair.one()).show(first, one);
        columns.pool(pair.other()).show(second, other);
        wakes = pair.test().test(one, other) ? 1 : 0;
        seen.putIfNew(first, second, wakes);
      }
      if (wakes == 1) {
        awake.set(position);
      }
    }
  }

  private void allBlank(List<Integer> group) {
    for (int position = 0; position < columns.rows(); position++) {
      boolean blank = true;
      for (int i = 0; i < group.size() && blank; i++) {
        blank = isBlank(group.get(i), columns.code(position, group.get(i)));
      }
      if (blank) {
        awake.set(position);
      }
    }
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
