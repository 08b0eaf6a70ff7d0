package neatroster.core.check;

import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.model.SheetName;

/** A file whose content cannot be read. */
final class UnreadableFile implements NoticeRule {
  static final RuleText TEXT =
      new RuleText(
          "unreadable-file",
          Severity.ERROR,
          "A file that is neither text nor a workbook, or is damaged from some row on.",
          "Nothing in it, or nothing behind that row, was checked.",
          "Open it in a spreadsheet program and save it again as XLSX or CSV, or ask for it anew.",
          """
          (a photograph that somebody renamed)     ← no spreadsheet
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Adds the finding for a file or sheet. */
  void add(SheetName name, UnreadableSheetException why, Findings findings) {
    findings.add(
        new Finding.Builder(
            this,
            new Place(name, why.row()),
            "The file cannot be read: " + why.getMessage() + "."));
  }
}
