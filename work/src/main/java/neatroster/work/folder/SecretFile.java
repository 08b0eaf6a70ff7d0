package neatroster.work.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import neatroster.work.Problem;

/** A file that holds one secret on one line, such as a passphrase; it is never shown. */
public final class SecretFile {
  private static final int LONGEST = 1000;

  private SecretFile() {}

  /**
   * The secret in a file, without the line end behind it.
   *
   * @param what what it should hold, as messages call it
   */
  public static String read(Path file, String what) {
    String missing = file + ", which should hold " + what + ", ";
    try {
      if (!Files.isRegularFile(file)) {
        throw Problem.unreadable(
            missing + (Files.exists(file) ? "is no file." : "is missing."), null);
      }
      if (Files.size(file) > LONGEST) {
        throw Problem.usage(file + " is too large for " + what + ".");
      }
      // Editors put a byte order mark before what they save.
      String text = Files.readString(file).replaceFirst("^\uFEFF", "").stripTrailing();
      if (text.isEmpty()) {
        throw Problem.usage(missing + "is empty.");
      }
      if (text.lines().count() > 1) {
        throw Problem.usage(missing + "has more than one line.");
      }
      return verified(text, missing);
    } catch (IOException e) {
      throw Problem.unreadable(missing + "cannot be read.", e);
    }
  }

  /** A secret that can be sent as it is; of what keeps it from that nothing is shown. */
  static String verified(String secret, String missing) {
    if (secret.codePoints().anyMatch(Character::isISOControl)) {
      throw Problem.usage(
          missing + "has a sign in it that does not show, such as a tab. Write it anew.");
    }
    return secret;
  }
}
