package neatroster.core.check.rules.sheets;

import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.NoticeRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SkippedRow;
import neatroster.core.model.Severity;

/** The example of a starter sheet. */
public final class ExampleRowNote implements NoticeRule {
  static final RuleText TEXT = new RuleText("example-row", Severity.NOTE);

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
            "The example row is still here; it was skipped."));
  }
}
