package neatroster.core.text;

import java.util.Locale;
import java.util.function.Consumer;

/**
 * Every text that one slip of the hand turns into a wrong one: a character added, lost, changed, or
 * swapped with its neighbour.
 */
final class SingleEdits implements CharSequence {
  private static final String LETTERS = "abcdefghijklmnopqrstuvwxyz0123456789-_. @";

  /** Longer texts have too many. */
  private static final int MOST = 80;

  private final char[] text;
  private int length;

  private SingleEdits(int most) {
    text = new char[most];
  }

  /**
   * Hands on each of them, as a text that holds until the next one is handed on.
   *
   * @param prefix what stands before each
   * @param wrong the wrong text, without the prefix
   */
  static void each(String prefix, String wrong, Consumer<CharSequence> receiver) {
    if (wrong.length() > MOST) {
      return;
    }
    String upper = wrong.toUpperCase(Locale.ROOT);
    receiver.accept(prefix + wrong.toLowerCase(Locale.ROOT));
    receiver.accept(prefix + upper);
    String letters = wrong.equals(upper) ? LETTERS.toUpperCase(Locale.ROOT) : LETTERS;
    SingleEdits slip = new SingleEdits(prefix.length() + wrong.length() + 1);
    prefix.getChars(0, prefix.length(), slip.text, 0);
    for (int i = 0; i <= wrong.length(); i++) {
      int at = prefix.length() + i;
      if (i < wrong.length()) {
        slip.begin(prefix, wrong, i, i + 1, 0);
        receiver.accept(slip);
        if (i + 1 < wrong.length()) {
          slip.begin(prefix, wrong, i, i, 0);
          slip.text[at] = wrong.charAt(i + 1);
          slip.text[at + 1] = wrong.charAt(i);
          receiver.accept(slip);
        }
        slip.begin(prefix, wrong, i, i + 1, 1);
        slip.letters(at, letters, receiver);
      }
      slip.begin(prefix, wrong, i, i, 1);
      slip.letters(at, letters, receiver);
    }
  }

  /** The wrong text without what is between two places, with room for something else there. */
  private void begin(String prefix, String wrong, int from, int to, int room) {
    int at = prefix.length();
    wrong.getChars(0, from, text, at);
    wrong.getChars(to, wrong.length(), text, at + from + room);
    length = at + from + room + wrong.length() - to;
  }

  private void letters(int at, String letters, Consumer<CharSequence> receiver) {
    for (int i = 0; i < letters.length(); i++) {
      text[at] = letters.charAt(i);
      receiver.accept(this);
    }
  }

  @Override
  public int length() {
    return length;
  }

  @Override
  public char charAt(int index) {
    return text[index];
  }

  @Override
  public CharSequence subSequence(int from, int to) {
    return toString().substring(from, to);
  }

  @Override
  public String toString() {
    return new String(text, 0, length);
  }
}
