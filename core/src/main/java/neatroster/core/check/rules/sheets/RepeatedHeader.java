package neatroster.core.check.rules.sheets;

import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.NoticeRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SkippedRow;
import neatroster.core.model.Severity;

/** Headers that come again. */
public final class RepeatedHeader implements NoticeRule {
  static final RuleText TEXT =
      new RuleText(
          "repeated-header",
          Severity.NOTE,
          "The row of headers comes again further down, as at the top of each printed page. It is skipped.",
          "It is no person, and was not read as one.",
          "Nothing is to be done.",
          """
          given name | family name
          Ana        | Marlowe
          given name | family name     ← page 2
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Adds the finding for a row. */
  public void add(SheetReading sheet, SkippedRow row, Findings findings) {
    findings.add(
        new Finding.Builder(
            this,
            new Place(sheet.name(), row.row()),
            "The headers come again here; the row was skipped."));
  }
}
