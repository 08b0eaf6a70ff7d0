package neatroster.core.grid;

/**
 * Where a grid of cells is.
 *
 * @param file the file's name as the user gave it
 * @param sheet the sheet's name in a workbook, or null where the file is one sheet
 */
public record SheetName(String file, String sheet) {
  /** As people read it: {@code users.xlsx, sheet Intake}. */
  @Override
  public String toString() {
    return sheet == null ? file : file + ", sheet " + sheet;
  }
}
