package neatroster.core.check;

import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SkippedRow;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;

/** A total or a footer. */
final class SkippedRowNote implements Rule {
  static final RuleText TEXT =
      new RuleText(
          "skipped-row",
          Severity.NOTE,
          "A row is a total or the footer of an export, and was skipped.",
          "It is no person, and was not read as one.",
          "Nothing is to be done. If it is data after all, say so by filling more of its cells.",
          """
          given name | family name | id
          Ana        | Marlowe     | 417
          Total: 1   |             |         ← no person
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Adds the finding for a row. */
  void add(SheetReading sheet, SkippedRow row, Findings findings) {
    findings.add(
        new Finding.Builder(
            this,
            new Place(sheet.name(), row.row()),
            "The row was skipped as a " + row.why() + "."));
  }
}
