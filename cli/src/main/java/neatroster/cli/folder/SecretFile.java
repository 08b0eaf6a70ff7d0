package neatroster.cli.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import neatroster.cli.terminal.Problem;

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
      String text = Files.readString(file).stripTrailing();
      if (text.isEmpty()) {
        throw Problem.usage(missing + "is empty.");
      }
      if (text.lines().count() > 1) {
        throw Problem.usage(missing + "has more than one line.");
      }
      return text;
    } catch (IOException e) {
      throw Problem.unreadable(missing + "cannot be read.", e);
    }
  }
}
