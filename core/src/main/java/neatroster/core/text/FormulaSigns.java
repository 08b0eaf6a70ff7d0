package neatroster.core.text;

import java.util.regex.Pattern;

/**
 * Texts that a spreadsheet program takes for a formula when it opens a file of plain text: those
 * that begin with {@code = + - @}, a tab or a carriage return.
 */
public final class FormulaSigns {
  private FormulaSigns() {}

  /** Whether a text begins as a formula does. */
  public static boolean begin(CharSequence text) {
    if (text.length() == 0) {
      return false;
    }
    char first = text.charAt(0);
    return first == '='
        || first == '+'
        || first == '-'
        || first == '@'
        || first == '\t'
        || first == '\r';
  }

  /**
   * Whether a spreadsheet program would calculate or call something: a text that begins with an
   * equals sign, or with another of the signs and has a call, a reference to another sheet or a
   * program in it. A phone number, a length of time or a dash before a word is no such thing.
   */
  public static boolean isLive(CharSequence text) {
    if (!begin(text)) {
      return false;
    }
    if (text.charAt(0) == '=') {
      return text.length() > 1;
    }
    boolean letter = false;
    for (int i = 1; i < text.length(); i++) {
      char c = text.charAt(i);
      if (letter && (c == '(' || c == '|' || c == '!') && text.charAt(i - 1) != ' ') {
        return true;
      }
      letter |= Character.isLetter(c);
    }
    return false;
  }

  private static final Pattern FORMULA =
      Pattern.compile("=(?:[A-Za-z_$(\\[\".{-].*[()&$:.\\]!+*/-].*|\\$?[A-Za-z]{1,3}\\$?\\d{1,7})");

  /** Whether a text is a formula instead of its result. */
  public static boolean isFormula(CharSequence text) {
    return text.length() > 0 && text.charAt(0) == '=' && FORMULA.matcher(text).matches();
  }
}
