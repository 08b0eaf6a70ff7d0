package neatroster.core.check.rules.texts;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Finding;
import neatroster.core.check.Findings;
import neatroster.core.check.OddTextRule;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.check.TextTests;
import neatroster.core.intake.Column;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.text.Cell;
import neatroster.core.text.FormulaSigns;
import neatroster.core.text.Quoted;

/** A cell that a spreadsheet program could not calculate. */
public final class SpreadsheetError extends OddTextRule implements ColumnRule {
  static final RuleText TEXT = new RuleText("spreadsheet-error", Severity.ERROR);

  /** The errors of ECMA-376, part 1, section 18.17.3, and those of other spreadsheet programs. */
  private static final Pattern ERROR =
      Pattern.compile(
          "#(?:N/A|REF!|NAME\\?|VALUE!|DIV/0!|NUM!|NULL!|SPILL!|CALC!|GETTING_DATA|NV|BEZUG!|WERT!"
              + "|ZAHL!|NOMBRE\\?|NOME\\?|VALOR!|¡REF!|¡VALOR!|NOM\\s?\\?|VALEUR\\s?!)|Err:\\d{3}|#{3,}");

  /** Fewer are slips of their own. */
  private static final int MANY = 3;

  public SpreadsheetError() {
    super(TEXT);
  }

  /** Formulas without a result: where a column has many, the whole column is one slip. */
  @Override
  public void check(SheetView sheet, Findings findings) {
    for (Column column : sheet.reading().columns()) {
      boolean secret = column.field().filter(field -> field == Field.PASSWORD).isPresent();
      if (column.field().isEmpty() || secret || !sheet.hasOddTexts(column)) {
        continue;
      }
      TextTests formulas = sheet.tests(column.index(), FormulaSigns::isFormula);
      List<Integer> unsaved = new ArrayList<>();
      for (int position = 0; position < sheet.rows(); position++) {
        int text = sheet.textAt(position, column.index());
        if (formulas.passesIfOdd(text) && !sheet.isMisaligned(position)) {
          unsaved.add(position);
        }
      }
      say(sheet, column, unsaved, findings);
    }
  }

  private void say(SheetView sheet, Column column, List<Integer> unsaved, Findings findings) {
    if (unsaved.size() >= MANY) {
      Finding.Builder first = sheet.finding(unsaved.get(0), column, this, "");
      first.saying(
          "The cells of this column are formulas, as "
              + Quoted.value(first.value())
              + ", and the program that wrote the sheet did not save their results. Open it in a"
              + " spreadsheet program and save it again.");
      unsaved.subList(1, unsaved.size()).forEach(at -> first.against(sheet.place(at)));
      findings.add(first);
      return;
    }
    for (int position : unsaved) {
      Finding.Builder finding = sheet.finding(position, column, this, "");
      findings.add(
          finding.saying(
              "The cell holds a formula, "
                  + Quoted.value(finding.value())
                  + ", and its result was not saved. Open the sheet in a spreadsheet program"
                  + " and save it again."));
    }
  }

  @Override
  protected boolean matches(Field field, Cell cell) {
    char first = cell.charAt(0);
    return (first == '#' || first == 'E') && ERROR.matcher(cell.cleaned()).matches();
  }

  @Override
  protected void check(CheckedRow row, Field field, Cell cell, Findings findings) {
    findings.add(
        row.finding(
            this,
            field,
            Quoted.value(cell)
                + " is what a spreadsheet program shows where it cannot calculate."));
  }
}
