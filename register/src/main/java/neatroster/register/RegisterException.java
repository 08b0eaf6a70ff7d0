package neatroster.register;

/** The register cannot be read or written. The message is for the administrator. */
public final class RegisterException extends Exception {
  private static final long serialVersionUID = 1;

  RegisterException(String message, Throwable cause) {
    super(message, cause);
  }
}
