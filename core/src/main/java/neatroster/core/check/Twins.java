package neatroster.core.check;

import java.text.Normalizer;
import java.util.Locale;
import neatroster.core.text.LookAlikes;

/** Tells two spellings of one name from two names. */
final class Twins {
  /** In shorter names one letter makes another word. */
  private static final int SHORTEST = 5;

  private Twins() {}

  /**
   * Whether two texts differ only in case, accents, spaces, signs and letters that look alike, or
   * by one slip of the hand: a letter too many, too few, another one, or two swapped. Never where
   * they differ in a number, or in a word of one or two characters, which keeps names apart on
   * purpose.
   */
  static boolean are(String one, String other) {
    String a = plain(one);
    String b = plain(other);
    if (a.equals(b)) {
      return true;
    }
    String bareA = a.replace(" ", "");
    String bareB = b.replace(" ", "");
    if (bareA.equals(bareB)) {
      return true;
    }
    if (Math.abs(a.length() - b.length()) > 1
        || Math.min(a.length(), b.length()) < SHORTEST
        || a.charAt(0) != b.charAt(0)
        || !digits(a).equals(digits(b))) {
      return false;
    }
    return isOneSlip(a, b) && !differsOnPurpose(a.split(" ", -1), b.split(" ", -1));
  }

  /** Lower case without accents, signs as single spaces. */
  static String plain(String text) {
    String apart =
        Normalizer.normalize(LookAlikes.latin(text).toLowerCase(Locale.ROOT), Normalizer.Form.NFKD);
    StringBuilder plain = new StringBuilder(apart.length());
    for (int i = 0; i < apart.length(); i++) {
      char c = apart.charAt(i);
      if (Character.isLetterOrDigit(c)) {
        plain.append(c);
      } else if (Character.getType(c) != Character.NON_SPACING_MARK
          && plain.length() > 0
          && plain.charAt(plain.length() - 1) != ' ') {
        plain.append(' ');
      }
    }
    // A nought or a one inside a word is a letter that was mistyped.
    return plain
        .toString()
        .strip()
        .replaceAll("(?<=\\p{L})0(?=\\p{L})", "o")
        .replaceAll("(?<=\\p{L})1(?=\\p{L})", "l");
  }

  /** A code without case, spaces and signs, but for those that keep two numbers apart. */
  static String bare(String code) {
    return plain(code).replaceAll(" (?!\\d)|(?<!\\d) ", "");
  }

  private static String digits(String text) {
    return text.replaceAll("\\D+", " ").strip();
  }

  /** A word of one or two characters, or a Roman number, is a number of its own. */
  private static boolean differsOnPurpose(String[] a, String[] b) {
    if (a.length != b.length) {
      return false;
    }
    for (int i = 0; i < a.length; i++) {
      if (!a[i].equals(b[i])) {
        boolean brief = a[i].length() <= 2 || b[i].length() <= 2;
        boolean roman = a[i].matches("[ivxl]+") || b[i].matches("[ivxl]+");
        if (brief || roman) {
          return true;
        }
      }
    }
    return false;
  }

  private static boolean isOneSlip(String a, String b) {
    int start = 0;
    int shorter = Math.min(a.length(), b.length());
    while (start < shorter && a.charAt(start) == b.charAt(start)) {
      start++;
    }
    int end = 0;
    while (end < shorter - start
        && a.charAt(a.length() - 1 - end) == b.charAt(b.length() - 1 - end)) {
      end++;
    }
    int restA = a.length() - start - end;
    int restB = b.length() - start - end;
    boolean swapped =
        restA == 2
            && restB == 2
            && a.charAt(start) == b.charAt(start + 1)
            && a.charAt(start + 1) == b.charAt(start);
    return (restA <= 1 && restB <= 1) || swapped;
  }
}
