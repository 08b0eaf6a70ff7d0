package neatroster.core.pattern;

import com.ibm.icu.text.Transliterator;
import java.text.Normalizer;
import java.util.Map;

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

  /** Letters that no accent can be taken off, as CLDR's Latin-ASCII has them. */
  private static final Map<Character, String> LETTERS =
      Map.ofEntries(
          Map.entry('ß', "ss"),
          Map.entry('æ', "ae"),
          Map.entry('Æ', "AE"),
          Map.entry('œ', "oe"),
          Map.entry('Œ', "OE"),
          Map.entry('ø', "o"),
          Map.entry('Ø', "O"),
          Map.entry('ł', "l"),
          Map.entry('Ł', "L"),
          Map.entry('đ', "d"),
          Map.entry('Đ', "D"),
          Map.entry('ð', "d"),
          Map.entry('Ð', "D"),
          Map.entry('þ', "th"),
          Map.entry('Þ', "TH"),
          Map.entry('ı', "i"),
          Map.entry('’', "'"),
          Map.entry('‘', "'"));

  private AsciiText() {}

  /** The text in ASCII; what has no letter there is left out. */
  public static String of(String text) {
    if (isAscii(text)) {
      return text;
    }
    String plain = withoutMarks(text);
    if (isAscii(plain)) {
      return plain;
    }
    String latin = Rules.TO_ASCII.transliterate(text);
    if (isAscii(latin)) {
      return latin;
    }
    StringBuilder ascii = new StringBuilder(latin.length());
    latin.chars().filter(c -> c < 0x80).forEach(c -> ascii.append((char) c));
    return ascii.toString();
  }

  /**
   * Whether a text is European letters, whose ASCII needs no rules of other scripts: what is asked
   * of every row of a sheet must not load them.
   */
  public static boolean isEuropean(String text) {
    return isAscii(text) || isAscii(withoutMarks(text));
  }

  /** European letters without their accents, as the rules would make them, at no cost. */
  private static String withoutMarks(String text) {
    String apart = Normalizer.normalize(text, Normalizer.Form.NFD);
    StringBuilder plain = new StringBuilder(apart.length());
    for (int i = 0; i < apart.length(); i++) {
      char c = apart.charAt(i);
      if (Character.getType(c) != Character.NON_SPACING_MARK) {
        plain.append(LETTERS.getOrDefault(c, String.valueOf(c)));
      }
    }
    return plain.toString();
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
