package neatroster.core.check.rules.values;

import java.util.List;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.FormulaSigns;
import neatroster.core.text.Quoted;
import neatroster.core.value.Judged;

/** A rule that tells what the judge of a field's values says. */
abstract class ValueRule extends TableRule {
  private final List<Field> fields;

  ValueRule(RuleText text, List<Field> fields, Table first, Table... more) {
    super(text, first, more);
    this.fields = fields;
  }

  @Override
  public void select(RowFilter on) {
    for (Field field : fields) {
      on.text(field, cell -> mayBeFaulty(on.sheet(), field, cell));
    }
  }

  @Override
  public final void check(CheckedRow row, Findings findings) {
    for (Field field : fields) {
      Cell cell = row.cell(field);
      if (cell.isEmpty()
          || cell.isBlank()
          || FormulaSigns.isFormula(cell)
          || isSaidOfPerson(row, field)) {
        continue;
      }
      Judged judged = row.row.judged(field);
      if (!judged.isGood()) {
        Finding.Builder finding =
            row.finding(this, field, Quoted.value(cell.cleaned()) + " " + judged.trouble());
        if (judged.probably() != null) {
          finding.suggesting(judged.probably());
        }
        findings.add(said(row, field, finding));
      }
    }
  }

  /** Whether an enrollment has the value from a column of its person’s row, where it was judged. */
  private boolean isSaidOfPerson(CheckedRow row, Field field) {
    return row.row.isDerived()
        && row.row.reading().table() == Table.USERS
        && tables().contains(Table.USERS)
        && row.row.reading().has(field)
        && row.row.column(field).equals(row.row.reading().column(field));
  }

  /** Whether the judge may find fault with a value. */
  boolean mayBeFaulty(SheetReading sheet, Field field, Cell cell) {
    return !sheet.judged(field, cell).isGood();
  }

  /** What a rule has to add. */
  Finding.Builder said(CheckedRow row, Field field, Finding.Builder finding) {
    return finding;
  }
}
