package neatroster.sheets;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Tells what separates the cells of a text: what makes a table of most of its first rows. */
final class SeparatorGuess {
  private static final char[] USUAL = {',', ';', '\t', '|'};

  /** Those that stand in texts for other reasons count only where nothing else makes a table. */
  private static final char[] RARE = {'\u001f', '^', '~', ':'};

  private static final int ROWS = 60;

  /** The first row is the headers more often than not: what makes a table of it too counts more. */
  private static final double OF_HEADERS = 1.25;

  private SeparatorGuess() {}

  /**
   * What stands around cells: the apostrophe where nearly all cells of the first rows begin and end
   * with it, else the quotation mark.
   */
  static char quoteOf(CharSequence head, char separator) {
    int rows = 0;
    int quoted = 0;
    String begin = "'";
    String between = "'" + separator + "'";
    for (String line : head.toString().split("[\\r\\n]+", ROWS)) {
      if (!line.isBlank() && rows < ROWS - 1) {
        rows++;
        String text = line.strip();
        boolean closed = text.startsWith(begin) && text.length() > 2 && text.endsWith(begin);
        quoted += closed && text.contains(between) ? 1 : 0;
      }
    }
    return quoted > 1 && quoted * 10 >= rows * 7 ? '\'' : '"';
  }

  /** The separator of a text that begins so, if anything separates cells in it. */
  static Optional<Character> of(CharSequence head) {
    char best = best(head, USUAL, 0);
    if (best == 0) {
      // A title or two may have none.
      best = best(head, RARE, 2);
    }
    return best == 0 ? Optional.empty() : Optional.of(best);
  }

  private static char best(CharSequence head, char[] candidates, int fewestRows) {
    char best = 0;
    double most = fewestRows;
    for (char candidate : candidates) {
      double score = score(head, candidate);
      if (score > most) {
        most = score;
        best = candidate;
      }
    }
    return best;
  }

  private static boolean isUsual(char c) {
    return c == ',' || c == ';' || c == '\t' || c == '|';
  }

  /** How many rows have the same number of cells, more than one, as most others have. */
  private static double score(CharSequence head, char separator) {
    Map<Integer, Integer> rowsOfWidth = new HashMap<>();
    int cells = 1;
    int firstWidth = 0;
    int rows = 0;
    boolean quoted = false;
    boolean blank = true;
    boolean cellBegins = true;
    for (int i = 0; i < head.length() && rows < ROWS; i++) {
      char c = head.charAt(i);
      if (c == '"' && quoted && i + 1 < head.length() && head.charAt(i + 1) == '"') {
        i++;
      } else if (c == '"' && (quoted || cellBegins)) {
        quoted = !quoted;
        blank = false;
        cellBegins = false;
      } else if (c == '\n' || c == '\r') {
        if (!blank && !quoted) {
          rowsOfWidth.merge(cells, 1, Integer::sum);
          firstWidth = firstWidth == 0 ? cells : firstWidth;
          rows++;
        }
        if (!quoted) {
          cells = 1;
          blank = true;
          cellBegins = true;
        }
      } else if (c == separator && !quoted) {
        cells++;
        blank = false;
        cellBegins = true;
      } else {
        blank &= c == ' ';
        // Whatever separates, what stands in quotation marks behind it is one cell.
        cellBegins = (cellBegins && c == ' ') || isUsual(c);
      }
    }
    if (!blank) {
      rowsOfWidth.merge(cells, 1, Integer::sum);
      firstWidth = firstWidth == 0 ? cells : firstWidth;
    }
    double best = 0;
    for (Map.Entry<Integer, Integer> width : rowsOfWidth.entrySet()) {
      if (width.getKey() > 1) {
        double weight = width.getKey() == firstWidth ? OF_HEADERS : 1;
        // Of two that part as many rows, the one that makes more cells of them.
        best = Math.max(best, width.getValue() * weight + Math.min(width.getKey(), 50) / 100.0);
      }
    }
    return best;
  }
}
