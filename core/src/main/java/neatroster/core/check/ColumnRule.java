package neatroster.core.check;

/** A rule about columns: what their values have in common, and which do not. */
public non-sealed interface ColumnRule extends Rule {
  /** Adds what it finds in a sheet. */
  void check(SheetView sheet, Findings findings);
}
