package neatroster.core.check;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.model.Field;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A join code of two courses or groups. */
final class DuplicateJoinCode implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "duplicate-join-code",
          Severity.ERROR,
          "Two courses or groups in the sheets have the same join code.",
          "Whoever types it lands in one of them, and nobody can say in which.",
          "Give one of them another code, or leave the cell blank to have one made.",
          """
          code  | title      | join code
          NAV-1 | Coastal    | KITE-7
          NAV-2 | Offshore   | kite-7        ← the code of NAV-1
          """);

  private final Map<String, Place> places = new HashMap<>();

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return Set.of(Table.COURSES, Table.GROUPS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (!row.has(Field.JOIN_CODE)) {
      return;
    }
    String code = row.text(Field.JOIN_CODE);
    Place first = places.putIfAbsent(code.toUpperCase(Locale.ROOT), row.row.place());
    if (first != null) {
      findings.add(
          row.finding(
                  this,
                  Field.JOIN_CODE,
                  Quoted.value(code) + " is the join code of " + row.named(first) + " already.")
              .against(first));
    }
  }
}
