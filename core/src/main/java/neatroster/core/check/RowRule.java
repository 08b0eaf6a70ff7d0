package neatroster.core.check;

import java.util.Set;
import neatroster.core.model.Table;

/** A rule that looks at one row, with what is remembered of the rows before it. */
public interface RowRule extends Rule {
  /** The tables whose rows it looks at. */
  Set<Table> tables();

  /** Adds what it finds in the row. */
  void check(CheckedRow row, Findings findings);
}
