package neatroster.core.check.rules.sheets;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetRule;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;

/** A sheet without headers. */
public final class NoHeader implements SheetRule {
  static final RuleText TEXT = new RuleText("no-header", Severity.NOTE);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetReading sheet, Findings findings) {
    if (sheet.headerRow() == 0 && sheet.plan().isEmpty()) {
      List<String> told = new ArrayList<>();
      for (Column column : sheet.columns()) {
        column.field().ifPresent(field -> told.add(column.letters() + " " + field.label()));
      }
      findings.add(
          Finding.about(
              sheet,
              this,
              "There are no headers. By what is in them, the columns were read as "
                  + String.join(", ", told)
                  + "."
                  + (sheet.countsPeople()
                      ? " Several people share a line, so rows are counted person by person."
                      : "")));
    }
  }
}
