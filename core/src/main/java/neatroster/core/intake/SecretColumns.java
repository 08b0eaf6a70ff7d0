package neatroster.core.intake;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** Finds columns that hold passwords, by their values. */
final class SecretColumns {
  private static final Pattern WORDS = Pattern.compile("\\p{L}{3,}(?:[-_. ]\\p{L}{3,}){2,}");

  private SecretColumns() {}

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
  static List<Column> marked(List<Column> columns, List<EarlyRow> rows) {
    List<Column> marked = new ArrayList<>();
    for (Column column : columns) {
      List<String> values = new ArrayList<>();
      for (EarlyRow row : rows) {
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
