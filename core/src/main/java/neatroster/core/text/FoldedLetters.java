package neatroster.core.text;

import java.text.Normalizer;
import java.util.Locale;

/**
 * A text without what differs from hand to hand: case, accents, and the two ways of writing
 * umlauts. Signs become single spaces; apostrophes go.
 */
public final class FoldedLetters {
  private FoldedLetters() {}

  /** The letters and digits of a text, folded; words parted by single spaces. */
  public static String of(CharSequence text) {
    StringBuilder folded = new StringBuilder(text.length());
    boolean plain = true;
    for (int i = 0; i < text.length() && plain; i++) {
      plain = text.charAt(i) < 0x80;
    }
    String apart =
        plain
            ? text.toString()
            : Normalizer.normalize(text.toString().toLowerCase(Locale.ROOT), Normalizer.Form.NFKD);
    for (int i = 0; i < apart.length(); i++) {
      add(folded, apart.charAt(i));
    }
    int end = folded.length();
    return end > 0 && folded.charAt(end - 1) == ' '
        ? folded.substring(0, end - 1)
        : folded.toString();
  }

  private static void add(StringBuilder folded, char given) {
    char c = given >= 'A' && given <= 'Z' ? (char) (given + ('a' - 'A')) : given;
    int end = folded.length();
    char before = end == 0 ? ' ' : folded.charAt(end - 1);
    switch (c) {
      case 'ß' -> folded.append("ss");
      case 'æ' -> folded.append('a');
      case 'œ', 'ø' -> folded.append('o');
      case 'ł' -> folded.append('l');
      case 'đ', 'ð' -> folded.append('d');
      case 'þ' -> folded.append("th");
      case 'ı' -> folded.append('i');
      case '\'', '’', '‘', '`', '´' -> {
        // O’Rourke is Orourke.
      }
      case 'e' -> {
        // Müller is Mueller and Muller.
        if (before != 'a' && before != 'o' && before != 'u') {
          folded.append('e');
        }
      }
      default -> {
        if (c < 0x80 ? (c >= 'a' && c <= 'z') || (c >= '0' && c <= '9') : isLetter(c)) {
          folded.append(c);
        } else if (before != ' ' && (c < 0x80 || !isMark(c))) {
          folded.append(' ');
        }
      }
    }
  }

  private static boolean isLetter(char c) {
    return Character.isLetterOrDigit(c) || Character.isSurrogate(c);
  }

  private static boolean isMark(char c) {
    int type = Character.getType(c);
    return type == Character.NON_SPACING_MARK || type == Character.ENCLOSING_MARK;
  }
}
