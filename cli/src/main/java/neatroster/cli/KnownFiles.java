package neatroster.cli;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import neatroster.core.check.Basis;
import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.Settings;
import neatroster.core.roster.Known;
import neatroster.core.roster.KnownUsers;
import neatroster.core.roster.Roster;

/**
 * What is known before a check begins: exports of the platform, the pictures there are, the day.
 */
final class KnownFiles {
  private KnownFiles() {}

  /** What a roster is checked against. */
  static Basis basis(
      CommonOptions options,
      Settings settings,
      Optional<RosterFolder> folder,
      KnownUsers issued,
      Roster roster) {
    return new Basis(
        settings,
        read(options, settings, folder, issued),
        Optional.of(LocalDate.now(ZoneId.systemDefault())),
        photos(options, folder, roster));
  }

  private static Known read(
      CommonOptions options, Settings settings, Optional<RosterFolder> folder, KnownUsers issued) {
    Optional<OpenRoster> exports = OpenRoster.openKnown(options, settings, folder);
    if (exports.isEmpty()) {
      return Known.of(issued);
    }
    try (OpenRoster open = exports.get()) {
      for (Roster.Unread unread : open.roster().unread()) {
        if (unread.isLeftAlone()) {
          options.screen().remark(unread.name() + " is no table and was left alone.");
          continue;
        }
        throw Problem.unreadable(
            unread.name()
                + ", which should say what the platform holds, cannot be understood: "
                + unread.why().getMessage()
                + ".",
            null);
      }
      Known known =
          Known.read(open.roster(), issued.all(), settings.emails().usual().sharedAllowed());
      open.verifyUnchanged();
      return known;
    } catch (UnreadableSheetException e) {
      throw Problem.unreadable(
          "What the platform holds could not be read to its end: " + e.getMessage() + ".", e);
    }
  }

  /**
   * The names of the pictures in the folders {@code photos} beside the sheets and in the roster
   * folder, in lower case; nothing where there is no such folder.
   */
  private static Optional<Set<String>> photos(
      CommonOptions options, Optional<RosterFolder> folder, Roster roster) {
    Set<Path> places = new HashSet<>();
    folder.ifPresent(f -> places.add(f.path("photos")));
    roster
        .order()
        .forEach(
            name -> {
              Path file = options.resolve(Path.of(name.file())).toAbsolutePath();
              places.add(file.resolveSibling("photos"));
            });
    Set<String> names = new HashSet<>();
    boolean any = false;
    for (Path place : places) {
      if (Files.isDirectory(place)) {
        any = true;
        try (Stream<Path> files = Files.list(place)) {
          files
              .map(file -> file.getFileName().toString().toLowerCase(Locale.ROOT))
              .filter(name -> !name.startsWith("."))
              .forEach(names::add);
        } catch (IOException e) {
          throw Problem.unreadable(place + " cannot be read.", e);
        }
      }
    }
    return any ? Optional.of(names) : Optional.empty();
  }
}
