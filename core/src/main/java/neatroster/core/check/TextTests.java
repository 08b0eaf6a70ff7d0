package neatroster.core.check;

import java.util.BitSet;
import java.util.function.Predicate;
import neatroster.core.text.Cell;
import neatroster.core.text.TextPool;

/** A test of the texts of a column, made once for each distinct text. */
public final class TextTests {
  private final TextPool pool;
  private final Predicate<Cell> test;
  private final Predicate<Cell> odd;
  private final BitSet asked;
  private final BitSet passed = new BitSet();
  private final Cell cell = new Cell();

  public TextTests(TextPool pool, Predicate<Cell> test) {
    this(pool, test, test);
  }

  /**
   * A test.
   *
   * @param odd the test of texts that are {@link neatroster.core.text.OddText odd}
   */
  public TextTests(TextPool pool, Predicate<Cell> test, Predicate<Cell> odd) {
    this.pool = pool;
    this.test = test;
    this.odd = odd;
    asked = new BitSet(pool.size());
  }

  /** Whether a text is odd and passes. */
  public boolean passesIfOdd(int text) {
    return pool.isOdd(text) && passes(text);
  }

  /** Whether a text passes; the empty one does not. */
  public boolean passes(int text) {
    if (text == 0) {
      return false;
    }
    if (!asked.get(text)) {
      asked.set(text);
      pool.show(text, cell);
      if ((pool.isOdd(text) ? odd : test).test(cell)) {
        passed.set(text);
      }
    }
    return passed.get(text);
  }
}
