package neatroster.core.roster;

import neatroster.core.text.Cleaning;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.TextPool;

/**
 * Numbers for what people are referred to by. Texts that differ in case or stray spaces alone have
 * one number: most stand in the sheets as they are compared, and have that text's.
 */
final class ReferenceNumbers {
  /** What {@link #find} gives where there is no such text. */
  static final int NONE = -1;

  private final TextPool pool;

  /** Texts of which no sheet has the form that is compared. */
  private final KeyIndex others = KeyIndex.caseless();

  /** Numbers over the texts of all sheets. */
  ReferenceNumbers(TextPool pool) {
    this.pool = pool;
  }

  /** Whether a text of the pool has its own number. */
  boolean isPlain(int text) {
    return pool.isPlain(text);
  }

  /** Whether the text of a number may begin with a letter of ASCII; no is an answer. */
  boolean mayBegin(int number, char letter) {
    return number >= pool.size() || pool.first(number) == letter;
  }

  /** The number of a text, which may be a new one. */
  int add(CharSequence text) {
    int found = pool.find(folded(text));
    return found == TextPool.NONE ? pool.size() + others.add(text) : found;
  }

  /** The number of a text, or {@link #NONE}. */
  int find(CharSequence text) {
    int found = pool.find(folded(text));
    if (found != TextPool.NONE) {
      return found;
    }
    int other = others.find(text);
    return other == KeyIndex.NONE ? NONE : pool.size() + other;
  }

  /** The text of a number. */
  String text(int number) {
    return number < pool.size() ? pool.text(number) : others.text(number - pool.size());
  }

  /** How many numbers there are. */
  int size() {
    return pool.size() + others.size();
  }

  /** As {@link KeyIndex#caseless} compares. */
  private static CharSequence folded(CharSequence text) {
    return isFolded(text) ? text : fold(text);
  }

  private static boolean isFolded(CharSequence text) {
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c <= ' ' || c >= 0x7f || (c >= 'A' && c <= 'Z')) {
        return false;
      }
    }
    return true;
  }

  private static String fold(CharSequence text) {
    String clean = Cleaning.clean(text);
    StringBuilder folded = new StringBuilder(clean.length());
    for (int i = 0; i < clean.length(); i++) {
      char c = clean.charAt(i);
      folded.append(
          c < 0x80
              ? (c >= 'A' && c <= 'Z' ? (char) (c + ('a' - 'A')) : c)
              : Character.toLowerCase(Character.toUpperCase(c)));
    }
    return folded.toString();
  }
}
