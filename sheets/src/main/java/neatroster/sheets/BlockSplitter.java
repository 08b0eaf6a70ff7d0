package neatroster.sheets;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import neatroster.core.text.OddText;
import neatroster.core.text.RowBlock;
import neatroster.core.text.SwarBytes;
import neatroster.core.text.Utf8;

/**
 * Splits a text with separators into blocks of whole rows: RFC 4180, as far as no cell has a line
 * end in it. At the first row with anything else to its quotation marks or line ends it stops, and
 * says so: that row and those below are for a reader with more patience.
 */
final class BlockSplitter {
  /** Longer rows are for the other reader. */
  private static final int LONGEST = 1 << 24;

  private final InputStream in;
  private final byte separator;
  private final byte quote;
  private final long separators;
  private final long quotes;
  private byte[] carried = {};

  /** Where separators, line ends and other signs that do not show stand in the block. */
  private int[] marks = new int[1 << 16];

  private int plainEnd;
  private int number = 1;
  private boolean ended;
  private boolean doubtful;

  /**
   * A text in UTF-8.
   *
   * @param separator stands between cells, in ASCII
   * @param quote stands around cells, in ASCII
   */
  BlockSplitter(InputStream in, char separator, char quote) {
    this.in = in;
    this.separator = (byte) separator;
    this.quote = (byte) quote;
    separators = SwarBytes.all(separator);
    quotes = SwarBytes.all(quote);
  }

  /** Whether it stopped at a row that is for another reader. */
  boolean isDoubtful() {
    return doubtful;
  }

  /** The first row that was not handed on, from 1. */
  int nextNumber() {
    return number;
  }

  /**
   * Reads the next rows.
   *
   * @param given where they stand; another where it was too small
   * @return the bytes that hold them, or null at the end
   */
  byte[] next(RowBlock block, byte[] given) throws IOException {
    byte[] bytes = given;
    if (ended || doubtful) {
      return null;
    }
    int filled = carried.length;
    if (filled * 2 + RowBlock.BEHIND > bytes.length) {
      bytes = new byte[filled * 2 + RowBlock.BEHIND];
    }
    System.arraycopy(carried, 0, bytes, 0, filled);
    int limit = 0;
    while (limit == 0) {
      int room = bytes.length - RowBlock.BEHIND;
      filled += in.readNBytes(bytes, filled, room - filled);
      ended = filled < room;
      limit = ended ? filled : behindLastLineEnd(bytes, filled);
      if (limit == 0 && filled >= LONGEST) {
        doubtful = true;
        return null;
      }
      if (limit == 0 && !ended) {
        bytes = Arrays.copyOf(bytes, bytes.length * 2);
      } else if (limit == 0) {
        return null;
      }
    }
    carried = Arrays.copyOfRange(bytes, limit, filled);
    // Whatever is looked for in a row is found here at the latest.
    bytes[limit] = '\n';
    block.begin(bytes, number);
    if (!mark(block, bytes, limit) && !Utf8.isValid(bytes, 0, limit)) {
      // What is no letter becomes the sign for it, and is found in its row.
      byte[] mended =
          new String(bytes, 0, limit, StandardCharsets.UTF_8).getBytes(StandardCharsets.UTF_8);
      limit = mended.length;
      bytes = Arrays.copyOf(mended, limit + RowBlock.BEHIND);
      bytes[limit] = '\n';
      block.begin(bytes, number);
      mark(block, bytes, limit);
    }
    split(block, bytes, limit);
    number += block.rows();
    return bytes;
  }

  private static int behindLastLineEnd(byte[] bytes, int filled) {
    int at = filled;
    while (at > 0 && bytes[at - 1] != '\n') {
      at--;
    }
    return at;
  }

  private void split(RowBlock block, byte[] bytes, int limit) {
    int at = 0;
    int mark = 0;
    while (at < limit) {
      mark = plainRows(block, bytes, at, mark, limit);
      at = plainEnd;
      if (at < limit) {
        at = row(block, bytes, at, limit);
        if (at < 0) {
          block.dropRow();
          doubtful = true;
          break;
        }
        block.endRow();
        while (marks[mark] < at) {
          mark++;
        }
      }
    }
    block.end();
  }

  /**
   * Finds all places up to the line end behind the last row, eight bytes at a time, and what may
   * make a cell odd.
   *
   * @return whether all is ASCII
   */
  private boolean mark(RowBlock block, byte[] bytes, int limit) {
    if (marks.length < limit + 16) {
      marks = new int[limit + 16];
    }
    int[] to = marks;
    long signs = separators;
    long letters = 0;
    int count = 0;
    // The text begins as behind a line end.
    long foundBefore = SwarBytes.LAST;
    long spacesBefore = 0;
    for (int at = 0; at <= limit; at += 8) {
      long word = SwarBytes.at(bytes, at);
      letters |= word;
      long found = SwarBytes.below(word, ' ') | SwarBytes.noughts(word ^ signs);
      long spaces = OddText.spaces(word);
      long behind = SwarBytes.behind(found | spaces, foundBefore | spacesBefore);
      long hints =
          (OddText.hints(word) & ~found)
              | (spaces & (behind | SwarBytes.before(found)))
              | (found & SwarBytes.behind(0, spacesBefore));
      if (hints != 0) {
        hints(block, at, hints, found & SwarBytes.behind(0, spacesBefore));
      }
      foundBefore = found;
      spacesBefore = spaces;
      // Two are written whether they are there or not: to ask how many takes longer.
      int all = Long.bitCount(found);
      to[count] = at + SwarBytes.place(found);
      found &= found - 1;
      to[count + 1] = at + SwarBytes.place(found);
      for (int i = 2; i < all; i++) {
        found &= found - 1;
        to[count + i] = at + SwarBytes.place(found);
      }
      count += all;
    }
    return SwarBytes.areAscii(letters);
  }

