package neatroster.core.text;

import java.text.Normalizer;

/**
 * The repairs that cannot change what a cell means: outer and doubled spaces, no-break spaces,
 * invisible and control characters, and Unicode normal form C (Unicode Standard Annex 15).
 */
public final class Cleaning {
  private Cleaning() {}

  /** Whether {@link #clean} would give back the same text. */
  public static boolean isClean(CharSequence text) {
    int length = text.length();
    if (length == 0) {
      return true;
    }
    boolean afterSpace = true;
    for (int i = 0; i < length; i++) {
      char c = text.charAt(i);
      if (c >= 0x7f) {
        return clean(text).contentEquals(text);
      }
      if (c < ' ' || (c == ' ' && afterSpace)) {
        return false;
      }
      afterSpace = c == ' ';
    }
    return !afterSpace;
  }

  /** The text without what nobody meant to type. Lines and tabs inside become single spaces. */
  public static String clean(CharSequence text) {
    StringBuilder cleaned = new StringBuilder(text.length());
    boolean space = false;
    boolean ascii = true;
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (isSpace(c)) {
        space = true;
      } else if (!isInvisible(c)) {
        if (space && cleaned.length() > 0) {
          cleaned.append(' ');
        }
        space = false;
        cleaned.append(c);
        ascii &= c < 0x80;
      }
    }
    String result = cleaned.toString();
    return ascii ? result : Normalizer.normalize(result, Normalizer.Form.NFC);
  }

  /** Whether nothing is left of the text when it is cleaned. */
  public static boolean isBlank(CharSequence text) {
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (!isSpace(c) && !isInvisible(c)) {
        return false;
      }
    }
    return true;
  }

  /** A space of any width or a line end, the no-break kinds included. */
  public static boolean isSpace(char c) {
    return c == ' '
        || (c >= '\t' && c <= '\r')
        || (c > 0x7f && (Character.isSpaceChar(c) || c == '\u0085'));
  }

  /**
   * Characters that show nothing and are left behind by copying: controls, soft hyphen, zero-width
   * space, byte order mark and direction marks. The zero-width joiners stay: Persian and Indic
   * spelling needs them.
   */
  public static boolean isInvisible(char c) {
    if (c < 0x20 || c == 0x7f) {
      return true;
    }
    if (c < 0x80) {
      return false;
    }
    if (c == '\u200c' || c == '\u200d') {
      return false;
    }
    int type = Character.getType(c);
    return type == Character.CONTROL || type == Character.FORMAT;
  }
}
