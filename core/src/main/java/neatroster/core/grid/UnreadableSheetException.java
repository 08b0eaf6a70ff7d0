package neatroster.core.grid;

/**
 * A file's content cannot be read as a sheet, or no further than some row. The message is for the
 * administrator.
 */
public final class UnreadableSheetException extends Exception {
  private static final long serialVersionUID = 1;

  private final int row;
  private final Kind kind;

  /** What keeps a sheet from being read. */
  private enum Kind {
    DAMAGED,
    EMPTY,
    NOT_A_TABLE,
    OF_NO_MATTER
  }

  /**
   * A file that is damaged or of no known kind.
   *
   * @param row the row where reading stopped, or 0 where there was none
   * @param message what is wrong, in plain words
   */
  public UnreadableSheetException(int row, String message) {
    this(row, Kind.DAMAGED, message);
  }

  private UnreadableSheetException(int row, Kind kind, String message) {
    super(message);
    this.row = row;
    this.kind = kind;
  }

  /** A file or sheet with nothing in it. */
  public static UnreadableSheetException empty(String message) {
    return new UnreadableSheetException(0, Kind.EMPTY, message);
  }

  /** A sheet that was read without trouble but has nothing in it that could be a table. */
  public static UnreadableSheetException notATable(String message) {
    return new UnreadableSheetException(0, Kind.NOT_A_TABLE, message);
  }

  /** A sheet that was understood and says nothing that would be missed. */
  public static UnreadableSheetException ofNoMatter(String message) {
    return new UnreadableSheetException(0, Kind.OF_NO_MATTER, message);
  }

  /** Whether the sheet says nothing that would be missed. */
  public boolean isOfNoMatter() {
    return kind == Kind.OF_NO_MATTER;
  }

  /** The row where reading stopped, or 0. */
  public int row() {
    return row;
  }

  /** Whether the file can be read but holds no table. */
  public boolean isNotATable() {
    return kind != Kind.DAMAGED;
  }

  /** Whether there is nothing in it at all. */
  public boolean isEmpty() {
    return kind == Kind.EMPTY;
  }

  /** The file is sealed with a password. */
  public static UnreadableSheetException behindPassword() {
    return new UnreadableSheetException(
        0, "it is protected by a password; open it, save it without one, and try again");
  }
}
