package neatroster.core.check.rules.sheets;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetRule;
import neatroster.core.grid.Hidden;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetRows;
import neatroster.core.model.Severity;

/** Rows, columns or sheets that a workbook hides. */
public final class HiddenParts implements SheetRule {
  static final RuleText TEXT = new RuleText("hidden-rows", Severity.NOTE);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetReading sheet, Findings findings) {
    Hidden hidden = SheetRows.hidden(sheet);
    if (hidden.isNothing()) {
      return;
    }
    List<String> parts = new ArrayList<>();
    if (hidden.sheet()) {
      parts.add("the whole sheet");
    }
    if (hidden.rows() > 0) {
      parts.add(hidden.rows() == 1 ? "1 row" : hidden.rows() + " rows");
    }
    if (!hidden.columns().isEmpty()) {
      parts.add(
          (hidden.columns().size() == 1 ? "column " : "columns ")
              + hidden.columns().stream()
                  .limit(8)
                  .map(Column::letters)
                  .collect(Collectors.joining(", ")));
    }
    findings.add(
        Finding.about(
            sheet,
            this,
            "The workbook hides " + String.join(" and ", parts) + ". It was read like the rest."));
  }
}
