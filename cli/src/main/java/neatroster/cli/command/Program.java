package neatroster.cli.command;

import neatroster.cli.terminal.Surroundings;

/** The program as its commands see it. */
public interface Program {
  /** What the command line runs in. */
  Surroundings surroundings();

  /** Runs another command line and gives its exit code. */
  int run(Surroundings inside, String... words);
}
