package neatroster.core.value;

import java.util.Locale;
import java.util.Set;

/** Words for yes and no in the languages of our headers. */
public final class YesNo {
  private static final Set<String> YES =
      Set.of("yes", "y", "true", "1", "x", "si", "sí", "oui", "ja", "j", "sim", "s", "✓", "✔");
  private static final Set<String> NO =
      Set.of("no", "n", "false", "0", "-", "nein", "non", "não", "nao");

  private YesNo() {}

  /** Whether a word, in any case, says yes. */
  public static boolean isYes(String word) {
    return YES.contains(word.toLowerCase(Locale.ROOT));
  }

  /** Whether it is one of the two. */
  public static boolean isEither(String word) {
    return isYes(word) || NO.contains(word.toLowerCase(Locale.ROOT));
  }
}
