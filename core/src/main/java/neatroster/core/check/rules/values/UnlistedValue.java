package neatroster.core.check.rules.values;

import java.util.Map;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.OwnField;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;
import neatroster.core.value.Judged;

/** A value that your own field does not allow. */
public final class UnlistedValue extends TableRule {
  static final RuleText TEXT = new RuleText("unlisted-value", Severity.ERROR);

  public UnlistedValue() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  @Override
  public void select(RowFilter on) {
    on.sheet()
        .ownFields()
        .forEach(
            (field, column) -> on.text(column, cell -> !on.sheet().judged(field, cell).isGood()));
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.row.isDerived()) {
      return;
    }
    for (Map.Entry<OwnField, Integer> own : row.row.reading().ownFields().entrySet()) {
      Cell cell = row.row.cellAt(own.getValue());
      OwnField field = own.getKey();
      if (cell.isEmpty() || cell.isBlank()) {
        continue;
      }
      Judged judged = row.row.judged(field, own.getValue());
      if (!judged.isGood()) {
        Finding.Builder finding =
            row.finding(
                this, own.getValue(), Quoted.value(cell.cleaned()) + " " + judged.trouble());
        if (judged.probably() != null) {
          finding.suggesting(judged.probably());
        }
        findings.add(finding);
      }
    }
  }
}
