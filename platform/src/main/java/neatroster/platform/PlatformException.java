package neatroster.platform;

/** The platform cannot be worked with; the message says why, in words for administrators. */
public final class PlatformException extends Exception {
  private static final long serialVersionUID = 1;

  /**
   * Says why.
   *
   * @param message the reason as a sentence, without its full stop
   */
  public PlatformException(String message) {
    super(message);
  }

  /**
   * Says why, with what happened.
   *
   * @param message the reason as a sentence, without its full stop
   */
  public PlatformException(String message, Throwable cause) {
    super(message, cause);
  }
}
