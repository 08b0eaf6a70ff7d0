package neatroster.core.check.rules.texts;

import java.util.EnumSet;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.check.UsernameShapes;
import neatroster.core.intake.Column;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cell;
import neatroster.core.text.FormulaSigns;
import neatroster.core.text.Quoted;

/** A value that spreadsheet programs take for a formula. */
public final class FormulaSign extends TableRule {
  static final RuleText TEXT = new RuleText("formula-sign", Severity.ERROR);

  /** What must reach the platform letter by letter. */
  private static final Set<Field> LITERAL =
      EnumSet.of(
          Field.USERNAME,
          Field.EMAIL,
          Field.ID,
          Field.PASSWORD,
          Field.JOIN_CODE,
          Field.GUARDIAN_EMAIL,
          Field.FORMER_USERNAME);

  private final UsernameShapes shapes;

  public FormulaSign(Settings settings) {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
    shapes = new UsernameShapes(settings);
  }

  @Override
  public void select(RowFilter on) {
    for (Column column : on.sheet().columns()) {
      column
          .field()
          .ifPresent(
              field ->
                  on.text(
                      column.index(),
                      cell -> cell.charAt(0) == '\'' || isTakenForFormula(field, cell)));
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.row.isDerived()) {
      return;
    }
    for (Column column : row.row.reading().columns()) {
      Cell cell = row.row.cellAt(column.index());
      if (cell.isEmpty() || column.field().isEmpty()) {
        continue;
      }
      Field field = column.field().get();
      if (cell.charAt(0) == '\'' && field != Field.PASSWORD) {
        // Kept from being calculated in the sheet, and delivered without the apostrophe.
        if (LITERAL.contains(field) && FormulaSigns.begin(row.text(field))) {
          findings.add(row.finding(this, field, message(field, cell)));
        }
        continue;
      }
      if (isTakenForFormula(field, cell) && !isSaid(row, field, cell)) {
        findings.add(row.finding(this, field, message(field, cell)));
      }
    }
  }

  private static boolean isTakenForFormula(Field field, CharSequence cell) {
    return FormulaSigns.begin(cell) && (LITERAL.contains(field) || FormulaSigns.isLive(cell));
  }

  /** Whether another rule says already what is wrong with the value. */
  private boolean isSaid(CheckedRow row, Field field, Cell cell) {
    return switch (field) {
      case PASSWORD -> false;
      case USERNAME -> shapes.trouble(row, cell) != null;
      case EMAIL, GUARDIAN_EMAIL -> cell.charAt(0) == '@' || FormulaSigns.isFormula(cell);
      default -> FormulaSigns.isFormula(cell);
    };
  }

  private static String message(Field field, Cell cell) {
    return (field == Field.PASSWORD ? "The password" : Quoted.value(cell))
        + " begins as a formula does: a spreadsheet program would show something else.";
  }
}
