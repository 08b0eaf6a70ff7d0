package neatroster.core.text;

/**
 * Which texts are worth a closer look for their characters: anything but short plain ASCII without
 * spaces that nobody sees. Most texts are not, so that the looks are not taken.
 */
public final class OddText {
  /** No limit on the length of any field is lower. */
  static final int SHORT = 64;

  private static final long QUESTIONS = SwarBytes.all('?');
  private static final long AMPERSANDS = SwarBytes.all('&');

  private OddText() {}

  /**
   * Whether a text in UTF-8 is one of them.
   *
   * @param text has {@link RowBlock#BEHIND} bytes or more behind the text
   */
  static boolean is(byte[] text, int start, int length) {
    if (length == 0 || length > SHORT) {
      return length > 0;
    }
    long word = SwarBytes.at(text, start);
    long rest = SwarBytes.at(text, start + 8);
    long odd =
        SwarBytes.first(oddBytes(word), length) | SwarBytes.first(oddBytes(rest), length - 8);
    long spaces = spaces(word) | spaces(rest);
    for (int at = 16; at < length; at += 8) {
      long more = SwarBytes.at(text, start + at);
      odd |= SwarBytes.first(oddBytes(more), length - at);
      spaces |= spaces(more);
    }
    return odd != 0
        || beginsOddly(text, start, length)
        || (spaces != 0 && hasStraySpace(text, start, start + length));
  }

  /**
   * The bytes among eight that make the text odd in which they stand, or may, those between the
   * texts and spaces apart: of those only the first, the last and one behind another do.
   */
  public static long hints(long word) {
    return (SwarBytes.below(word, '(') & ~spaces(word))
        | (SwarBytes.below(word, '@') & ~SwarBytes.below(word, ':'))
        | SwarBytes.beyondSigns(word);
  }

  /** The spaces among eight bytes. */
  public static long spaces(long word) {
    return SwarBytes.below(word, '!') & ~SwarBytes.below(word, ' ');
  }

  /** The bytes that make a text odd wherever they stand. */
  private static long oddBytes(long word) {
    return SwarBytes.below(word, ' ')
        | SwarBytes.beyondSigns(word)
        | SwarBytes.noughts(word ^ QUESTIONS)
        | SwarBytes.noughts(word ^ AMPERSANDS);
  }

  private static boolean beginsOddly(byte[] text, int start, int length) {
    byte first = text[start];
    return first == '='
        || first == '#'
        || first == '\''
        || (first == 'E' && length > 3 && text[start + 3] == ':');
  }

  private static boolean hasStraySpace(byte[] text, int start, int end) {
    boolean afterSpace = true;
    for (int at = start; at < end; at++) {
      boolean space = text[at] == ' ';
      if (space && afterSpace) {
        return true;
      }
      afterSpace = space;
    }
    return afterSpace;
  }

  /** Whether a text is one of them. */
  public static boolean is(CharSequence text) {
    int length = text.length();
    if (length == 0) {
      return false;
    }
    char first = text.charAt(0);
    boolean odd =
        length > SHORT
            || first == '='
            || first == '#'
            || first == '\''
            || (first == 'E' && length > 3 && text.charAt(3) == ':');
    boolean afterSpace = true;
    for (int i = 0; i < length && !odd; i++) {
      char c = text.charAt(i);
      odd = c < ' ' || c >= 0x7f || c == '?' || c == '&' || (c == ' ' && afterSpace);
      afterSpace = c == ' ';
    }
    return odd || afterSpace;
  }
}
