package neatroster.core.check.rules.texts;

import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.OddTextRule;
import neatroster.core.check.RuleText;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.text.Cell;
import neatroster.core.text.Quoted;

/** Letters that were lost. */
public final class UndecodableText extends OddTextRule {
  static final RuleText TEXT = new RuleText("undecodable-text", Severity.ERROR);

  public UndecodableText() {
    super(TEXT);
  }

  @Override
  protected boolean matches(Field field, Cell cell) {
    return has(cell);
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    findings.add(
        row.finding(
            this, field, "A letter of " + Quoted.value(cell) + " was lost on the way here."));
  }

  private static boolean has(Cell cell) {
    for (int i = 0; i < cell.length(); i++) {
      if (cell.charAt(i) == '\ufffd') {
        return true;
      }
    }
    return false;
  }
}
