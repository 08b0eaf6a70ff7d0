package neatroster.core.intake;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/** What the headers of lists of moves call what somebody leaves and where they go. */
final class MoveWords {
  private static final Set<String> FROM = new HashSet<>();
  private static final Set<String> TO = new HashSet<>();

  static {
    for (String line : lines()) {
      int colon = line.indexOf(':');
      if (!line.startsWith("#") && colon > 0) {
        Set<String> words = line.startsWith("from") ? FROM : TO;
        for (String word : line.substring(colon + 1).split(",", -1)) {
          words.add(HeaderWords.squeeze(word));
        }
      }
    }
  }

  private MoveWords() {}

  private static List<String> lines() {
    try (InputStream in = MoveWords.class.getResourceAsStream("move-words.txt")) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Whether a header names what somebody leaves. */
  static boolean isFrom(String header) {
    return isAmong(FROM, header);
  }

  /** Whether a header names where somebody goes. */
  static boolean isTo(String header) {
    return isAmong(TO, header);
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
