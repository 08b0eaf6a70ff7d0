package neatroster.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/** What the headers of lists of moves call what somebody leaves and where they go. */
final class MoveWords {
  private static final Set<String> FROM = squeezed("leaves");
  private static final Set<String> TO = squeezed("goes to");

  private MoveWords() {}

  private static Set<String> squeezed(String key) {
    return Vocabulary.words(key).stream()
        .map(HeaderWords::squeeze)
        .collect(Collectors.toUnmodifiableSet());
  }

  /** Whether a header names what somebody leaves. */
  static boolean isFrom(String header) {
    return isAmong(FROM, header);
  }

  /** Whether a header names where somebody goes. */
  static boolean isTo(String header) {
    return isAmong(TO, header);
  }

  /** Whether a header has a word for what somebody leaves; only beside courses that says it. */
  static boolean mentionsFrom(String header) {
    return ComposedHeaders.split(header).stream().anyMatch(FROM::contains);
  }

  /** Whether a header has a word for where somebody goes; only beside courses that says it. */
  static boolean mentionsTo(String header) {
    return ComposedHeaders.split(header).stream().anyMatch(TO::contains);
  }

  private static boolean isAmong(Set<String> words, String header) {
    if (words.contains(HeaderWords.squeeze(header))) {
      return true;
    }
    List<String> rest = new ArrayList<>();
    for (String word : ComposedHeaders.split(header)) {
      if (!isPlace(word)) {
        rest.add(word);
      }
    }
    return !rest.isEmpty() && words.contains(HeaderWords.squeeze(String.join("", rest)));
  }

  /** Whether a word means a course or a group. */
  private static boolean isPlace(String word) {
    return HeaderWords.match(Table.ENROLLMENTS, word)
        .filter(match -> match.field() == Field.COURSE || match.field() == Field.GROUP)
        .isPresent();
  }
}
