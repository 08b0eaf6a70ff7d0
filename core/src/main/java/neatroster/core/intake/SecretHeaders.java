package neatroster.core.intake;

import java.text.Normalizer;
import java.text.Normalizer.Form;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;

/**
 * Tells which headers speak of passwords. When in doubt one does: what is hidden in a report for
 * nothing does no harm.
 */
final class SecretHeaders {
  /** Words that mean a password wherever they stand, without accents and spaces. */
  private static final Set<String> PASSWORD = Vocabulary.plain("password");

  /** Words that mean one alone or beside words such as first or temporary. */
  private static final Set<String> SHORT = Vocabulary.plain("password short");

  /** Words that may stand beside them without changing what is meant. */
  private static final Set<String> BESIDE = Vocabulary.plain("password beside");

  /** What is said about a password is not one, and is hidden all the same. */
  private static final Set<String> SECRET = Vocabulary.plain("secret");

  private static final List<String> PHRASES = Vocabulary.words("password phrase");

  private static final Pattern HUMP = Pattern.compile("(\\p{Ll})(\\p{Lu})");
  private static final Pattern MARKS = Pattern.compile("\\p{M}+");
  private static final Pattern PW = Pattern.compile("\\bp w\\b");
  private static final Pattern PIN = Pattern.compile("\\bp i n\\b");
  private static final Pattern PARTS = Pattern.compile("[^\\p{L}\\p{N}]+");

  private SecretHeaders() {}

  /** Whether a header names the password itself. */
  static boolean isPassword(String header) {
    List<String> words = words(header);
    boolean named = false;
    boolean plain = true;
    for (String word : words) {
      boolean password = isPasswordWord(word) || SHORT.contains(word);
      named |= password;
      plain &= password || BESIDE.contains(word) || word.matches("\\d+");
    }
    return named && plain;
  }

  /** Whether a header speaks of a password or a secret. */
  static boolean isSecret(String header) {
    for (String word : words(header)) {
      if (isPasswordWord(word) || SHORT.contains(word) || SECRET.contains(word)) {
        return true;
      }
    }
    return false;
  }

  /** The words of a header, those of a phrase and of an abbreviation joined. */
  private static List<String> words(String header) {
    String apart =
        MARKS
            .matcher(Normalizer.normalize(HUMP.matcher(header).replaceAll("$1 $2"), Form.NFKD))
            .replaceAll("")
            .toLowerCase(Locale.ROOT);
    String text = PARTS.matcher(apart).replaceAll(" ").strip();
    if (text.indexOf(' ') < 0) {
      return List.of(text);
    }
    for (String phrase : PHRASES) {
      text = text.replace(phrase, phrase.replace(" ", ""));
    }
    // P.W. and P I N are words of single letters.
    text = PIN.matcher(PW.matcher(text).replaceAll("pw")).replaceAll("pin");
    return List.of(text.split(" ", -1));
  }

  /** Whether a word is one for passwords or ends in one, as German words do. */
  private static boolean isPasswordWord(String word) {
    if (PASSWORD.contains(word) || word.equals("codesecret")) {
      return true;
    }
    return word.endsWith("passwort")
        || word.endsWith("kennwort")
        || word.endsWith("password")
        || word.startsWith("password")
        || word.startsWith("passwort")
        || word.endsWith("pwd");
  }
}
