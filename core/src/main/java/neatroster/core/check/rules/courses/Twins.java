package neatroster.core.check.rules.courses;

import java.text.Normalizer;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import neatroster.core.text.AsciiText;
import neatroster.core.text.ConfusableLetters;

/** Tells two spellings of one name from two names; remembers the names it has seen. */
public final class Twins {
  /** In shorter names one letter makes another word. */
  private static final int SHORTEST = 5;

  /** Of words as short as this another letter makes another word: Red, Rex. */
  private static final int BRIEF = 3;

  private final Map<String, Name> names = new HashMap<>();

  /**
   * A name as it is compared.
   *
   * @param plain in small letters without accents
   * @param bare that without spaces
   * @param digits its numbers
   */
  private record Name(String plain, String bare, String digits) {
    static Name of(String text) {
      String plain = Twins.plain(text);
      return new Name(plain, plain.replace(" ", ""), Twins.digits(plain));
    }
  }

  /** Whether two texts are twins, as {@link #are} tells. */
  boolean areTwins(String one, String other) {
    return are(names.computeIfAbsent(one, Name::of), names.computeIfAbsent(other, Name::of));
  }

  /** Lower case without accents, signs as single spaces. */
  String plainOf(String text) {
    return names.computeIfAbsent(text, Name::of).plain();
  }

  /**
   * Whether two texts differ only in case, accents, spaces, signs and letters that look alike, or
   * by one slip of the hand: a letter too many, too few, another one, or two swapped. Never where
   * they differ in a number, or in a word of one or two characters, which keeps names apart on
   * purpose.
   */
  static boolean are(String one, String other) {
    return are(Name.of(one), Name.of(other));
  }

  private static boolean are(Name one, Name other) {
    String a = one.plain();
    String b = other.plain();
    if (a.equals(b) || one.bare().equals(other.bare())) {
      return true;
    }
    if (Math.abs(a.length() - b.length()) > 1
        || Math.min(a.length(), b.length()) < SHORTEST
        || a.charAt(0) != b.charAt(0)
        || !one.digits().equals(other.digits())) {
      return false;
    }
    return isOneSlip(a, b) && !differsOnPurpose(a.split(" ", -1), b.split(" ", -1));
  }

  /** Lower case without accents, signs as single spaces. */
  static String plain(String text) {
    String apart = apart(text);
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
    for (int i = 1; i + 1 < plain.length(); i++) {
      char c = plain.charAt(i);
      if ((c == '0' || c == '1')
          && Character.isLetter(plain.charAt(i - 1))
          && Character.isLetter(plain.charAt(i + 1))) {
        plain.setCharAt(i, c == '0' ? 'o' : 'l');
      }
    }
    return plain.toString().strip();
  }

  /** In small letters, those that look alike as one, and accents behind their letters. */
  private static String apart(String text) {
    return AsciiText.isAscii(text)
        ? text.toLowerCase(Locale.ROOT)
        : Normalizer.normalize(
            ConfusableLetters.latin(text).toLowerCase(Locale.ROOT), Normalizer.Form.NFKD);
  }

  /** A code without case, spaces and signs, but for those that keep two numbers apart. */
  static String bare(String code) {
    String plain = plain(code);
    StringBuilder bare = new StringBuilder(plain.length());
    for (int i = 0; i < plain.length(); i++) {
      if (plain.charAt(i) != ' ' || (isDigit(plain, i - 1) && isDigit(plain, i + 1))) {
        bare.append(plain.charAt(i));
      }
    }
    return bare.toString();
  }

  private static boolean isDigit(String text, int at) {
    return at >= 0 && at < text.length() && text.charAt(at) >= '0' && text.charAt(at) <= '9';
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
        boolean brief =
            a[i].length() <= 2
                || b[i].length() <= 2
                || (a[i].length() == BRIEF && b[i].length() == BRIEF && !isSwapped(a[i], b[i]));
        boolean roman = a[i].matches("[ivxl]+") || b[i].matches("[ivxl]+");
        if (brief || roman) {
          return true;
        }
      }
    }
    return false;
  }

  private static boolean isSwapped(String a, String b) {
    return (a.charAt(0) == b.charAt(1) && a.charAt(1) == b.charAt(0))
        || (a.charAt(1) == b.charAt(2) && a.charAt(2) == b.charAt(1));
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
