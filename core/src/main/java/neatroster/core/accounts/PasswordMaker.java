package neatroster.core.accounts;

import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import neatroster.core.model.Settings;

/** Makes first passwords in the style that the settings ask for. */
public final class PasswordMaker {
  /**
   * Letters and digits without those that are mistaken for each other on paper: 0 O o, 1 I l, 5 S,
   * 2 Z, 8 B.
   */
  private static final String CHARACTERS = "abcdefghijkmnpqrstuvwxyzACDEFGHJKLMNPQRTUVWXY34679";

  private final Settings.Passwords settings;
  private final List<String> words;
  private final RandomGenerator random;
  private String oneForAll;

  /**
   * Makes passwords under these settings.
   *
   * @param settings style and length
   * @param words the list that word passwords are drawn from
   * @param random a cryptographic source, except in tests
   * @param oneForAll the password that everybody got until now, for that style
   */
  public PasswordMaker(
      Settings.Passwords settings,
      List<String> words,
      RandomGenerator random,
      Optional<String> oneForAll) {
    this.settings = settings;
    this.words = words;
    this.random = random;
    this.oneForAll = oneForAll.orElse(null);
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

  /** How many equally likely passwords there are, as a power of two. */
  public double bits() {
    double choices =
        switch (settings.style()) {
          case WORDS, ONE_FOR_ALL -> words.size();
          case CHARACTERS -> CHARACTERS.length();
          case NONE -> 1;
        };
    return settings.length() * Math.log(choices) / Math.log(2);
  }

  private String words() {
    StringBuilder password = new StringBuilder();
    for (int i = 0; i < settings.length() || password.length() < settings.minimum(); i++) {
      password.append(i == 0 ? "" : "-").append(words.get(random.nextInt(words.size())));
    }
    return password.toString();
  }

  private String characters() {
    StringBuilder password = new StringBuilder();
    for (int i = 0; i < Math.max(settings.length(), settings.minimum()); i++) {
      password.append(CHARACTERS.charAt(random.nextInt(CHARACTERS.length())));
    }
    return password.toString();
  }
}
