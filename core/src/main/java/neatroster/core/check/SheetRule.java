package neatroster.core.check;

import neatroster.core.intake.SheetReading;

/** A rule that looks at a sheet's columns before any row is read. */
public interface SheetRule extends Rule {
  /** Adds what it finds in the sheet. */
  void check(SheetReading sheet, Findings findings);
}
