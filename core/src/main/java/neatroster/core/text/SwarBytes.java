package neatroster.core.text;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/**
 * Eight bytes of a text as one number, the first of them lowest, so that they are looked at
 * together. What is found in a byte is told by its highest bit.
 */
public final class SwarBytes {
  private static final VarHandle LONGS =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

  private static final long ONES = 0x0101010101010101L;

  /** The highest bit of each byte. */
  static final long HIGH_BITS = ONES << 7;

  private static final long LOW_BITS = ~HIGH_BITS;

  /** For each number of bytes all bits of so many, the lowest first. */
  private static final long[] LOWEST = {
    0,
    0xffL,
    0xffffL,
    0xff_ffffL,
    0xffff_ffffL,
    0xff_ffff_ffffL,
    0xffff_ffff_ffffL,
    0xff_ffff_ffff_ffffL,
    -1L
  };

  private SwarBytes() {}

  /**
   * The eight bytes from one on.
   *
   * @throws IndexOutOfBoundsException where there are not so many
   */
  public static long at(byte[] text, int start) {
    return (long) LONGS.get(text, start);
  }

  /** The first bytes, and noughts behind them; a count below 0 counts as 0, above 8 as 8. */
  public static long first(long word, int count) {
    return word & LOWEST[Math.max(0, Math.min(8, count))];
  }

  /** One sign of ASCII eight times. */
  public static long all(char sign) {
    return sign * ONES;
  }

  /** The bytes that are 0. */
  public static long noughts(long word) {
    return ~(((word & LOW_BITS) + LOW_BITS) | word) & HIGH_BITS;
  }

  /** The bytes that come before a sign of ASCII. */
  public static long below(long word, char sign) {
    return ~(((word & LOW_BITS) + (0x80 - sign) * ONES) | word) & HIGH_BITS;
  }

  /** The bytes that are no sign of ASCII, those below a space apart. */
  public static long beyondSigns(long word) {
    return (((word & LOW_BITS) + ONES) | word) & HIGH_BITS;
  }

  /** The last of eight bytes alone. */
  public static final long LAST = 1L << 63;

  /**
   * The bytes behind those that were found.
   *
   * @param before what was found in the eight bytes before these
   */
  public static long behind(long found, long before) {
    return found << 8 | before >>> 56;
  }

  /** The bytes before those that were found. */
  public static long before(long found) {
    return found >>> 8;
  }

  /** Whether bytes that were put together with or are all ASCII. */
  public static boolean areAscii(long all) {
    return (all & HIGH_BITS) == 0;
  }

  /** The place of the first byte that was found, from 0. */
  public static int place(long found) {
    return Long.numberOfTrailingZeros(found) >>> 3;
  }
}
