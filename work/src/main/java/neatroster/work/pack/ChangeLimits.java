package neatroster.work.pack;

import java.util.List;
import java.util.Map;
import neatroster.core.compare.ExceededLimit;
import neatroster.core.compare.Totals;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.work.Problem;

/** The limits of what one run may change: those of the settings, and what goes before them. */
final class ChangeLimits {
  private ChangeLimits() {}

  /** Sees to it that what goes before the settings are limits that there are. */
  static void verify(Settings settings, Map<String, Integer> goAbove) {
    for (String kind : goAbove.keySet()) {
      if (!settings.stopAbove().containsKey(kind)) {
        throw Problem.usage("--go-above takes removals, withdrawals or changes with a number.");
      }
    }
  }

  /** What a run would do more of than it may. */
  static List<ExceededLimit> exceeded(
      Settings settings, Known known, Map<String, Integer> goAbove, Totals totals) {
    return ExceededLimit.of(totals, known, settings.stopAbove(), goAbove);
  }
}
