package neatroster.core.text;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Deque;
import java.util.List;

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

  private static final int LETTERS = 26;

  private final List<String> words;

  /** For each state and letter the next state; state 0 is the beginning. */
  private final int[] next;

  private final BitSet ends = new BitSet();
  private int states;

  /**
   * The usual words of five languages with some of the school's own.
   *
   * @param own words in any case
   */
  public UnwantedWords(List<String> own) {
    words = new ArrayList<>(Usual.WORDS);
    own.forEach(word -> words.add(letters(AsciiText.of(word, ""))));
    words.removeIf(String::isEmpty);
    next = new int[(words.stream().mapToInt(String::length).sum() + 1) * LETTERS];
    words.forEach(this::addToTree);
    linkBack();
  }

  private void addToTree(String word) {
    int state = 0;
    for (int i = 0; i < word.length(); i++) {
      int at = state * LETTERS + word.charAt(i) - 'a';
      if (next[at] == 0) {
        next[at] = ++states;
      }
      state = next[at];
    }
    ends.set(state);
  }

  /**
   * Where a word breaks off, what was read may be the beginning of another: each state gets the
   * next for every letter (Aho and Corasick, 1975).
   */
  private void linkBack() {
    int[] shorter = new int[states + 1];
    Deque<Integer> open = new ArrayDeque<>();
    for (int letter = 0; letter < LETTERS; letter++) {
      if (next[letter] != 0) {
        open.add(next[letter]);
      }
    }
    while (!open.isEmpty()) {
      int state = open.remove();
      if (ends.get(shorter[state])) {
        ends.set(state);
      }
      for (int letter = 0; letter < LETTERS; letter++) {
        int at = state * LETTERS + letter;
        int beyond = next[shorter[state] * LETTERS + letter];
        if (next[at] == 0) {
          next[at] = beyond;
        } else {
          shorter[next[at]] = beyond;
          open.add(next[at]);
        }
      }
    }
  }

  /** All of them, in small letters. */
  public List<String> all() {
    return List.copyOf(words);
  }

  /** Whether a username contains one. */
  public boolean isIn(CharSequence username) {
    int state = 0;
    for (int i = 0; i < username.length(); i++) {
      char given = username.charAt(i);
      char c = given < 0x80 ? (char) (given | 0x20) : Character.toLowerCase(given);
      if (c >= 'a' && c <= 'z') {
        state = next[state * LETTERS + c - 'a'];
        if (ends.get(state)) {
          return true;
        }
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
