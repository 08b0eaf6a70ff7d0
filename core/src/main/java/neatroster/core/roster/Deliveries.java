package neatroster.core.roster;

import java.util.Map;
import neatroster.core.grid.SheetName;

/**
 * Which of the sheets that say what the platform holds are our own deliveries: each says only what
 * it changed.
 *
 * @param runs the run of each such sheet
 */
public record Deliveries(Map<SheetName, String> runs) {
  /** The header of the column that says what a delivered row did. */
  public static final String CHANGE = "change";

  /** No deliveries. */
  public static Deliveries none() {
    return new Deliveries(Map.of());
  }

  boolean has(SheetName sheet) {
    return runs.containsKey(sheet);
  }
}
