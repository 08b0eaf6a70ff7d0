package neatroster.core.intake;

/**
 * A row that is no data.
 *
 * @param row the row as the spreadsheet program numbers it
 * @param why in a word or two: title, repeated header, total
 * @param person the text that may name a person all the same, or empty
 */
public record SkippedRow(int row, String why, String person) {
  /** A row in which nothing looks like a person. */
  public SkippedRow(int row, String why) {
    this(row, why, "");
  }

  /** Why the example of a starter is no data. */
  public static final String EXAMPLE = "example row";

  /** Why a heading that names the course of the rows below is no data. */
  public static final String HEADING = "heading";

  /** Why what somebody typed to try a form out is no data. */
  public static final String TEST_ENTRY = "test entry";
}
