package neatroster.core.grid;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.text.RowBlock;

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

  /** How the sheet is written down. */
  FileFacts facts();

  /** What the workbook does not show of it. */
  default Hidden hidden() {
    return Hidden.NOTHING;
  }

  /**
   * What is said of columns beside the cells, by column from 0: the words that may be chosen there,
   * remarks for whoever fills it in.
   */
  default Map<Integer, List<String>> hints() {
    return Map.of();
  }

  /** What its file tells that its rows do not, each in words with how often. */
  default List<String> unread() {
    return List.of();
  }

  /**
   * The same text line by line, each one cell whatever signs are in it; empty where the sheet is no
   * text, or is one cell a row anyway.
   */
  default Optional<Sheet> lines() {
    return Optional.empty();
  }

  /** Hands on every row in order, blank ones included where the format has them. */
  void read(Receiver receiver) throws UnreadableSheetException;

  /** Takes many rows at once where they come so. */
  interface BlockReceiver extends Receiver {
    /**
     * Takes some rows; they are valid only during the call.
     *
     * @return whether more rows are wanted
     */
    boolean block(RowBlock block);
  }

  /** Hands on every row in order, many together where the format is as plain as that. */
  default void readBlocks(BlockReceiver receiver) throws UnreadableSheetException {
    read(receiver);
  }
}
