package neatroster.core.check.rules.people;

import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.check.UsernameShapes;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cell;
import neatroster.core.text.FormulaSigns;
import neatroster.core.text.Quoted;

/** A username that the settings do not allow. */
public final class BadUsername implements RowRule {
  static final RuleText TEXT = new RuleText("bad-username", Severity.ERROR);

  private final UsernameShapes shapes;

  public BadUsername(Settings settings) {
    shapes = new UsernameShapes(settings);
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return Set.of(Table.USERS);
  }

  @Override
  public void select(RowFilter on) {
    on.text(Field.USERNAME, shapes::mayBeTrouble);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    Cell cell = row.cell(Field.USERNAME);
    if (cell.isEmpty() || cell.isBlank() || FormulaSigns.isFormula(cell)) {
      return;
    }
    String trouble = shapes.trouble(row, cell);
    if (trouble != null) {
      String username = row.text(Field.USERNAME);
      Finding.Builder finding =
          row.finding(
              this, Field.USERNAME, Quoted.value(username) + " cannot be a username: " + trouble);
      shapes.of(row).mended(username).ifPresent(finding::suggesting);
      findings.add(finding);
    }
  }
}
