package neatroster.core.intake;

/**
 * A row that is no data.
 *
 * @param row the row as the spreadsheet program numbers it
 * @param why in a word or two: title, repeated header, total
 */
public record SkippedRow(int row, String why) {
  /** Why the example of a starter is no data. */
  public static final String EXAMPLE = "example row";
}
