package neatroster.cli.terminal;

import java.io.Console;
import java.util.Locale;
import java.util.Optional;
import neatroster.work.Problem;

/** Somebody who can be asked. */
public final class Terminal {
  private Terminal() {}

  /** Where somebody can type, if anybody can. Newer Javas give a console for a pipe too. */
  @SuppressWarnings("SystemConsoleNull")
  public static Optional<Console> console() {
    Console console = System.console();
    if (console == null) {
      return Optional.empty();
    }
    try {
      Object typed = Console.class.getMethod("isTerminal").invoke(console);
      return Boolean.TRUE.equals(typed) ? Optional.of(console) : Optional.empty();
    } catch (ReflectiveOperationException e) {
      // Before Java 22 there was none without a terminal.
      return Optional.of(console);
    }
  }

  /**
   * Asks before something that cannot be taken back.
   *
   * @param what what is about to be done, as a sentence
   * @param yes whether the command line says yes already
   * @throws Problem where nobody says yes
   */
  public static void confirm(String what, boolean yes) {
    if (yes) {
      return;
    }
    Console console =
        console()
            .orElseThrow(
                () ->
                    Problem.usage(
                        what + " This cannot be taken back: add --yes to say that it is meant."));
    String answer = console.readLine("%s This cannot be taken back. Type yes to go on: ", what);
    if (answer == null || !answer.strip().toLowerCase(Locale.ROOT).equals("yes")) {
      throw Problem.usage("Nothing was done.");
    }
  }

  /**
   * Asks before something that others will see.
   *
   * @param what what is about to be done, as a sentence
   * @param yes whether the command line says yes already
   * @throws Problem where nobody says yes
   */
  public static void agree(String what, boolean yes) {
    if (yes) {
      return;
    }
    Console console =
        console().orElseThrow(() -> Problem.usage(what + " Add --yes to say that it is meant."));
    String answer = console.readLine("%s Type yes to go on: ", what);
    if (answer == null || !answer.strip().toLowerCase(Locale.ROOT).equals("yes")) {
      throw Problem.usage("Nothing was sent.");
    }
  }
}
