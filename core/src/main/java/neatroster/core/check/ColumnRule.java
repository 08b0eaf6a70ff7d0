package neatroster.core.check;

/** A rule about columns: what their values have in common, and which do not. */
public interface ColumnRule extends Rule {
  /** Whether it looks at what the rows refer to, so that it can only come after them. */
  default boolean seesReferences() {
    return false;
  }

  /** Whether it notes of people what enrollments are looked at with. */
  default boolean tellsOfPeople() {
    return false;
  }

  /** Adds what it finds in a sheet. */
  void check(SheetView sheet, Findings findings);
}
