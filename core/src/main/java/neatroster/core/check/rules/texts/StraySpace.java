package neatroster.core.check.rules.texts;

import java.util.EnumSet;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.Cleaning;
import neatroster.core.text.Quoted;

/** A cell has spaces that nobody sees. */
public final class StraySpace implements RowRule {
  static final RuleText TEXT = new RuleText("stray-space", Severity.WARNING);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return EnumSet.allOf(Table.class);
  }

  @Override
  public void select(RowFilter on) {
    on.oddText((column, cell) -> !Cleaning.isClean(cell));
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.unusual || row.row.isDerived()) {
      // Its cells are those of the row that it comes from.
      return;
    }
    SheetReading sheet = row.row.reading();
    for (Column column : sheet.columns()) {
      if (column.field().isEmpty()) {
        continue;
      }
      Cell cell = row.row.raw().cell(column.index());
      boolean habit = column.index() > 0 && sheet.hasSpacesBehindSeparators();
      if (!Cleaning.isClean(cell) && hasStraySpace(habit ? withoutFirst(cell) : cell)) {
        Field field = column.field().get();
        if (field == Field.PASSWORD) {
          findings.add(row.finding(this, field, "The password begins or ends with a space."));
        } else {
          findings.add(
              row.finding(this, field, Quoted.value(cell) + where(cell))
                  .suggesting(cell.cleaned()));
        }
      }
    }
  }

  private static String where(Cell cell) {
    int last = cell.length() - 1;
    if (Cleaning.isSpace(cell.charAt(last))) {
      return " has a space at the end.";
    }
    if (Cleaning.isSpace(cell.charAt(0))) {
      return " has a space at the beginning.";
    }
    for (int i = 0; i < last; i++) {
      if (Cleaning.isSpace(cell.charAt(i)) && Cleaning.isSpace(cell.charAt(i + 1))) {
        return " has two spaces in a row.";
      }
    }
    return " has a space that is no ordinary one.";
  }

  /** The cell without the one space that stands behind every separator. */
  private static CharSequence withoutFirst(Cell cell) {
    return cell.charAt(0) == ' ' ? cell.subSequence(1, cell.length()) : cell;
  }

  private static boolean hasStraySpace(CharSequence cell) {
    boolean afterSpace = true;
    for (int i = 0; i < cell.length(); i++) {
      char c = cell.charAt(i);
      boolean space = Cleaning.isSpace(c);
      if (space && (afterSpace || c != ' ')) {
        return !Cleaning.isBlank(cell);
      }
      afterSpace = space;
    }
    return afterSpace && !Cleaning.isBlank(cell);
  }
}
