package neatroster.core.pattern;

/** A pattern says something that has no meaning. */
public final class PatternException extends Exception {
  private static final long serialVersionUID = 1;

  private final int position;

  PatternException(int position, String message) {
    super(message);
    this.position = position;
  }

  /** Where in the pattern, in characters from 1. */
  public int position() {
    return position;
  }
}
