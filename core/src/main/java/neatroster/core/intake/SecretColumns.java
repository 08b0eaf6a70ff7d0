package neatroster.core.intake;

import java.text.Normalizer;
import java.text.Normalizer.Form;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;

/**
 * Tells which columns hold passwords, by their headers in five languages and by their values. When
 * in doubt a column is secret: what is hidden in a report for nothing does no harm.
 */
final class SecretColumns {
  /** Words that mean a password wherever they stand, without accents and spaces. */
  private static final Set<String> PASSWORD = Vocabulary.plain("password");

  /** Words that mean one alone or beside words such as first or temporary. */
  private static final Set<String> SHORT = Vocabulary.plain("password short");

  /** Words that may stand beside them without changing what is meant. */
  private static final Set<String> BESIDE = Vocabulary.plain("password beside");

  /** What is said about a password is not one, and is hidden all the same. */
  private static final Set<String> SECRET = Vocabulary.plain("secret");

  private static final List<String> PHRASES = Vocabulary.words("password phrase");

  private static final Pattern WORDS = Pattern.compile("\\p{L}{3,}(?:[-_. ]\\p{L}{3,}){2,}");
  private static final Pattern HUMP = Pattern.compile("(\\p{Ll})(\\p{Lu})");
  private static final Pattern MARKS = Pattern.compile("\\p{M}+");
  private static final Pattern PW = Pattern.compile("\\bp w\\b");
  private static final Pattern PIN = Pattern.compile("\\bp i n\\b");
  private static final Pattern PARTS = Pattern.compile("[^\\p{L}\\p{N}]+");

  private SecretColumns() {}

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

  /**
   * Whether the values of a column look like passwords: long enough, each another, without spaces,
   * and mixed as no name, code or address is; or several small words in a row.
   */
  static boolean lookLikePasswords(List<String> values) {
    int secret = 0;
    Set<String> different = new HashSet<>(values);
    if (values.size() < 2 || different.size() * 2 < values.size()) {
      return false;
    }
    for (String value : values) {
      secret += looksLikePassword(value) ? 1 : 0;
    }
    return secret * 10 >= values.size() * 6;
  }

  private static boolean looksLikePassword(String value) {
    int length = value.length();
    if (length < 6 || length > 64) {
      return false;
    }
    if (WORDS.matcher(value).matches()) {
      return value.equals(value.toLowerCase(Locale.ROOT)) && value.indexOf(' ') < 0;
    }
    boolean lower = false;
    boolean upper = false;
    boolean digit = false;
    boolean sign = false;
    boolean digitBeforeLetter = false;
    for (int i = 0; i < length; i++) {
      char c = value.charAt(i);
      if (Character.isWhitespace(c) || (c == '@' && value.indexOf('.', i) > 0)) {
        return false;
      }
      lower |= Character.isLowerCase(c);
      upper |= Character.isUpperCase(c);
      digit |= Character.isDigit(c);
      sign |= "!\"#$%&*+=?^~<>|\\{}[]@§€".indexOf(c) >= 0;
      boolean letterHere = Character.isLetter(c);
      digitBeforeLetter |= i > 0 && letterHere && Character.isDigit(value.charAt(i - 1));
    }
    boolean letter = lower || upper;
    return (lower && upper && digit) || (letter && sign) || (letter && digitBeforeLetter);
  }

  /**
   * The same columns, those that no field claims and whose values look like passwords marked.
   *
   * @param rows the first rows below the headers
   */
  static List<Column> marked(List<Column> columns, List<HeaderFinder.EarlyRow> rows) {
    List<Column> marked = new ArrayList<>();
    for (Column column : columns) {
      List<String> values = new ArrayList<>();
      for (HeaderFinder.EarlyRow row : rows) {
        if (column.index() < row.cells().size() && !row.cells().get(column.index()).isEmpty()) {
          values.add(row.cells().get(column.index()));
        }
      }
      boolean secret = column.field().isEmpty() && lookLikePasswords(values);
      marked.add(secret ? column.asSecret() : column);
    }
    return marked;
  }
}
