package neatroster.core.check;

import neatroster.core.intake.SheetReading;

/** One kind of thing that can be wrong. */
public interface Rule {
  /** The rule's name, severity and explanation. */
  RuleText text();

  /** Is told that the rows of a sheet have gone by. */
  default void endSheet(SheetReading sheet, Findings findings) {}

  /** Is told that all rows have gone by. */
  default void end(Ending ending, Findings findings) {}
}
