package neatroster.cli;

/** The exit codes that scripts rely on. */
final class Exit {
  /** Done, nothing at error level. */
  static final int DONE = 0;

  /** Done, and there are findings or refusals at error level. */
  static final int FINDINGS = 1;

  /** Wrong usage or wrong settings. */
  static final int USAGE = 2;

  /** A file or database could not be read or written. */
  static final int UNREADABLE = 3;

  /** Stopped by the user. */
  static final int INTERRUPTED = 130;

  private Exit() {}
}
