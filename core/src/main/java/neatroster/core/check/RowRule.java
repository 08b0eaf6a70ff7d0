package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Table;

/** A rule about a row: what its cells say together, whom and what it refers to. */
public interface RowRule extends Rule {
  /** The tables whose rows it looks at. */
  Set<Table> tables();

  /**
   * Says which rows of a sheet it has to see beside those that every rule sees: in all others it
   * would find nothing.
   */
  default void select(RowFilter on) {}

  /** Adds what it finds in the row. */
  void check(CheckedRow row, Findings findings);
}
