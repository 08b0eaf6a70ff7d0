package neatroster.core.text;

/**
 * Which texts are worth a closer look for their characters: anything but short plain ASCII without
 * spaces that nobody sees. Most texts are not, so that the looks are not taken.
 */
public final class OddText {
  /** No limit on the length of any field is lower. */
  private static final int SHORT = 64;

  private OddText() {}

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
