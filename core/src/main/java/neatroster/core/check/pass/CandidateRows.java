package neatroster.core.check.pass;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Predicate;
import neatroster.core.check.RowFilter;
import neatroster.core.check.TextTests;
import neatroster.core.intake.Column;
import neatroster.core.roster.ColumnTexts;
import neatroster.core.roster.SheetColumns;
import neatroster.core.text.BackgroundWorker;
import neatroster.core.text.Cell;
import neatroster.core.text.PairIndex;
import neatroster.core.text.TextPool;

/** The rows of a sheet that the rules have to see for their cells alone. */
final class CandidateRows {
  private final SheetColumns columns;
  private final List<BackgroundWorker.Result<BitSet>> parts = new ArrayList<>();

  /**
   * Begins to look for them.
   *
   * @param much whether the sheet is worth a second thread
   */
  CandidateRows(SheetColumns columns, RowFilter filter, boolean much) {
    this.columns = columns;
    if (filter.isEveryRow()) {
      BitSet all = new BitSet();
      all.set(0, columns.rows());
      parts.add(() -> all);
      return;
    }
    if (columns.hasIrregular()) {
      part(much, this::irregular);
    }
    for (Column column : columns.reading().columns()) {
      TextPool pool = columns.pool(column.index());
      Optional<Predicate<Cell>> plain = filter.ofColumn(column, false);
      Optional<Predicate<Cell>> odd = filter.ofColumn(column, true);
      if (plain.isPresent() || (odd.isPresent() && pool.hasOdd())) {
        TextTests tests =
            new TextTests(pool, plain.orElse(cell -> false), odd.orElse(cell -> false));
        part(much, candidates -> column(column, tests, candidates));
      }
    }
    filter.allBlank().forEach(group -> part(much, candidates -> allBlank(group, candidates)));
    filter.pairs().forEach(pair -> part(much, candidates -> pair(pair, candidates)));
  }

  private void part(boolean much, Consumer<BitSet> look) {
    parts.add(
        BackgroundWorker.begin(
            much,
            () -> {
              BitSet candidates = new BitSet();
              look.accept(candidates);
              return candidates;
            }));
  }

  /** Their positions. */
  BitSet positions() {
    BitSet all = new BitSet();
    BackgroundWorker.all(parts, all::or);
    return all;
  }

  private void irregular(BitSet candidates) {
    for (int position = 0; position < columns.rows(); position++) {
      if (columns.isIrregular(position)) {
        candidates.set(position);
      }
    }
  }

  private void column(Column column, TextTests tests, BitSet candidates) {
    ColumnTexts texts = columns.down(column.index());
    for (int position = 0; position < columns.rows(); position++) {
      if (tests.passes(texts.at(position))) {
        candidates.set(position);
      }
    }
  }

  private void pair(RowFilter.Pair pair, BitSet candidates) {
    PairIndex seen = new PairIndex();
    Cell one = new Cell();
    Cell other = new Cell();
    ColumnTexts ones = columns.down(pair.one());
    ColumnTexts others = columns.down(pair.other());
    for (int position = 0; position < columns.rows(); position++) {
      int first = ones.at(position);
      int second = others.at(position);
      int matches = seen.find(first, second);
      if (matches == PairIndex.NEW) {
        columns.pool(pair.one()).show(first, one);
        columns.pool(pair.other()).show(second, other);
        matches = pair.test().test(one, other) ? 1 : 0;
        seen.putIfNew(first, second, matches);
      }
      if (matches == 1) {
        candidates.set(position);
      }
    }
  }

  private void allBlank(List<Integer> group, BitSet candidates) {
    BitSet blank = new BitSet();
    blank.set(0, columns.rows());
    for (int column : group) {
      ColumnTexts texts = columns.down(column);
      for (int at = blank.nextSetBit(0); at >= 0; at = blank.nextSetBit(at + 1)) {
        blank.set(at, isBlank(column, texts.at(at)));
      }
    }
    candidates.or(blank);
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
