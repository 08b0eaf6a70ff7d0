package neatroster.core.layout;

import java.util.BitSet;
import java.util.Optional;

/** The letters that a platform takes in a cell, such as {@code a-z0-9}. */
public final class AllowedLetters {
  private final String text;
  private final BitSet letters = new BitSet();

  private AllowedLetters(String text) {
    this.text = text;
  }

  /**
   * The letters of a text, in which a hyphen between two letters stands for those between; at its
   * beginning or end it stands for itself. Nothing where a range runs backwards.
   */
  public static Optional<AllowedLetters> of(String text) {
    AllowedLetters allowed = new AllowedLetters(text);
    int[] points = text.codePoints().toArray();
    for (int i = 0; i < points.length; i++) {
      if (i + 2 < points.length && points[i + 1] == '-') {
        if (points[i + 2] < points[i]) {
          return Optional.empty();
        }
        allowed.letters.set(points[i], points[i + 2] + 1);
        i += 2;
      } else {
        allowed.letters.set(points[i]);
      }
    }
    return points.length == 0 ? Optional.empty() : Optional.of(allowed);
  }

  /** The first letter of a value that is none of them, or an empty text. */
  String firstOther(String value) {
    return value
        .codePoints()
        .filter(point -> !letters.get(point))
        .mapToObj(Character::toString)
        .findFirst()
        .orElse("");
  }

  @Override
  public String toString() {
    return text;
  }
}
