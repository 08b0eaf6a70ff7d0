package neatroster.runs;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.core.compare.Teaching;
import neatroster.core.compare.WholeRecords;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.formats.BatchBackground;
import neatroster.formats.OwnColumns;
import neatroster.formats.SourcedIds;
import neatroster.formats.Split;
import neatroster.register.Register;
import neatroster.register.RegisterException;
import neatroster.sheets.OneRosterExports;

/** What the formats of a run may need beside its changes. */
public final class RunBackground {
  private RunBackground() {}

  /**
   * The background of a run.
   *
   * @param whole what users and courses are as a whole
   * @param teaching who teaches
   * @param exports OneRoster exports of the platform
   * @param oneRoster the version of OneRoster
   * @param split how files are divided
   */
  public static BatchBackground of(
      Settings settings,
      Known known,
      WholeRecords whole,
      Teaching teaching,
      Register register,
      OneRosterExports exports,
      String oneRoster,
      Split split)
      throws RegisterException {
    boolean isFirst =
        !known.tells(Table.USERS) && !known.tells(Table.ENROLLMENTS) && !known.tells(Table.COURSES);
    Set<String> guardians =
        known.users().all().stream()
            .filter(KnownUser::isGuardian)
            .map(user -> user.username().toLowerCase(Locale.ROOT))
            .collect(Collectors.toUnmodifiableSet());
    return new BatchBackground(
        new OwnColumns(settings.reading().ownFields()),
        settings.school().name(),
        isFirst,
        Instant.now(),
        LocalDate.now(ZoneId.systemDefault()),
        whole,
        teaching::roleOf,
        username -> guardians.contains(username.toLowerCase(Locale.ROOT)),
        new SourcedIds(register.sourcedIds(), exports.ids(), exports.latestIds()),
        exports,
        oneRoster,
        settings.ldifBase(),
        split);
  }
}
