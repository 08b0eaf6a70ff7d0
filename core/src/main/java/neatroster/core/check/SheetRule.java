package neatroster.core.check;

import neatroster.core.intake.SheetReading;

/** A rule about how a sheet is made, that looks at no row. */
public interface SheetRule extends Rule {
  /** Adds what it finds in the sheet. */
  void check(SheetReading sheet, Findings findings);
}
