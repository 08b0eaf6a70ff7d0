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
  static final RuleText TEXT = new RuleText("repeated-header", Severity.NOTE);

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
