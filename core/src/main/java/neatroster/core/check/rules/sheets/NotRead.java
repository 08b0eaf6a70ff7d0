package neatroster.core.check.rules.sheets;

import java.util.List;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetRule;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;

/** What a file of another program tells that no table of ours has room for. */
public final class NotRead implements SheetRule {
  static final RuleText TEXT = new RuleText("not-read", Severity.NOTE);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetReading sheet, Findings findings) {
    List<String> unread = sheet.sheet().unread();
    if (!unread.isEmpty()) {
      findings.add(
          Finding.about(
              sheet, this, "Of its file this is not read: " + String.join(", ", unread) + "."));
    }
  }
}
