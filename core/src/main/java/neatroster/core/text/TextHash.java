package neatroster.core.text;

import java.util.SplittableRandom;

/**
 * The hash of a text's bytes. It begins with a number drawn anew for each run, so that nobody can
 * write a sheet whose texts all have one hash. Equal hashes prove nothing: texts are compared.
 */
public final class TextHash {
  private static final long FACTOR = 0x9E3779B97F4A7C15L;
  private static final long LENGTHS = 0xC2B2AE3D27D4EB4FL;

  /** The hash before any byte. */
  private static final long BEGIN = new SplittableRandom().nextLong();

  /** Of two texts of one length, so many bytes or fewer, one hash proves that they are the same. */
  static final int TELLING = 8;

  private TextHash() {}

  /** The hash of {@code length} bytes from {@code start} on. */
  public static long of(byte[] text, int start, int length) {
    if (length <= 16 && start + 16 <= text.length) {
      long word = SwarBytes.first(SwarBytes.at(text, start), length);
      long rest = SwarBytes.first(SwarBytes.at(text, start + 8), length - 8);
      return ended(mixed(BEGIN ^ word), rest, length);
    }
    return ofMany(text, start, length);
  }

  /** In a method of its own, so that the short one is compiled into the loops that ask it. */
  private static long ofMany(byte[] text, int start, int length) {
    long hash = BEGIN;
    int at = start;
    int left = length;
    while (left > 8) {
      hash = mixed(hash ^ SwarBytes.at(text, at));
      at += 8;
      left -= 8;
    }
    long rest = 0;
    for (int i = 0; i < left; i++) {
      rest |= (text[at + i] & 0xffL) << (i * 8);
    }
    return length > 8 ? ended(hash, rest, length) : ended(mixed(hash ^ rest), 0, length);
  }

  private static long ended(long hash, long rest, int length) {
    return mixed(hash ^ rest ^ (length * LENGTHS));
  }

  private static long mixed(long hash) {
    long product = hash * FACTOR;
    return product ^ (product >>> 32);
  }
}
