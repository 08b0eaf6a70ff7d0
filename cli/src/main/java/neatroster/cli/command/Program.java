package neatroster.cli.command;

import neatroster.cli.terminal.ProcessEnvironment;

/** The program as its commands see it. */
public interface Program {
  /** What the command line runs in. */
  ProcessEnvironment environment();

  /** Runs another command line and gives its exit code. */
  int run(ProcessEnvironment inside, String... words);
}
