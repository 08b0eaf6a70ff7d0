package neatroster.core.roster;

import neatroster.core.intake.RosterRow;
import neatroster.core.text.KeyIndex;

/** Remembers what stands in rows whose cells may be in the wrong columns. */
final class MisalignedRows {
  private MisalignedRows() {}

  /** Adds every value of a row. */
  static void add(RosterRow row, KeyIndex misaligned) {
    for (int i = 0; i < row.raw().size(); i++) {
      if (!row.raw().cell(i).isBlank()) {
        misaligned.add(row.raw().cell(i));
      }
    }
  }
}
