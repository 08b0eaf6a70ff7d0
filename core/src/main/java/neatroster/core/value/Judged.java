package neatroster.core.value;

import java.util.Optional;

/**
 * What a judge makes of a value.
 *
 * @param text the value as it is written where it is delivered or compared; where it is none, as it
 *     stands without stray spaces
 * @param trouble what is wrong with it, as the end of a sentence that begins with the value; null
 *     where nothing is
 * @param probably what was probably meant; null where that cannot be told
 */
public record Judged(String text, String trouble, String probably) {
  /** A value that is one. */
  static Judged good(String text) {
    return new Judged(text, null, null);
  }

  /** A value that is none. */
  static Judged bad(String text, String trouble) {
    return new Judged(text, trouble, null);
  }

  /** A value that is none, with what was probably meant. */
  static Judged bad(String text, String trouble, Optional<String> probably) {
    return new Judged(text, trouble, probably.orElse(null));
  }

  /** Whether it is a value of its type. */
  public boolean isGood() {
    return trouble == null;
  }
}