  /** Notes hints; that a space ended the cell before these bytes is shown by their first. */
  private static void hints(RowBlock block, int at, long hints, long behindSpace) {
    if (behindSpace != 0) {
      block.hint(at - 1);
    }
    for (long left = hints & ~behindSpace; left != 0; left &= left - 1) {
      block.hint(at + SwarBytes.place(left));
    }
  }

  /**
   * Splits rows as long as no cell of them is in quotation marks or holds what is no sign. Where
   * the first other row begins, or the end, is {@link #plainEnd} then.
   *
   * @param from where the first row begins
   * @param firstMark the first place in it
   * @return the first place of the first other row
   */
  private int plainRows(RowBlock block, byte[] bytes, int from, int firstMark, int limit) {
    int row = from;
    int start = from;
    int mark = firstMark;
    int markOfRow = firstMark;
    while (true) {
      int end = marks[mark++];
      byte b = bytes[end];
      boolean isInQuotes = bytes[start] == quote && end > start;
      if (b == separator && !isInQuotes) {
        block.cell(start, end);
        start = end + 1;
      } else if (b == '\n' && !isInQuotes) {
        int behind = end > start && bytes[end - 1] == '\r' ? end - 1 : end;
        // An empty line is a row without cells; behind the last line end there is none.
        if (start > row || behind > start) {
          block.cell(start, behind);
          block.endRow();
        } else if (end < limit) {
          block.endRow();
        }
        if (end >= limit - 1) {
          plainEnd = limit;
          return mark;
        }
        start = end + 1;
        row = start;
        markOfRow = mark;
      } else if (b != '\r' || isInQuotes || end + 1 >= limit || bytes[end + 1] != '\n') {
        block.dropRow();
        plainEnd = row;
        return markOfRow;
      }
    }
  }

  /** Splits a row; gives where the next begins, or -1 where this one is for the other reader. */
  private int row(RowBlock block, byte[] bytes, int from, int limit) {
    int at = from;
    if (bytes[at] == '\n') {
      // An empty line is a row without cells.
      return at + 1;
    }
    if (bytes[at] == '\r' && at + 1 < limit && bytes[at + 1] == '\n') {
      return at + 2;
    }
    while (true) {
      at =
          at < limit && bytes[at] == quote
              ? quoted(block, bytes, at + 1, limit)
              : plain(block, bytes, at, limit);
      if (at < 0 || at == limit) {
        return at;
      }
      byte end = bytes[at++];
      if (end == '\n') {
        return at;
      }
      if (end == '\r') {
        boolean last = at == limit && ended;
        return at < limit && bytes[at] == '\n' ? at + 1 : last ? at : -1;
      }
      if (at == limit) {
        // The text ends behind a separator.
        add(block, at, at);
        return at;
      }
    }
  }

  private int plain(RowBlock block, byte[] bytes, int start, int limit) {
    int at = start;
    while (at < limit && bytes[at] != separator && bytes[at] != '\n' && bytes[at] != '\r') {
      at++;
    }
    add(block, start, at);
    return at;
  }

  /** A cell in quotation marks: two of them stand for one. */
  private int quoted(RowBlock block, byte[] bytes, int start, int limit) {
    int at = start;
    long found = 0;
    while (found == 0) {
      long word = SwarBytes.at(bytes, at);
      found = SwarBytes.below(word, ' ') | SwarBytes.noughts(word ^ quotes);
      at += found == 0 ? 8 : SwarBytes.place(found);
    }
    if (bytes[at] != quote || bytes[at + 1] == quote) {
      return quotedWithCare(block, bytes, start, limit);
    }
    add(block, start, at);
    return ended(bytes, at + 1, limit);
  }

  /** A cell that holds quotation marks, or signs that do not show. */
  private int quotedWithCare(RowBlock block, byte[] bytes, int start, int limit) {
    int to = start;
    int at = start;
    while (at < limit) {
      byte b = bytes[at];
      if (b == quote) {
        if (at + 1 < limit && bytes[at + 1] == quote) {
          at++;
        } else {
          break;
        }
      } else if (b == '\n' || b == '\r') {
        return -1;
      }
      bytes[to++] = b;
      at++;
    }
    if (at == limit) {
      return -1;
    }
    add(block, start, to);
    return ended(bytes, at + 1, limit);
  }

  /** Where a cell in quotation marks ends, or -1 where more follows them. */
  private int ended(byte[] bytes, int behind, int limit) {
    boolean ends =
        behind == limit
            || bytes[behind] == separator
            || bytes[behind] == '\n'
            || bytes[behind] == '\r';
    return ends ? behind : -1;
  }

  private static void add(RowBlock block, int start, int end) {
    block.cell(start, end);
    block.lookAtLast();
  }
}
