package neatroster.core.intake;

import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;

/** What stands behind names, as Jr. does. */
final class NameSuffix {
  private static final Pattern SUFFIX =
      Pattern.compile("(?iU)(?:" + Vocabulary.alternatives("suffix") + ")\\.?");

  private NameSuffix() {}

  /** Whether a word is one. */
  static boolean is(String word) {
    return SUFFIX.matcher(word).matches();
  }
}
