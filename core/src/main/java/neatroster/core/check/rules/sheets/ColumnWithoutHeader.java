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
  static final RuleText TEXT = new RuleText("column-without-header", Severity.NOTE);

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
