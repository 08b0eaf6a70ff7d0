package neatroster.cli.report;

import java.util.function.Consumer;
import neatroster.core.compare.ChangeReceiver;
import neatroster.core.compare.LeftAsItIs;
import neatroster.core.compare.PlannedChange;
import neatroster.core.compare.Totals;
import neatroster.core.intake.RosterRow;
import neatroster.core.roster.Held;
import neatroster.core.settings.Settings;

/**
 * What would change. It is counted once and can be gone over as often as a report needs it, so that
 * it need not be kept.
 */
public final class Preview {
  private final Consumer<ChangeReceiver> comparison;
  private final Totals totals;
  private int left;
  private int leftOut;

  /**
   * Counts what would change.
   *
   * @param comparison goes over all changes, the same each time
   */
  public Preview(Settings settings, Held held, Consumer<ChangeReceiver> comparison) {
    this.comparison = comparison;
    totals = new Totals(held, settings.defaultRole());
    comparison.accept(
        new ChangeReceiver() {
          @Override
          public void change(PlannedChange change) {
            totals.add(change);
          }

          @Override
          public void leftOut(RosterRow row, int line, String why) {
            leftOut++;
          }

          @Override
          public void left(LeftAsItIs one) {
            left++;
          }
        });
  }

  /** Goes over it once more. */
  void each(ChangeReceiver receiver) {
    comparison.accept(receiver);
  }

  /** How many changes of each kind there are. */
  public Totals totals() {
    return totals;
  }

  /** How many differences the settings leave as they are. */
  int left() {
    return left;
  }

  /** How many rows would not be delivered. */
  public int leftOut() {
    return leftOut;
  }
}
