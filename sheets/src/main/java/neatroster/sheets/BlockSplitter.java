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

/**
 * Splits a text with separators into blocks of whole rows: RFC 4180, as far as no cell has a line
 * end in it. At the first row with anything else to its quotation marks or line ends it stops, and
 * says so: that row and those below are for a reader with more patience.
 */
final class BlockSplitter {
  private static final VarHandle LONGS =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);
  private static final long HIGH_BITS = 0x8080808080808080L;

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
  private byte[] carried = {};
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
   * @param room where they stand; another where it was too small
   * @return the bytes that hold them, or null at the end
   */
  byte[] next(RowBlock block, byte[] room) throws IOException {
    byte[] bytes = room;
    if (ended || doubtful) {
      return null;
    }
    int filled = carried.length;
    if (filled * 2 > bytes.length) {
      bytes = new byte[filled * 2];
    }
    System.arraycopy(carried, 0, bytes, 0, filled);
    int limit = 0;
    while (limit == 0) {
      filled += in.readNBytes(bytes, filled, bytes.length - filled);
      ended = filled < bytes.length;
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
      bytes = new String(bytes, 0, limit, StandardCharsets.UTF_8).getBytes(StandardCharsets.UTF_8);
      limit = bytes.length;
    }
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
    int at = 0;
    for (; at + 8 <= limit; at += 8) {
      if (((long) LONGS.get(bytes, at) & HIGH_BITS) != 0) {
        return true;
      }
    }
    for (; at < limit; at++) {
      if (bytes[at] < 0) {
        return true;
      }
    }
    return false;
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
        block.cell(at, at, false);
        return at;
      }
    }
  }

  private int plain(RowBlock block, byte[] bytes, int start, int limit) {
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
    block.cell(start, at, isOdd(bytes, start, at, seen));
    return at;
  }

  /** A cell in quotation marks: two of them stand for one. */
  private int quoted(RowBlock block, byte[] bytes, int start, int limit) {
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
    int behind = at + 1;
    if (at == limit
        || (behind < limit
            && bytes[behind] != separator
            && bytes[behind] != '\n'
            && bytes[behind] != '\r')) {
      return -1;
    }
    block.cell(start, to, isOdd(bytes, start, to, seen));
    return behind;
  }

  /** Whether a cell is odd: see {@link neatroster.core.text.OddText}. */
  private static boolean isOdd(byte[] bytes, int start, int end, int seen) {
    int length = end - start;
    if (length == 0) {
      return false;
    }
    if ((seen & ODD) != 0 || length > SHORT) {
      return true;
    }
    byte first = bytes[start];
    if (first == '=' || first == '#' || first == '\'') {
      return true;
    }
    if (first == 'E' && length > 3 && bytes[start + 3] == ':') {
      return true;
    }
    return (seen & SPACE) != 0 && hasStraySpace(bytes, start, end);
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
