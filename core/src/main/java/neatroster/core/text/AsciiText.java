package neatroster.core.text;

import com.ibm.icu.text.Transliterator;
import java.text.Normalizer;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

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

  /** Languages that write some letters otherwise than by leaving their marks away. */
  private static final Map<String, Map<Character, String>> HABITS =
      Map.of(
          "de", Map.of('ä', "ae", 'ö', "oe", 'ü', "ue", 'Ä', "Ae", 'Ö', "Oe", 'Ü', "Ue"),
          "da", Map.of('å', "aa", 'ø', "oe", 'Å', "Aa", 'Ø', "Oe"),
          "nb", Map.of('å', "aa", 'ø', "oe", 'Å', "Aa", 'Ø', "Oe"));

  /** The ways of ICU to romanise one language, where its script has others. */
  private static final Map<String, String> ROMANISATIONS =
      Map.ofEntries(
          Map.entry("be", "be-be_Latn/BGN"),
          Map.entry("bg", "bg-bg_Latn/BGN"),
          Map.entry("el", "Greek-Latin/UNGEGN"),
          Map.entry("kk", "kk-kk_Latn/BGN"),
          Map.entry("ky", "ky-ky_Latn/BGN"),
          Map.entry("mk", "mk-mk_Latn/BGN"),
          Map.entry("mn", "mn-mn_Latn/BGN"),
          Map.entry("ru", "ru-ru_Latn/BGN"),
          Map.entry("sr", "sr-sr_Latn/BGN"),
          Map.entry("uk", "uk-uk_Latn/BGN"),
          Map.entry("zh", "Han-Latin/Names"));

  private static final Map<String, Transliterator> ROMANISERS = new ConcurrentHashMap<>();

  /**
   * The text in ASCII as is usual in a language: {@code ä} as {@code ae} in German, {@code Щ} as
   * {@code Shch} in Russian.
   *
   * @param language a language tag (BCP 47), or blank where it is not known
   */
  public static String of(String text, String language) {
    if (language.isEmpty() || isAscii(text)) {
      return of(text);
    }
    String code = language.toLowerCase(Locale.ROOT).split("[-_]", -1)[0];
    String known = code.equals("no") || code.equals("nn") ? "nb" : code;
    Map<Character, String> habits = HABITS.get(known);
    if (habits != null) {
      StringBuilder written = new StringBuilder();
      String together = Normalizer.normalize(text, Normalizer.Form.NFC);
      for (int i = 0; i < together.length(); i++) {
        char c = together.charAt(i);
        written.append(habits.getOrDefault(c, String.valueOf(c)));
      }
      return of(written.toString());
    }
    String romanisation = ROMANISATIONS.get(known);
    if (romanisation == null || isAscii(withoutMarks(text))) {
      return of(text);
    }
    return of(
        ROMANISERS
            .computeIfAbsent(romanisation, Transliterator::getInstance)
            .transliterate(Normalizer.normalize(text, Normalizer.Form.NFC)));
  }

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

  /** Whether a text has no letter beyond ASCII. */
  public static boolean isAscii(String text) {
    for (int i = 0; i < text.length(); i++) {
      if (text.charAt(i) >= 0x80) {
        return false;
      }
    }
    return true;
  }
}
