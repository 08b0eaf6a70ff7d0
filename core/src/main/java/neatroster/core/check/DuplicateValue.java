package neatroster.core.check;

import java.util.HashMap;
import java.util.Map;
import neatroster.core.model.OwnField;
import neatroster.core.model.Place;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Cell;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.Quoted;

/** A value of your own field that two rows have. */
final class DuplicateValue extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "duplicate-value",
          Severity.ERROR,
          "Two rows have the same value in a field that roster.yaml declares as unique.",
          "Whatever it stands for belongs to one of them only.",
          "Correct one of the two.",
          """
          (roster.yaml) fields: {locker: {table: users, unique: true}}

          given name | locker
          Ana        | 17
          Bo         | 17     ← taken
          """);

  DuplicateValue() {
    super(TEXT, Table.USERS, Table.COURSES, Table.GROUPS, Table.ENROLLMENTS);
  }

  private final Map<OwnField, KeyIndex> seen = new HashMap<>();
  private final Map<OwnField, IntList> lines = new HashMap<>();

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.row.isDerived()) {
      return;
    }
    for (Map.Entry<OwnField, Integer> own : row.row.reading().ownFields().entrySet()) {
      Cell cell = row.row.cellAt(own.getValue());
      if (!own.getKey().unique() || cell.isEmpty() || cell.isBlank()) {
        continue;
      }
      IntList linesOf = lines.computeIfAbsent(own.getKey(), f -> new IntList());
      int number = seen.computeIfAbsent(own.getKey(), f -> KeyIndex.exact()).add(cell);
      if (number == linesOf.size()) {
        linesOf.add(row.line);
      } else {
        Place place = row.place(linesOf.get(number));
        findings.add(
            row.finding(
                    this,
                    own.getValue(),
                    Quoted.value(cell.cleaned()) + " stands in " + row.named(place) + " already.")
                .against(place));
      }
    }
  }
}
