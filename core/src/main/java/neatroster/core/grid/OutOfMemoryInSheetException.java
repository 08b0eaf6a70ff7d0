package neatroster.core.grid;

/** The memory was used up while a sheet was read. */
public final class OutOfMemoryInSheetException extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final transient SheetName sheet;

  /** Names the sheet. */
  public OutOfMemoryInSheetException(SheetName sheet, OutOfMemoryError cause) {
    super(cause);
    this.sheet = sheet;
  }

  /** The sheet that was being read. */
  public SheetName sheet() {
    return sheet;
  }
}
