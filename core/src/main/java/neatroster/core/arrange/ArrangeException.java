package neatroster.core.arrange;

/** Something that cannot be arranged as it was asked for; the message says why, as a sentence. */
public final class ArrangeException extends Exception {
  private static final long serialVersionUID = 1L;

  /** With a sentence for the administrator. */
  public ArrangeException(String message) {
    super(message);
  }
}
