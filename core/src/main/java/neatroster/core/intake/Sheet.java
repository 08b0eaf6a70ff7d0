package neatroster.core.intake;

import neatroster.core.model.SheetName;

/** One grid of cells, read row by row as often as needed. */
public interface Sheet {
  /** Takes rows until it has enough. */
  @FunctionalInterface
  interface Receiver {
    /**
     * Takes one row; it is valid only during the call.
     *
     * @return whether more rows are wanted
     */
    boolean row(SheetRow row);
  }

  /** Where the sheet is. */
  SheetName name();

  /** The file's format in one word, as {@code csv}. */
  String format();

  /** Whether the format writes down every cell of a row, so that a short row means a slip. */
  boolean writesEveryCell();

  /** Hands on every row in order, blank ones included where the format has them. */
  void read(Receiver receiver) throws UnreadableSheetException;
}
