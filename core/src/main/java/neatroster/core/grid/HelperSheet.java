package neatroster.core.grid;

/** The sheet of a report that lists what was found: it is no list of anybody. */
public final class HelperSheet {
  /** What stands in its first cell. */
  public static final String MARK = "Findings of neat-roster check";

  private HelperSheet() {}

  /** Whether a sheet is one. */
  public static boolean is(Sheet sheet) throws UnreadableSheetException {
    boolean[] helper = {false};
    sheet.read(
        row -> {
          helper[0] = row.cell(0).cleaned().equals(MARK);
          return false;
        });
    return helper[0];
  }
}
