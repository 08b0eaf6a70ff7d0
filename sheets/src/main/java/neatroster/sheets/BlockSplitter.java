package neatroster.sheets;

import java.io.IOException;
import java.io.InputStream;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import neatroster.core.text.RowBlock;
import neatroster.core.text.TextHash;
import neatroster.core.text.Utf8;

/**
 * Splits a text with separators into blocks of whole rows: RFC 4180, as far as no cell has a line
 * end in it. At the first row with anything else to its quotation marks or line ends it stops, and
 * says so: that row and those below are for a reader with more patience.
 */
final class BlockSplitter {
  private static final VarHandle LONGS =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);
  private static final long HIGH_BITS = 0x8080808080808080L;

  /** A one in each byte of a word. */
  private static final long ONES = 0x0101010101010101L;

  /** Eight bytes are looked at together, so that as many stand behind the last of a block. */
  private static final int BEHIND = 8;

  /** Longer rows are for the other reader. */
  private static final int LONGEST = 1 << 24;

  /** No cell that is not odd is longer. */
  private static final int SHORT = 64;

  // What a byte does: it ends a cell, makes it odd, or may.
  private static final byte ENDS = -1;
  private static final byte ODD = 1;
  private static final byte SPACE = 2;

  private final InputStream in;
  private final byte separator;
  private final byte quote;
  private final byte[] effects = new byte[256];
  private final long separators;
  private final long quotes;
  private byte[] carried = {};

  /** What the last cell that was looked at came to. */
  private long hash;

  private boolean odd;
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
    separators = separator * ONES;
    quotes = quote * ONES;
    for (int i = 0; i < effects.length; i++) {
      effects[i] = i < ' ' || i >= 0x7f ? ODD : 0;
    }
    effects['?'] = ODD;
    effects['&'] = ODD;
    effects[' '] = SPACE;
    effects[separator] = ENDS;
    effects['\n'] = ENDS;
    effects['\r'] = ENDS;
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
    if (filled * 2 + BEHIND > bytes.length) {
      bytes = new byte[filled * 2 + BEHIND];
    }
    System.arraycopy(carried, 0, bytes, 0, filled);
    int limit = 0;
    while (limit == 0) {
      int room = bytes.length - BEHIND;
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
    if (hasHighBits(bytes, limit) && !isUtf8(bytes, limit)) {
      // What is no letter becomes the sign for it, and is found in its row.
      byte[] mended =
          new String(bytes, 0, limit, StandardCharsets.UTF_8).getBytes(StandardCharsets.UTF_8);
      limit = mended.length;
      bytes = Arrays.copyOf(mended, limit + BEHIND);
    }
    // Whatever is looked for in a row is found here at the latest.
    bytes[limit] = '\n';
    block.begin(bytes, number);
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

  private static boolean hasHighBits(byte[] bytes, int limit) {
    return Utf8.asciiLength(bytes, 0, limit) < limit;
  }

  private static boolean isUtf8(byte[] bytes, int limit) {
    CharsetDecoder decoder = StandardCharsets.UTF_8.newDecoder();
    ByteBuffer from = ByteBuffer.wrap(bytes, 0, limit);
    CharBuffer to = CharBuffer.allocate(1 << 13);
    try {
      while (true) {
        to.clear();
        var result = decoder.decode(from, to, true);
        if (result.isUnderflow()) {
          return true;
        }
        if (result.isError()) {
          result.throwException();
        }
      }
    } catch (CharacterCodingException e) {
      return false;
    }
  }

  private void split(RowBlock block, byte[] bytes, int limit) {
    int at = 0;
    while (at < limit) {
      at = row(block, bytes, at, limit);
      if (at < 0) {
        block.dropRow();
        doubtful = true;
        return;
      }
      block.endRow();
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
        block.cell(at, at, TextHash.of(bytes, at, 0), false);
        return at;
      }
    }
  }

  private int plain(RowBlock block, byte[] bytes, int start, int limit) {
    int end = find(bytes, start, separators);
    byte b = bytes[end];
    if (b != separator && b != '\n' && b != '\r') {
      return plainWithCare(block, bytes, start, limit);
    }
    block.cell(start, end, hash, odd || isOdd(bytes, start, end));
    return end;
  }

  /** A cell with signs that do not show. */
  private int plainWithCare(RowBlock block, byte[] bytes, int start, int limit) {
    int seen = 0;
    int at = start;
    while (at < limit) {
      int effect = effects[bytes[at] & 0xff];
      if (effect < 0) {
        break;
      }
      seen |= effect;
      at++;
    }
    block.cell(start, at, TextHash.of(bytes, start, at - start), isOdd(bytes, start, at, seen));
    return at;
  }

  /**
   * Where a sign stands first, or anything below a space, eight bytes at a time. Notes the hash of
   * what stands before it, and whether any of its bytes makes it odd.
   *
   * @param signs the sign in each byte
   */
  private int find(byte[] bytes, int start, long signs) {
    long hashed = TextHash.BEGIN;
    long oddBytes = 0;
    boolean spaces = false;
    int at = start;
    while (true) {
      long word = (long) LONGS.get(bytes, at);
      // The lowest byte that a test finds is one; those above it may be found by mistake.
      long found = ((word - ' ' * ONES) & ~word & HIGH_BITS) | zeros(word ^ signs);
      long odds =
          ((((word & ~HIGH_BITS) + ONES) | word) & HIGH_BITS)
              | zeros(word ^ ('?' * ONES))
              | zeros(word ^ ('&' * ONES));
      long space = zeros(word ^ (' ' * ONES));
      if (found == 0) {
        hashed = TextHash.with(hashed, word);
        oddBytes |= odds;
        spaces |= space != 0;
        at += 8;
      } else {
        long before = (Long.lowestOneBit(found) >>> 7) - 1;
        at += Long.numberOfTrailingZeros(found) >>> 3;
        hash = TextHash.ended(hashed, word & before, at - start);
        odd =
            (oddBytes | (odds & before)) != 0
                || ((spaces || (space & before) != 0) && hasStraySpace(bytes, start, at));
        return at;
      }
    }
  }

  /** The highest bit of each byte that is 0. */
  private static long zeros(long word) {
    return (word - ONES) & ~word & HIGH_BITS;
  }

  /** A cell in quotation marks: two of them stand for one. */
  private int quoted(RowBlock block, byte[] bytes, int start, int limit) {
    int end = find(bytes, start, quotes);
    if (bytes[end] != quote || bytes[end + 1] == quote) {
      return quotedWithCare(block, bytes, start, limit);
    }
    block.cell(start, end, hash, odd || isOdd(bytes, start, end));
    return ended(bytes, end + 1, limit);
  }

  /** A cell that holds quotation marks, or signs that do not show. */
  private int quotedWithCare(RowBlock block, byte[] bytes, int start, int limit) {
    int seen = 0;
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
      } else if (b != separator) {
        seen |= effects[b & 0xff];
      } else {
        seen |= b < ' ' ? ODD : b == ' ' ? SPACE : 0;
      }
      bytes[to++] = b;
      at++;
    }
    if (at == limit) {
      return -1;
    }
    block.cell(start, to, TextHash.of(bytes, start, to - start), isOdd(bytes, start, to, seen));
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

  private static boolean isOdd(byte[] bytes, int start, int end, int seen) {
    return (seen & ODD) != 0
        || isOdd(bytes, start, end)
        || ((seen & SPACE) != 0 && hasStraySpace(bytes, start, end));
  }

  /** Whether a cell is {@link neatroster.core.text.OddText odd} for its length or its begin. */
  private static boolean isOdd(byte[] bytes, int start, int end) {
    int length = end - start;
    if (length == 0) {
      return false;
    }
    byte first = bytes[start];
    return length > SHORT
        || first == '='
        || first == '#'
        || first == '\''
        || (first == 'E' && length > 3 && bytes[start + 3] == ':');
  }

  private static boolean hasStraySpace(byte[] bytes, int start, int end) {
    boolean afterSpace = true;
    for (int at = start; at < end; at++) {
      boolean space = bytes[at] == ' ';
      if (space && afterSpace) {
        return true;
      }
      afterSpace = space;
    }
    return afterSpace;
  }
}
