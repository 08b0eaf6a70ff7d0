package neatroster.work.pack;

import java.util.Map;
import neatroster.core.settings.Settings;
import neatroster.work.Problem;

/** The limits that somebody sets for one run, before those of the settings. */
final class ChangeLimits {
  private ChangeLimits() {}

  /** Sees to it that what goes before the settings are limits that there are. */
  static void verify(Settings settings, Map<String, Integer> goAbove) {
    goAbove.forEach(
        (kind, limit) -> {
          if (!settings.stopAbove().containsKey(kind) || limit < 0) {
            throw Problem.usage("--go-above takes removals, withdrawals or changes with a number.");
          }
        });
  }
}
