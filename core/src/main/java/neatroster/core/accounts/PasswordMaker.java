package neatroster.core.accounts;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.random.RandomGenerator;
import neatroster.core.settings.Settings;
import neatroster.core.text.UnwantedWords;

/** Makes first passwords in the style that the settings ask for. */
public final class PasswordMaker {
  private final Settings.Passwords settings;
  private final RandomWords randomWords;
  private final UnwantedWords unwanted = new UnwantedWords(List.of());
  private String oneForAll;

  /**
   * Makes passwords under these settings.
   *
   * @param settings style and length
   * @param words the list that word passwords are drawn from
   * @param random a cryptographic source, except in tests
   */
  public PasswordMaker(Settings.Passwords settings, List<String> words, RandomGenerator random) {
    this.settings = settings;
    this.randomWords = new RandomWords(words, random);
  }

  /** The file that the settings name for the password for all, or an empty text. */
  public String valueFile() {
    return settings.style() == Settings.PasswordStyle.ONE_FOR_ALL ? settings.valueFile() : "";
  }

  /** The fewest characters that a password may have. */
  public int minimum() {
    return settings.minimum();
  }

  /** Lets everybody go on to get the password that they got until now, for the style that does. */
  public void goOnWith(String password) {
    oneForAll = password;
  }

  /** A first password, or an empty text where the settings want none. */
  public String make() {
    return switch (settings.style()) {
      case WORDS -> words();
      case CHARACTERS -> characters();
      case ONE_FOR_ALL -> {
        if (oneForAll == null) {
          oneForAll = words();
        }
        yield oneForAll;
      }
      case NONE -> "";
    };
  }

  /**
   * How many equally likely passwords there are, as a power of two; 0 where everybody has the same
   * or none.
   */
  public double bits() {
    return switch (settings.style()) {
      case WORDS -> {
        double bits = 0;
        for (int i = 0; i < settings.length(); i++) {
          bits += log2(Math.max(1, randomWords.words() - i));
        }
        yield bits;
      }
      case CHARACTERS ->
          Math.max(settings.length(), settings.minimum()) * log2(ClearCharacters.MIXED.length());
      case ONE_FOR_ALL, NONE -> 0;
    };
  }

  private static double log2(double choices) {
    return Math.log(choices) / Math.log(2);
  }

  private String characters() {
    int length = Math.max(settings.length(), settings.minimum());
    String password;
    do {
      password = randomWords.characters(ClearCharacters.MIXED, length);
    } while (unwanted.isIn(password));
    return password;
  }

  /** Words that are all different: who reads the same word twice takes it for a misprint. */
  private String words() {
    Set<String> words = new LinkedHashSet<>();
    int letters = -1;
    while (words.size() < settings.length() || letters < settings.minimum()) {
      String word = randomWords.word();
      if (words.add(word)) {
        letters += 1 + word.length();
      }
    }
    return String.join("-", words);
  }
}
