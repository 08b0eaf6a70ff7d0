package neatroster.core.check.rules.sheets;

import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.NoticeRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Severity;

/** A file whose content cannot be read. */
public final class UnreadableFile implements NoticeRule {
  static final RuleText TEXT = new RuleText("unreadable-file", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Adds the finding for a file or sheet. */
  public void add(SheetName name, UnreadableSheetException why, Findings findings) {
    findings.add(
        new Finding.Builder(
            this,
            new Place(name, why.row()),
            "The file cannot be read: " + why.getMessage() + "."));
  }
}
