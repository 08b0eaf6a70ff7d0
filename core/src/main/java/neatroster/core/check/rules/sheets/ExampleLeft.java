package neatroster.core.check.rules.sheets;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.intake.Column;
import neatroster.core.intake.ExampleRow;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** What is left of a starter's example in a row that somebody has written over. */
public final class ExampleLeft extends TableRule {
  static final RuleText TEXT = new RuleText("example-left", Severity.ERROR);

  public ExampleLeft() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  @Override
  public void select(RowFilter on) {
    for (Column column : on.sheet().columns()) {
      on.text(column.index(), ExampleRow::isTelling);
    }
    on.text(Field.BIRTH_DATE, cell -> ExampleRow.isItsBirthDate(cell.cleaned()));
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.row.isDerived()) {
      return;
    }
    if (row.table() == Table.USERS && ExampleRow.leftIn(row.row)) {
      findings.add(
          row.finding(
              this,
              Field.BIRTH_DATE,
              Quoted.value(row.shown(Field.BIRTH_DATE))
                  + " and what stands beside it are the example's. Type the person's own."));
    }
    for (Column column : row.row.reading().columns()) {
      Cell cell = row.row.raw().cell(column.index());
      if (column.field().isPresent() && ExampleRow.isTelling(cell)) {
        boolean note = column.field().get() == Field.NOTE;
        String said =
            note
                ? "The row is no example any more, and its note still says so. Delete the note."
                : Quoted.value(cell.cleaned())
                    + " is the example's. Type the row's own, or empty the cell.";
        Finding.Builder finding = row.finding(this, column.index(), said);
        findings.add(note ? finding.asNote() : finding);
      }
    }
  }
}
