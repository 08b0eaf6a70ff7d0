package neatroster.core.check.rules.sheets;

import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.intake.Column;
import neatroster.core.intake.UnnamedColumns;
import neatroster.core.model.Severity;

/** A column that holds something and has no header. */
public final class ColumnWithoutHeader implements ColumnRule {
  static final RuleText TEXT =
      new RuleText(
          "column-without-header",
          Severity.NOTE,
          "A column holds something, and neither a header nor its values say what it is; it was left alone.",
          "Nothing of it gets to the platform.",
          "Put a header above it, or say in roster.yaml under sheets: columns: what it is; leave: [C] keeps it quiet.",
          """
          given name |           | family name     ← what is in the middle?
          Ana        | starboard | Marlowe
          Bo         | port      | Finch
          """);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    UnnamedColumns columns = new UnnamedColumns(sheet.reading());
    for (int position = 0; !columns.areNone() && position < sheet.rows(); position++) {
      if (!sheet.isMisaligned(position)) {
        columns.add(sheet.row(position));
      }
    }
    for (Column column : columns.filled()) {
      findings.add(
          Finding.about(
                  sheet.reading(),
                  this,
                  "Column "
                      + column.letters()
                      + " has no header, and what stands in it (first in row "
                      + columns.firstRow(column)
                      + ") was left alone.")
              .in(column));
    }
  }
}
