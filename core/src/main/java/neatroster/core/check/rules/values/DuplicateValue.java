package neatroster.core.check.rules.values;

import java.util.HashMap;
import java.util.Map;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.grid.Place;
import neatroster.core.model.OwnField;
import neatroster.core.model.Severity;
import neatroster.core.text.Cell;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.Quoted;

/** A value of your own field that two rows have. */
public final class DuplicateValue implements ColumnRule {
  static final RuleText TEXT = new RuleText("duplicate-value", Severity.ERROR);

  private final Map<OwnField, KeyIndex> seen = new HashMap<>();
  private final Map<OwnField, IntList> lines = new HashMap<>();

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    sheet
        .reading()
        .ownFields()
        .forEach(
            (field, column) -> {
              if (field.unique()) {
                check(sheet, field, column, findings);
              }
            });
  }

  private void check(SheetView sheet, OwnField field, int column, Findings findings) {
    IntList linesOf = lines.computeIfAbsent(field, f -> new IntList());
    KeyIndex values = seen.computeIfAbsent(field, f -> KeyIndex.exact());
    for (int position = 0; position < sheet.rows(); position++) {
      int text = sheet.textAt(position, column);
      Cell cell = sheet.shownAt(column, text);
      if (cell.isBlank() || sheet.isMisaligned(position)) {
        continue;
      }
      int number = values.add(cell);
      if (number == linesOf.size()) {
        linesOf.add(sheet.line(position));
      } else {
        Place place = sheet.roster().rows().place(linesOf.get(number));
        findings.add(
            sheet
                .finding(
                    position,
                    sheet.reading().columns().get(column),
                    this,
                    Quoted.value(cell.cleaned()) + " stands in " + sheet.named(place) + " already.")
                .against(place));
      }
    }
  }
}
