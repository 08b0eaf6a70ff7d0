package neatroster.core.accounts;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * The words that passwords are made of: short, known to children, kind, and each at least two
 * letters away from every other, so that one slip in copying never makes another word.
 */
public final class PasswordWords {
  private PasswordWords() {}

  /** Every word, in the order of the alphabet. */
  public static List<String> all() {
    try (InputStream in = PasswordWords.class.getResourceAsStream("password-words.txt")) {
      return new String(in.readAllBytes(), StandardCharsets.US_ASCII).lines().toList();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
