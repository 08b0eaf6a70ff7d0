package neatroster.core.intake;

import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;

/** The foot of a printed page. */
final class PageFoot {
  /** The foot of a printed page, whatever stands before it. */
  private static final Pattern PAGE =
      Pattern.compile(
          "(?iU).{0,60}(?<!\\p{L})(?:"
              + Vocabulary.alternatives("of page")
              + ")\\.?\\s+\\d+(?:\\s*(?:\\p{L}{1,3}|/)\\s*\\d+)?\\)?");

  private PageFoot() {}

  /** Whether a text is one. */
  static boolean is(String text) {
    return PAGE.matcher(text).matches();
  }
}
