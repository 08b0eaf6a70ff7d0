package neatroster.core.check;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.pattern.AsciiText;

/**
 * Words that no username may contain, also across the joint of two parts: a child would be laughed
 * at for years. Signs and digits between the letters hide nothing.
 */
public final class UnwantedWords {
  private static final class Usual {
    static final List<String> WORDS = read();

    private static List<String> read() {
      try (InputStream in = UnwantedWords.class.getResourceAsStream("unwanted-words.txt")) {
        return new String(in.readAllBytes(), StandardCharsets.US_ASCII)
            .lines()
            .filter(line -> !line.isBlank() && !line.startsWith("#"))
            .toList();
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  private final List<String> words;

  /**
   * The usual words of five languages with some of the school's own.
   *
   * @param own words in any case
   */
  public UnwantedWords(List<String> own) {
    words = new ArrayList<>(Usual.WORDS);
    own.forEach(word -> words.add(letters(AsciiText.of(word, ""))));
    words.removeIf(String::isEmpty);
  }

  /** All of them, in small letters. */
  public List<String> all() {
    return List.copyOf(words);
  }

  /** Whether a username contains one. */
  public boolean isIn(String username) {
    String letters = letters(username);
    for (String word : words) {
      if (letters.contains(word)) {
        return true;
      }
    }
    return false;
  }

  private static String letters(String text) {
    StringBuilder letters = new StringBuilder(text.length());
    for (int i = 0; i < text.length(); i++) {
      char c = Character.toLowerCase(text.charAt(i));
      if (c >= 'a' && c <= 'z') {
        letters.append(c);
      }
    }
    return letters.toString();
  }
}
