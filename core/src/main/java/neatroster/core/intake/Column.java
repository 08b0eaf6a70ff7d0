package neatroster.core.intake;

import java.util.Optional;
import neatroster.core.model.Field;

/**
 * One column of a sheet.
 *
 * @param index counted from 0
 * @param header what the sheet calls it, cleaned
 * @param field what it holds, or empty where no field claims it
 */
public record Column(int index, String header, Optional<Field> field) {
  /** The column's letters as a spreadsheet program shows them: A, B, … Z, AA. */
  public String letters() {
    StringBuilder letters = new StringBuilder();
    for (int rest = index; rest >= 0; rest = rest / 26 - 1) {
      letters.insert(0, (char) ('A' + rest % 26));
    }
    return letters.toString();
  }
}
