package neatroster.cli.terminal;

/** Ends a command with one line for the administrator and an exit code. */
public final class Problem extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final int exit;

  private Problem(int exit, String message, Throwable cause) {
    super(message, cause);
    this.exit = exit;
  }

  /** Wrong usage or wrong settings. */
  public static Problem usage(String message) {
    return new Problem(Exit.USAGE, message, null);
  }

  /** A file or database that could not be read or written. */
  public static Problem unreadable(String message, Throwable cause) {
    return new Problem(Exit.UNREADABLE, message, cause);
  }

  /** Something is not done because of what was found. */
  public static Problem refused(String message) {
    return new Problem(Exit.FINDINGS, message, null);
  }

  public int exit() {
    return exit;
  }
}
