package neatroster.core.check.rules.sheets;

import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.NoticeRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SkippedRow;
import neatroster.core.model.Severity;
import neatroster.core.text.Quoted;

/** A total, a footer, a title or a remark. */
public final class SkippedRowNote implements NoticeRule {
  static final RuleText TEXT = new RuleText("skipped-row", Severity.NOTE);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Adds the finding for a row. */
  public void add(SheetReading sheet, SkippedRow row, Findings findings) {
    Finding.Builder finding =
        new Finding.Builder(
            this,
            new Place(sheet.name(), row.row()),
            row.person().isEmpty()
                ? "The row was skipped as a " + row.why() + "."
                : "The row was skipped as a "
                    + row.why()
                    + ", and "
                    + Quoted.value(row.person())
                    + " may be a person. If so, write it as the other rows are written.");
    findings.add(row.person().isEmpty() ? finding : finding.asWarning());
  }
}
