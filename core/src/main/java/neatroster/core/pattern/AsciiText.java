package neatroster.core.pattern;

import com.ibm.icu.text.Transliterator;

/**
 * Names of any script in the letters that every platform takes, by ICU's romanisation of each
 * script.
 */
public final class AsciiText {
  /** Loading the rules takes longer than many small rosters: only who needs them pays. */
  private static final class Rules {
    static final Transliterator TO_ASCII =
        Transliterator.getInstance("Any-Latin; NFD; [:Nonspacing Mark:] Remove; Latin-ASCII");
  }

  private AsciiText() {}

  /** The text in ASCII; what has no letter there is left out. */
  public static String of(String text) {
    if (isAscii(text)) {
      return text;
    }
    String latin = Rules.TO_ASCII.transliterate(text);
    if (isAscii(latin)) {
      return latin;
    }
    StringBuilder ascii = new StringBuilder(latin.length());
    latin.chars().filter(c -> c < 0x80).forEach(c -> ascii.append((char) c));
    return ascii.toString();
  }

  private static boolean isAscii(String text) {
    for (int i = 0; i < text.length(); i++) {
      if (text.charAt(i) >= 0x80) {
        return false;
      }
    }
    return true;
  }
}
