package neatroster.core.check;

import java.time.LocalDate;
import java.util.Optional;
import java.util.Set;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;

/**
 * What a roster is checked against.
 *
 * @param settings the folder's settings
 * @param known what the platform holds already
 * @param today the day of the check; without it nothing is too old or too young
 * @param photos the names of the picture files there are; without it they are not looked for
 */
public record CheckInput(
    Settings settings, Known known, Optional<LocalDate> today, Optional<Set<String>> photos) {
  /** Settings and known users, on no particular day. */
  public static CheckInput of(Settings settings, Known known) {
    return new CheckInput(settings, known, Optional.empty(), Optional.empty());
  }
}
