package neatroster.core.value;

import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import neatroster.core.language.Vocabulary;

/** Words for yes and no in the languages of our headers. */
public final class YesNo {
  private static final Set<String> YES = with(Vocabulary.words("yes"), "1", "x", "✓", "✔");
  private static final Set<String> NO = with(Vocabulary.words("no"), "0", "-");

  private YesNo() {}

  private static Set<String> with(List<String> words, String... signs) {
    Set<String> all = new HashSet<>(words);
    all.addAll(List.of(signs));
    return all;
  }

  /** The words and signs for yes, in small letters. */
  public static Set<String> yes() {
    return Collections.unmodifiableSet(YES);
  }

  /** The words and signs for no, in small letters. */
  public static Set<String> no() {
    return Collections.unmodifiableSet(NO);
  }

  /** Whether a word, in any case, says yes. */
  public static boolean isYes(String word) {
    return YES.contains(word.toLowerCase(Locale.ROOT));
  }

  /** Whether it is one of the two. */
  public static boolean isEither(String word) {
    return isYes(word) || NO.contains(word.toLowerCase(Locale.ROOT));
  }
}
