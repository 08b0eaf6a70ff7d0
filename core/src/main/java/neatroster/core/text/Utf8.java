package neatroster.core.text;

/** Letters as bytes and back: UTF-8 (RFC 3629). Half a surrogate pair is kept as it is. */
public final class Utf8 {
  private Utf8() {}

  /** How many bytes from one on, and before another, are ASCII before the first that is not. */
  public static int asciiLength(byte[] bytes, int from, int to) {
    int at = from;
    while (at + 8 <= to && (SwarBytes.at(bytes, at) & SwarBytes.HIGH_BITS) == 0) {
      at += 8;
    }
    while (at < to && bytes[at] >= 0) {
      at++;
    }
    return at - from;
  }

  /** Whether bytes from one on, and before another, are UTF-8 as section 4 of the RFC has it. */
  public static boolean isValid(byte[] bytes, int from, int to) {
    int at = from + asciiLength(bytes, from, to);
    while (at < to) {
      int length = lengthOfValid(bytes, at, to);
      if (length == 0) {
        return false;
      }
      at += length;
      at += asciiLength(bytes, at, to);
    }
    return true;
  }

  /** How many bytes the letter beyond ASCII has that begins at one, or 0 where none does. */
  private static int lengthOfValid(byte[] bytes, int at, int to) {
    int first = bytes[at] & 0xff;
    int length = first >= 0xf0 ? 4 : first >= 0xe0 ? 3 : 2;
    if (first < 0xc2 || first > 0xf4 || at + length > to) {
      return 0;
    }
    int second = bytes[at + 1] & 0xff;
    int least = first == 0xe0 ? 0xa0 : first == 0xf0 ? 0x90 : 0x80;
    int most = first == 0xed ? 0x9f : first == 0xf4 ? 0x8f : 0xbf;
    boolean isValid = second >= least && second <= most;
    for (int i = 2; i < length; i++) {
      isValid &= (bytes[at + i] & 0xc0) == 0x80;
    }
    return isValid ? length : 0;
  }

  /**
   * Writes letters as bytes.
   *
   * @param to has three bytes for each letter
   * @return how many bytes they took
   */
  public static int encode(char[] letters, int length, byte[] to) {
    return encode(letters, length, to, 0);
  }

  /**
   * Writes letters as bytes behind others.
   *
   * @param start where in {@code to}, which has three bytes for each letter from there
   * @return how many bytes they took
   */
  public static int encode(char[] letters, int length, byte[] to, int start) {
    int at = start;
    for (int i = 0; i < length; i++) {
      char c = letters[i];
      if (c < 0x80) {
        to[at++] = (byte) c;
      } else if (c < 0x800) {
        to[at++] = (byte) (0xc0 | c >> 6);
        to[at++] = (byte) (0x80 | (c & 0x3f));
      } else if (Character.isHighSurrogate(c)
          && i + 1 < length
          && Character.isLowSurrogate(letters[i + 1])) {
        int point = Character.toCodePoint(c, letters[++i]);
        to[at++] = (byte) (0xf0 | point >> 18);
        to[at++] = (byte) (0x80 | (point >> 12 & 0x3f));
        to[at++] = (byte) (0x80 | (point >> 6 & 0x3f));
        to[at++] = (byte) (0x80 | (point & 0x3f));
      } else {
        to[at++] = (byte) (0xe0 | c >> 12);
        to[at++] = (byte) (0x80 | (c >> 6 & 0x3f));
        to[at++] = (byte) (0x80 | (c & 0x3f));
      }
    }
    return at - start;
  }

  /**
   * Reads bytes that {@link #encode} could have written.
   *
   * @param to has a letter for each byte
   * @return how many letters they are
   */
  public static int decode(byte[] bytes, int start, int length, char[] to) {
    int count = 0;
    int end = start + length;
    int at = start;
    while (at < end) {
      byte b = bytes[at];
      if (b >= 0) {
        to[count++] = (char) b;
        at++;
      } else if ((b & 0xe0) == 0xc0) {
        to[count++] = (char) ((b & 0x1f) << 6 | (bytes[at + 1] & 0x3f));
        at += 2;
      } else if ((b & 0xf0) == 0xe0) {
        to[count++] =
            (char) ((b & 0x0f) << 12 | (bytes[at + 1] & 0x3f) << 6 | (bytes[at + 2] & 0x3f));
        at += 3;
      } else {
        int point =
            (b & 0x07) << 18
                | (bytes[at + 1] & 0x3f) << 12
                | (bytes[at + 2] & 0x3f) << 6
                | (bytes[at + 3] & 0x3f);
        to[count++] = Character.highSurrogate(point);
        to[count++] = Character.lowSurrogate(point);
        at += 4;
      }
    }
    return count;
  }
}
