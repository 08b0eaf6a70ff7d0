package neatroster.core.check;

import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.model.SheetName;

/** A file that can be read and holds no table. */
final class NotATable implements Rule {
  static final RuleText TEXT =
      new RuleText(
          "not-a-table",
          Severity.ERROR,
          "A file or sheet that is empty, or in which no column header could be recognised.",
          "None of it was checked.",
          "Name the columns in the first row; if they are named in words of your own, say which table it is:"
              + " neat-roster check users=list.csv",
          """
          (an empty file)
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  /** Adds the finding for a file or sheet. */
  void add(SheetName name, UnreadableSheetException why, Findings findings) {
    findings.add(
        new Finding.Builder(
            this, new Place(name, 0), "This is not a table: " + why.getMessage() + "."));
  }
}
