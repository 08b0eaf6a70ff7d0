package neatroster.sheets;

import java.util.HashMap;
import java.util.Map;

/**
 * Cells that reach over the rows below: what somebody merged over five rows of a class is meant for
 * all five.
 */
final class RowSpans {
  private final Map<Integer, Span> spans = new HashMap<>();
  private int rightmost = -1;

  private record Span(int last, String value) {}

  /**
   * A cell reaches down.
   *
   * @param column its column
   * @param last the last row that it reaches
   */
  void begin(int column, int last, String value) {
    spans.put(column, new Span(last, value));
    rightmost = Math.max(rightmost, column);
  }

  /** What reaches a cell from above, or null. */
  String at(int row, int column) {
    Span span = spans.get(column);
    return span == null || row > span.last() ? null : span.value();
  }

  /** The rightmost column that anything ever reached down in, or -1. */
  int rightmost() {
    return rightmost;
  }
}
