package neatroster.core.check.rules.people;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Doubt;
import neatroster.core.text.Quoted;

/** An id that is written otherwise elsewhere. */
public final class AlteredId extends TableRule {
  static final RuleText TEXT = new RuleText("altered-id", Severity.WARNING);

  public AlteredId() {
    super(TEXT, Table.USERS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    for (Doubt doubt : row.doubts(Doubt.Kind.ALTERED_ID)) {
      Finding.Builder finding =
          row.finding(
              this,
              Field.ID,
              Quoted.value(row.shown(Field.ID))
                  + " is read as the id "
                  + Quoted.value(doubt.detail())
                  + " of "
                  + row.named(doubt)
                  + ".");
      doubt.lines().forEach(line -> finding.with(row.place(line)));
      findings.add(finding.suggesting(doubt.detail()));
    }
  }
}
