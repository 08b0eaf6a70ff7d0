package neatroster.core.text;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.SplittableRandom;

/**
 * The hash of a text's bytes. It begins with a number drawn anew for each run, so that nobody can
 * write a sheet whose texts all have one hash. Equal hashes prove nothing: texts are compared.
 */
public final class TextHash {
  private static final VarHandle LONGS =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);
  private static final long FACTOR = 0x9E3779B97F4A7C15L;
  private static final long LENGTHS = 0xC2B2AE3D27D4EB4FL;

  /** The hash before any byte. */
  public static final long BEGIN = new SplittableRandom().nextLong();

  /** Of two texts of one length, so many bytes or fewer, one hash proves that they are the same. */
  static final int TELLING = 8;

  private TextHash() {}

  /** The hash of {@code length} bytes from {@code start} on. */
  public static long of(byte[] text, int start, int length) {
    long hash = BEGIN;
    int at = start;
    int left = length;
    while (left >= 8) {
      hash = with(hash, (long) LONGS.get(text, at));
      at += 8;
      left -= 8;
    }
    long rest = 0;
    for (int i = 0; i < left; i++) {
      rest |= (text[at + i] & 0xffL) << (i * 8);
    }
    return ended(hash, rest, length);
  }

  /** The hash so far, and the next eight bytes, the first of them lowest. */
  public static long with(long hash, long word) {
    return mixed(hash ^ word);
  }

  /**
   * The hash at the end of a text.
   *
   * @param rest the bytes behind the last eight, the first of them lowest, and else noughts
   * @param length how many bytes the text has
   */
  public static long ended(long hash, long rest, int length) {
    return mixed(hash ^ rest ^ (length * LENGTHS));
  }

  private static long mixed(long hash) {
    long product = hash * FACTOR;
    return product ^ (product >>> 32);
  }
}
