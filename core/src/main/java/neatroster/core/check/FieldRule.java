package neatroster.core.check;

import java.util.List;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;

/** A rule about the text of a field, where a test of the text alone tells when to look closer. */
public abstract class FieldRule extends TableRule {
  private final List<Field> fields;

  /** A rule about some fields of some tables. */
  public FieldRule(RuleText text, List<Field> fields, Table first, Table... more) {
    super(text, first, more);
    this.fields = fields;
  }

  /** Whether a text that is not blank is to be looked at; asked of each distinct text. */
  protected boolean matches(SheetReading sheet, Field field, Cell text) {
    return true;
  }

  /** Adds what it finds in a row whose text matches. */
  protected abstract void check(CheckedRow row, Field field, Cell text, Findings findings);

  @Override
  public final void select(RowFilter on) {
    for (Field field : fields) {
      on.text(field, cell -> !cell.isBlank() && matches(on.sheet(), field, cell));
    }
  }

  @Override
  public final void check(CheckedRow row, Findings findings) {
    for (Field field : fields) {
      Cell cell = row.cell(field);
      if (!cell.isBlank() && matches(row.row.reading(), field, cell)) {
        check(row, field, cell, findings);
      }
    }
  }
}
