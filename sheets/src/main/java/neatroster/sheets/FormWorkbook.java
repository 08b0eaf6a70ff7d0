package neatroster.sheets;

import java.util.List;

/**
 * A workbook to be filled in by hand.
 *
 * @param sheets its sheets
 */
public record FormWorkbook(List<Page> sheets) {
  /** So many rows are prepared for what is typed. */
  static final int PREPARED_ROWS = 2000;

  /**
   * One sheet.
   *
   * @param name what its tab is called
   * @param headings its columns
   * @param rows what stands in it already
   */
  public record Page(String name, List<Heading> headings, List<List<String>> rows) {}

  /**
   * One column.
   *
   * @param text its header
   * @param comment what an administrator should know, shown beside the header
   * @param needed whether every row needs it
   * @param choices the words that may stand in it; empty where anything may
   * @param folded whether it is in the group of columns that few need, which is folded away
   */
  public record Heading(
      String text, String comment, boolean needed, List<String> choices, boolean folded) {
    /** Where the folded columns of a page begin; they stand side by side at its end. */
    static int firstFolded(List<Heading> headings) {
      int first = 0;
      while (first < headings.size() && !headings.get(first).folded()) {
        first++;
      }
      return first;
    }

    /** How wide the column should be, in characters. */
    int width(List<List<String>> rows, int column) {
      int widest = text.length() + 3;
      for (List<String> row : rows) {
        widest = Math.max(widest, Math.min(36, row.get(column).length() + 1));
      }
      return Math.max(10, widest);
    }
  }
}
