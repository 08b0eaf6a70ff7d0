package neatroster.core.check;

import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.UnnamedColumns;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A column that holds something and has no header. */
final class ColumnWithoutHeader extends TableRule {
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

  private UnnamedColumns columns;

  ColumnWithoutHeader() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.row.isDerived()) {
      return;
    }
    if (columns == null || !columns.areOf(row.row.reading())) {
      columns = new UnnamedColumns(row.row.reading());
    }
    columns.add(row.row);
  }

  @Override
  public void endSheet(SheetReading sheet, Findings findings) {
    if (columns == null || !columns.areOf(sheet)) {
      return;
    }
    for (Column column : columns.filled()) {
      findings.add(
          Finding.about(
                  sheet,
                  this,
                  "Column "
                      + column.letters()
                      + " has no header, and what stands in it (first in row "
                      + columns.firstRow(column)
                      + ") was left alone.")
              .in(column));
    }
    columns = null;
  }
}
