package neatroster.core.check.rules.sheets;

import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.NoticeRule;
import neatroster.core.check.RuleText;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** There was no list to check references against. */
public final class UncheckedReferences implements NoticeRule {
  static final RuleText TEXT = new RuleText("unchecked-references", Severity.NOTE);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Adds the finding for a sheet. */
  public void add(SheetReading sheet, Table unlisted, Findings findings) {
    findings.add(
        Finding.about(
            sheet,
            this,
            "The "
                + unlisted.word()
                + " that this sheet names were not checked: no list of "
                + unlisted.word()
                + " was given."));
  }
}
