package neatroster.sheets;

import java.util.Map;

/** Takes rows by their headers. */
@FunctionalInterface
interface OneRosterRowReceiver {
  /**
   * Takes a row.
   *
   * @param number its number in the file, the headers being row 1
   * @return whether more rows are wanted
   */
  boolean row(int number, Map<String, String> row);
}
