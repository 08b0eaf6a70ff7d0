package neatroster.core.roster;

import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;

/**
 * Which of the sheets that say what the platform holds are our own deliveries: each says only what
 * it changed.
 *
 * @param runs the run of each such sheet
 * @param before reads what was before, as a row keeps it under {@link #BEFORE}
 */
public record Deliveries(Map<SheetName, String> runs, Function<String, Map<Field, String>> before) {
  /** The header of the column that says what a delivered row did. */
  public static final String CHANGE = "change";

  /** The header of the column that says what was before. */
  public static final String BEFORE = "before";

  /** No deliveries. */
  public static Deliveries none() {
    return new Deliveries(Map.of(), text -> Map.of());
  }

  /** Whether a row of ours made what it is about. */
  boolean isCreation(RosterRow row) {
    return has(row.reading().name()) && row.own(CHANGE).equals("create");
  }

  /** Whether a row of ours changed something of what was there. */
  boolean isChange(RosterRow row) {
    return has(row.reading().name()) && row.own(CHANGE).equals("change");
  }

  /** The group that a row took somebody out of by putting them into another one, if it did. */
  Optional<String> groupLeft(RosterRow row) {
    return row.own(CHANGE).equals("regroup")
        ? Optional.of(before.apply(row.own(BEFORE)).getOrDefault(Field.GROUP, ""))
        : Optional.empty();
  }

  boolean has(SheetName sheet) {
    return runs.containsKey(sheet);
  }
}
