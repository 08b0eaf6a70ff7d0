package neatroster.cli.folder;

import java.io.Console;
import java.nio.file.Path;
import java.util.Arrays;
import neatroster.cli.terminal.Problem;
import neatroster.cli.terminal.Terminal;
import neatroster.core.settings.Settings;

/**
 * The passphrase that seals the accounts: from the environment, from the file that the settings
 * name, or typed. It is asked for when it is needed, and once.
 */
final class Passphrase {
  static final String VARIABLE = "NEAT_ROSTER_PASSPHRASE";

  private static final int SHORTEST = 8;

  private final RosterFolder folder;
  private final Settings.Keeping keeping;
  private char[] passphrase;

  Passphrase(RosterFolder folder, Settings.Keeping keeping) {
    this.folder = folder;
    this.keeping = keeping;
  }

  /**
   * The passphrase.
   *
   * @param isNew whether it seals for the first time, so that a slip in typing would lock us out
   */
  char[] get(boolean isNew) {
    if (passphrase == null) {
      passphrase = find(isNew);
      if (isNew && passphrase.length < SHORTEST) {
        throw Problem.usage(
            "The passphrase is too short: " + SHORTEST + " characters are the fewest.");
      }
    }
    return passphrase;
  }

  private char[] find(boolean isNew) {
    String set = System.getenv(VARIABLE);
    if (set != null && !set.isEmpty()) {
      return set.toCharArray();
    }
    if (!keeping.passphraseFile().isEmpty()) {
      return read(folder.path(keeping.passphraseFile()));
    }
    Console console =
        Terminal.console()
            .orElseThrow(
                () ->
                    Problem.usage(
                        "The accounts are sealed. Give the passphrase in the environment as "
                            + VARIABLE
                            + ", or name a file that holds it in roster.yaml: accounts:"
                            + " {passphrase: {file: …}}"));
    char[] typed = console.readPassword("Passphrase for the accounts: ");
    if (typed == null || typed.length == 0) {
      throw Problem.usage("No passphrase was typed.");
    }
    if (isNew && !Arrays.equals(typed, console.readPassword("Once more: "))) {
      throw Problem.usage("These were two different passphrases. Nothing was done.");
    }
    return typed;
  }

  private static char[] read(Path file) {
    return SecretFile.read(file, "the passphrase").toCharArray();
  }
}
