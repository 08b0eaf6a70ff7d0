package neatroster.core.accounts;

import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.random.RandomGenerator;

/** Makes codes to join a course or a group by, each of which was never used. */
public final class JoinCodeMaker {
  /** Some 148 million codes. */
  private static final int LENGTH = 6;

  private final RandomWords randomWords;
  private final Set<String> taken = new HashSet<>();

  /**
   * Prepares to make codes.
   *
   * @param random a cryptographic source, except in tests: who can guess a code can join
   * @param taken the codes that were ever given
   */
  public JoinCodeMaker(RandomGenerator random, Collection<String> taken) {
    this.randomWords = new RandomWords(List.of(), random);
    taken.forEach(this::keep);
  }

  /** Keeps a code for what has it. */
  public void keep(String code) {
    this.taken.add(code.toUpperCase(Locale.ROOT));
  }

  /** A code of six characters, in two halves for reading aloud. */
  public String make() {
    while (true) {
      String drawn = randomWords.characters(ClearCharacters.CAPITALS, LENGTH);
      String code = drawn.substring(0, LENGTH / 2) + "-" + drawn.substring(LENGTH / 2);
      if (taken.add(code)) {
        return code;
      }
    }
  }
}
