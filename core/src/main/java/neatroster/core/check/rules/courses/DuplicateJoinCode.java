package neatroster.core.check.rules.courses;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import neatroster.core.check.ColumnRule;
import neatroster.core.check.Findings;
import neatroster.core.check.RuleText;
import neatroster.core.check.SheetView;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A join code of two courses or groups. */
public final class DuplicateJoinCode implements ColumnRule {
  static final RuleText TEXT = new RuleText("duplicate-join-code", Severity.ERROR);

  private final Map<String, Place> places = new HashMap<>();

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public void check(SheetView sheet, Findings findings) {
    if (sheet.table() != Table.COURSES && sheet.table() != Table.GROUPS) {
      return;
    }
    for (int position = 0; sheet.has(Field.JOIN_CODE) && position < sheet.rows(); position++) {
      if (sheet.text(position, Field.JOIN_CODE) == 0 || sheet.isMisaligned(position)) {
        continue;
      }
      String code = sheet.row(position).text(Field.JOIN_CODE);
      Place first =
          code.isEmpty()
              ? null
              : places.putIfAbsent(code.toUpperCase(Locale.ROOT), sheet.place(position));
      if (first != null) {
        findings.add(
            sheet
                .finding(
                    position,
                    Field.JOIN_CODE,
                    this,
                    Quoted.value(code) + " is the join code of " + sheet.named(first) + " already.")
                .against(first));
      }
    }
  }
}
