package neatroster.core.accounts;

import java.util.List;
import java.util.random.RandomGenerator;
import neatroster.core.pattern.RandomSource;

/** Draws words and characters from a source of chance. */
final class RandomWords implements RandomSource {
  private final List<String> words;
  private final RandomGenerator random;

  RandomWords(List<String> words, RandomGenerator random) {
    this.words = words;
    this.random = random;
  }

  @Override
  public String word() {
    return words.get(random.nextInt(words.size()));
  }

  @Override
  public String characters(int count) {
    return characters(ClearCharacters.SMALL, count);
  }

  /** So many of these characters, each as likely as the others. */
  String characters(String of, int count) {
    StringBuilder drawn = new StringBuilder(count);
    for (int i = 0; i < count; i++) {
      drawn.append(of.charAt(random.nextInt(of.length())));
    }
    return drawn.toString();
  }

  int words() {
    return words.size();
  }
}
