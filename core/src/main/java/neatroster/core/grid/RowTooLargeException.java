package neatroster.core.grid;

/** A row has more cells or letters than any sheet has; its reader made too much of a file. */
public final class RowTooLargeException extends RuntimeException {
  private static final long serialVersionUID = 1;

  RowTooLargeException() {
    super("a cell or a row is larger than anybody types");
  }
}
