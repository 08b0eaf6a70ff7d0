package neatroster.core.check.rules.sheets;

import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.RowRule;
import neatroster.core.check.RuleText;
import neatroster.core.grid.SheetRow;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** A row with more or fewer cells than the header. */
public final class UnevenRow implements RowRule {
  static final RuleText TEXT = new RuleText("uneven-row", Severity.ERROR);

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return EnumSet.allOf(Table.class);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.row.isUneven()) {
      return;
    }
    int width = row.row.reading().columns().size();
    int cells = row.row.raw().size();
    String message =
        "The row has " + cells + (cells == 1 ? " cell" : " cells") + ", the header " + width + ". ";
    if (holdsLines(row.row.raw())) {
      message =
          "A value in the row goes over several lines. Is the quotation mark missing that ends it?";
    } else if (cells > width) {
      Optional<String> value = QuotingGuess.of(row.row.reading(), row.row.raw());
      if (value.isPresent() && !row.row.reading().hasSecrets()) {
        findings.add(
            Finding.about(
                    row.row,
                    this,
                    message
                        + "One value has a separator in it and needs quotation marks around it.")
                .suggesting(value.get()));
        return;
      }
      message += "Is there a separator inside a value? Put that value in quotation marks.";
    } else {
      message += "Is a separator missing?";
    }
    findings.add(Finding.about(row.row, this, message));
  }

  private static boolean holdsLines(SheetRow row) {
    for (int i = 0; i < row.size(); i++) {
      if (row.cell(i).toString().indexOf('\n') >= 0) {
        return true;
      }
    }
    return false;
  }
}
