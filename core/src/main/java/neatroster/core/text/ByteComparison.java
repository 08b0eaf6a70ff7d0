package neatroster.core.text;

/** Compares short pieces of bytes, for which a call of the library takes longer than the work. */
final class ByteComparison {
  private ByteComparison() {}

  /** Whether as many bytes are the same from two places on. */
  static boolean are(byte[] one, int start, byte[] other, int otherStart, int length) {
    int at = 0;
    for (; at + 8 <= length; at += 8) {
      if (SwarBytes.at(one, start + at) != SwarBytes.at(other, otherStart + at)) {
        return false;
      }
    }
    int left = length - at;
    if (left > 0 && start + at + 8 <= one.length && otherStart + at + 8 <= other.length) {
      long differs = SwarBytes.at(one, start + at) ^ SwarBytes.at(other, otherStart + at);
      return SwarBytes.first(differs, left) == 0;
    }
    for (; at < length; at++) {
      if (one[start + at] != other[otherStart + at]) {
        return false;
      }
    }
    return true;
  }
}
