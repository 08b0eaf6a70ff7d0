package neatroster.work;

/** Ends a command with one line for the administrator. */
public final class Problem extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final Kind kind;

  /** Why a command ends. */
  public enum Kind {
    /** Wrong usage or wrong settings. */
    USAGE,
    /** A file, a database or the platform could not be read or written. */
    UNREADABLE,
    /** Something is not done because of what was found. */
    REFUSED
  }

  private Problem(Kind kind, String message, Throwable cause) {
    super(message, cause);
    this.kind = kind;
  }

  /** Wrong usage or wrong settings. */
  public static Problem usage(String message) {
    return new Problem(Kind.USAGE, message, null);
  }

  /** A file, a database or the platform that could not be read or written. */
  public static Problem unreadable(String message, Throwable cause) {
    return new Problem(Kind.UNREADABLE, message, cause);
  }

  /** Something is not done because of what was found. */
  public static Problem refused(String message) {
    return new Problem(Kind.REFUSED, message, null);
  }

  /** Why the command ends. */
  public Kind kind() {
    return kind;
  }
}
