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
  private static final long SEED = new SplittableRandom().nextLong();

  /** Of two texts of one length, so many bytes or fewer, one hash proves that they are the same. */
  static final int TELLING = 8;

  private TextHash() {}

  /** The hash of {@code length} bytes from {@code start} on. */
  public static long of(byte[] text, int start, int length) {
    long hash = SEED + length * FACTOR;
    int at = start;
    int left = length;
    while (left >= 8) {
      hash = mixed(hash ^ (long) LONGS.get(text, at));
      at += 8;
      left -= 8;
    }
    long rest = 0;
    while (left > 0) {
      rest = rest << 8 | (text[at++] & 0xff);
      left--;
    }
    return mixed(hash ^ rest);
  }

  private static long mixed(long hash) {
    long product = hash * FACTOR;
    return product ^ (product >>> 32);
  }
}
