package neatroster.sheets;

import java.io.IOException;
import java.io.PushbackReader;
import java.io.Reader;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;

/**
 * Reads text whose quotation marks are not as RFC 4180 has them, as a person would: a mark that
 * nobody closes ends with its line, and one within a cell is part of it. Rows that are as they
 * should be are read as they stand.
 */
final class BadlyQuotedRows {
  /** A cell that somebody wrote goes over no more lines. */
  private static final int MOST_LINES = 50;

  private static final int LONGEST_LINE = 1 << 24;

  private final PushbackReader in;
  private final char separator;
  private final char quote;
  private final Deque<Line> ahead = new ArrayDeque<>();

  /**
   * Rows of a text.
   *
   * @param quote the quotation mark, " where somebody keeps to RFC 4180
   */
  BadlyQuotedRows(Reader reader, char separator, char quote) {
    this.in = new PushbackReader(reader, 1);
    this.separator = separator;
    this.quote = quote;
  }

  /** A line and how it ended. */
  private record Line(String text, String end) {}

  /** What became of a text read by the rules. */
  private enum Reading {
    SOUND,
    OPEN,
    BROKEN
  }

  /** Takes one row and says whether more are wanted. */
  @FunctionalInterface
  interface Rows {
    boolean row(SheetRow row);
  }

  /**
   * Hands on the rows.
   *
   * @param from the first row that is wanted, from 1
   */
  void read(int from, Rows rows) throws IOException, UnreadableSheetException {
    SheetRow row = new SheetRow();
    List<String> cells = new ArrayList<>();
    int number = 0;
    for (Line line = next(number); line != null; line = next(number)) {
      number++;
      boolean mended = !record(line, cells, number);
      if (number >= from) {
        row.begin(number);
        cells.forEach(row::add);
        row.mended(mended);
        if (!rows.row(row)) {
          return;
        }
      }
    }
  }

  /** Reads a record that begins with a line; gives whether it is as it should be. */
  private boolean record(Line line, List<String> cells, int number)
      throws IOException, UnreadableSheetException {
    Reading reading = byRules(line.text(), cells);
    if (reading == Reading.SOUND) {
      return true;
    }
    StringBuilder text = new StringBuilder(line.text()).append(line.end());
    List<Line> joined = new ArrayList<>();
    while (reading == Reading.OPEN && joined.size() < MOST_LINES) {
      Line next = next(number);
      if (next == null) {
        break;
      }
      joined.add(next);
      text.append(next.text());
      reading = byRules(text, cells);
      text.append(next.end());
    }
    if (reading == Reading.SOUND) {
      return true;
    }
    for (int i = joined.size() - 1; i >= 0; i--) {
      ahead.addFirst(joined.get(i));
    }
    asAPerson(line.text(), cells);
    return false;
  }

  private Reading byRules(CharSequence text, List<String> cells) {
    cells.clear();
    StringBuilder cell = new StringBuilder();
    int i = 0;
    int length = text.length();
    while (true) {
      cell.setLength(0);
      if (i < length && text.charAt(i) == quote) {
        i++;
        boolean closed = false;
        while (i < length && !closed) {
          char c = text.charAt(i++);
          if (c != quote) {
            cell.append(c);
          } else if (i < length && text.charAt(i) == quote) {
            cell.append(quote);
            i++;
          } else {
            closed = true;
          }
        }
        if (!closed) {
          return Reading.OPEN;
        }
        if (i < length && text.charAt(i) != separator) {
          return Reading.BROKEN;
        }
      } else {
        while (i < length && text.charAt(i) != separator) {
          cell.append(text.charAt(i++));
        }
      }
      cells.add(cell.toString());
      if (i >= length) {
        return Reading.SOUND;
      }
      i++;
    }
  }

  private void asAPerson(String line, List<String> cells) {
    cells.clear();
    int i = 0;
    int length = line.length();
    while (true) {
      int start = i;
      while (start < length && line.charAt(start) == ' ') {
        start++;
      }
      int end = start < length && line.charAt(start) == quote ? closing(line, start + 1) : -1;
      if (end >= 0) {
        cells.add(
            line.substring(start + 1, end).replace("" + quote + quote, String.valueOf(quote)));
        i = line.indexOf(separator, end);
        i = i < 0 ? length : i;
      } else {
        int to = line.indexOf(separator, start);
        to = to < 0 ? length : to;
        boolean stray = start < to && line.charAt(start) == quote;
        cells.add(stray ? line.substring(start + 1, to) : line.substring(i, to));
        i = to;
      }
      if (i >= length) {
        return;
      }
      i++;
    }
  }

  /** The mark that ends a cell: the first with nothing but spaces before the next separator. */
  private int closing(String line, int from) {
    for (int i = line.indexOf(quote, from); i >= 0; i = line.indexOf(quote, i + 1)) {
      int after = i + 1;
      while (after < line.length() && line.charAt(after) == ' ') {
        after++;
      }
      if (after == line.length() || line.charAt(after) == separator) {
        return i;
      }
    }
    return -1;
  }

  /** The next line, or null. */
  private Line next(int number) throws IOException, UnreadableSheetException {
    if (!ahead.isEmpty()) {
      return ahead.removeFirst();
    }
    StringBuilder line = new StringBuilder();
    int c = in.read();
    if (c < 0) {
      return null;
    }
    while (c >= 0 && c != '\n' && c != '\r') {
      if (line.length() >= LONGEST_LINE) {
        throw new UnreadableSheetException(
            number + 1, "a cell or a row is larger than anybody types");
      }
      line.append((char) c);
      c = in.read();
    }
    String end = c < 0 ? "" : String.valueOf((char) c);
    if (c == '\r') {
      int after = in.read();
      if (after == '\n') {
        end = "\r\n";
      } else if (after >= 0) {
        in.unread(after);
      }
    }
    return new Line(line.toString(), end);
  }
}
