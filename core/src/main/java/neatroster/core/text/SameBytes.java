package neatroster.core.text;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/** Compares short pieces of bytes, for which a call of the library takes longer than the work. */
final class SameBytes {
  private static final VarHandle LONGS =
      MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.LITTLE_ENDIAN);

  private SameBytes() {}

  /** Whether as many bytes are the same from two places on. */
  static boolean are(byte[] one, int start, byte[] other, int otherStart, int length) {
    int at = 0;
    for (; at + 8 <= length; at += 8) {
      if ((long) LONGS.get(one, start + at) != (long) LONGS.get(other, otherStart + at)) {
        return false;
      }
    }
    int left = length - at;
    if (left > 0 && start + at + 8 <= one.length && otherStart + at + 8 <= other.length) {
      long differs = (long) LONGS.get(one, start + at) ^ (long) LONGS.get(other, otherStart + at);
      return differs << (64 - 8 * left) == 0;
    }
    for (; at < length; at++) {
      if (one[start + at] != other[otherStart + at]) {
        return false;
      }
    }
    return true;
  }
}
