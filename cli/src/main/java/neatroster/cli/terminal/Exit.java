package neatroster.cli.terminal;

import neatroster.work.Problem;

/** The exit codes that scripts rely on. */
public final class Exit {
  /** Done, nothing at error level. */
  public static final int DONE = 0;

  /** Done, and there are findings or refusals at error level. */
  public static final int FINDINGS = 1;

  /** Wrong usage or wrong settings. */
  public static final int USAGE = 2;

  /** A file or database could not be read or written. */
  public static final int UNREADABLE = 3;

  /** Delivered in part. */
  public static final int IN_PART = 4;

  /** Stopped by the user. */
  static final int INTERRUPTED = 130;

  private Exit() {}

  /** The code of a command that a problem ended. */
  public static int of(Problem problem) {
    return switch (problem.kind()) {
      case USAGE -> USAGE;
      case UNREADABLE -> UNREADABLE;
      case REFUSED -> FINDINGS;
    };
  }
}
