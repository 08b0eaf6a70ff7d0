package neatroster.cli;

import java.io.Console;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import neatroster.core.model.Settings;

/**
 * The passphrase that seals the accounts: from the environment, from the file that the settings
 * name, or typed. It is asked for when it is needed, and once.
 */
final class Passphrase {
  static final String VARIABLE = "NEAT_ROSTER_PASSPHRASE";

  private static final int SHORTEST = 8;
  private static final int LONGEST = 1000;

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
    Console console = terminal();
    if (console == null) {
      throw Problem.usage(
          "The accounts are sealed. Give the passphrase in the environment as "
              + VARIABLE
              + ", or name a file that holds it in roster.yaml: accounts: {passphrase: {file: …}}");
    }
    char[] typed = console.readPassword("Passphrase for the accounts: ");
    if (typed == null || typed.length == 0) {
      throw Problem.usage("No passphrase was typed.");
    }
    if (isNew && !Arrays.equals(typed, console.readPassword("Once more: "))) {
      throw Problem.usage("These were two different passphrases. Nothing was done.");
    }
    return typed;
  }

  /** Where somebody can type, or null. Newer Javas give a console for a pipe too and say so. */
  @SuppressWarnings("SystemConsoleNull")
  private static Console terminal() {
    Console console = System.console();
    if (console == null) {
      return null;
    }
    try {
      Object typed = Console.class.getMethod("isTerminal").invoke(console);
      return Boolean.TRUE.equals(typed) ? console : null;
    } catch (ReflectiveOperationException e) {
      // Before Java 22 there was none without a terminal.
      return console;
    }
  }

  private static char[] read(Path file) {
    try {
      if (Files.size(file) > LONGEST) {
        throw Problem.usage(file + " is too large to be a passphrase.");
      }
      String text = Files.readString(file).stripTrailing();
      if (text.isEmpty()) {
        throw Problem.usage(file + ", which should hold the passphrase, is empty.");
      }
      return text.toCharArray();
    } catch (IOException e) {
      throw Problem.unreadable(file + ", which should hold the passphrase, cannot be read.", e);
    }
  }
}
