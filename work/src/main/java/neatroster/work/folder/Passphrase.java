package neatroster.work.folder;

import java.nio.file.Path;
import java.util.Arrays;
import neatroster.core.settings.Settings;
import neatroster.work.Dialog;
import neatroster.work.Problem;

/**
 * The passphrase that seals the accounts: from the environment, from the file that the settings
 * name, or typed. It is asked for when it is needed, and once.
 */
final class Passphrase {
  static final String VARIABLE = "NEAT_ROSTER_PASSPHRASE";

  private static final int SHORTEST = 8;

  private final RosterFolder folder;
  private final Settings.Keeping keeping;
  private final Dialog dialog;
  private char[] passphrase;

  Passphrase(RosterFolder folder, Settings.Keeping keeping, Dialog dialog) {
    this.folder = folder;
    this.keeping = keeping;
    this.dialog = dialog;
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
    char[] typed = ask("Passphrase for the accounts: ");
    if (typed.length == 0) {
      throw Problem.usage("No passphrase was typed.");
    }
    if (isNew && !Arrays.equals(typed, ask("Once more: "))) {
      throw Problem.usage("These were two different passphrases. Nothing was done.");
    }
    return typed;
  }

  private char[] ask(String question) {
    return dialog
        .askSecret(question)
        .orElseThrow(
            () ->
                Problem.usage(
                    "The accounts are sealed. Give the passphrase in the environment as "
                        + VARIABLE
                        + ", or name a file that holds it in roster.yaml: accounts:"
                        + " {passphrase: {file: …}}"));
  }

  private static char[] read(Path file) {
    return SecretFile.read(file, "the passphrase").toCharArray();
  }
}
