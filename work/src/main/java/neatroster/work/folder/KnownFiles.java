package neatroster.work.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import neatroster.core.check.CheckInput;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Counted;
import neatroster.core.roster.Roster;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.core.statement.Statement;
import neatroster.core.statement.Statements;
import neatroster.work.Problem;

/**
 * What is known before a check begins: exports of the platform, the pictures there are, the day.
 */
public final class KnownFiles {
  private KnownFiles() {}

  /** What a roster is checked against. */
  public static CheckInput checkInput(CommandContext context, KnownUsers issued, Roster roster) {
    return new CheckInput(
        context.settings(),
        read(context, issued),
        Optional.of(LocalDate.now(ZoneId.systemDefault())),
        photos(context, roster));
  }

  /** The same in a folder that is only read. */
  public static CheckInput checkInput(CommandContext context, Roster roster) {
    return checkInput(context, LockedRosterFolder.knownIn(context.folder()), roster);
  }

  /**
   * What a roster is checked against by a command that compares: that people and enrollments are
   * known already is what it tells itself.
   */
  public static CheckInput comparing(CommandContext context, KnownUsers issued, Roster roster) {
    CheckInput checkInput = checkInput(context, issued, roster);
    return new CheckInput(
        context.settings().withoutRules(List.of("already-known", "already-enrolled")),
        checkInput.known(),
        checkInput.today(),
        checkInput.photos());
  }

  /** The same in a folder that is only read. */
  public static CheckInput comparing(CommandContext context, Roster roster) {
    return comparing(context, LockedRosterFolder.knownIn(context.folder()), roster);
  }

  private static Known read(CommandContext context, KnownUsers issued) {
    List<KnownSource> sources = KnownSources.of(context);
    if (sources.isEmpty()) {
      return Known.of(issued);
    }
    try (OpenRoster open = OpenRoster.ofExports(context, sources)) {
      for (Roster.Unread unread : open.roster().unread()) {
        if (unread.isLeftAlone()) {
          context.dialog().remark(unread.name() + " is no table and was left alone.");
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
          Statements.read(
              open.roster(),
              sources.stream().map(KnownFiles::statement).toList(),
              issued.all(),
              context.settings().emails().usual().sharedAllowed());
      open.verifyUnchanged();
      if (sources.stream().noneMatch(KnownSource::isPlatform)) {
        known.told().outdated().forEach((file, count) -> remarkOutdated(context, file, count));
      }
      return known;
    } catch (UnreadableSheetException e) {
      throw Problem.unreadable(
          "What the platform holds could not be read to its end: " + e.getMessage() + ".", e);
    } catch (IOException e) {
      throw Problem.unreadable(
          "What was delivered cannot be read: "
              + e.getMessage()
              + ". Put the file back as it was; or take its folder away and put a new export of the"
              + " platform into known/.",
          e);
    }
  }

  private static Statement statement(KnownSource source) {
    return source
        .delivered()
        .<Statement>map(delivered -> new Statement.Delivery(delivered.changes(), source.at()))
        .orElseGet(
            () ->
                source.isPlatform()
                    ? new Statement.Platform(source.name(), source.at())
                    : new Statement.Export(source.name(), source.at()));
  }

  /** A list that was saved in parts may look like one that is out of date. */
  private static void remarkOutdated(CommandContext context, String file, int count) {
    context
        .dialog()
        .remarkOnce(
            file
                + " lists "
                + Counted.of(count, "account")
                + " that a newer list of users does not have: "
                + (count == 1 ? "it counts" : "they count")
                + " as gone. If both lists hold, say in roster.yaml that they are of one day:"
                + " known: [{file: FILE, as-of: DAY}, …]");
  }

  /**
   * The names of the pictures in the folders {@code photos} beside the sheets and in the roster
   * folder, in lower case; nothing where there is no such folder.
   */
  private static Optional<Set<String>> photos(CommandContext context, Roster roster) {
    Set<Path> places = new HashSet<>();
    context.folder().ifPresent(f -> places.add(f.path("photos")));
    roster
        .order()
        .forEach(
            name -> {
              Path file = context.resolve(Path.of(name.file())).toAbsolutePath();
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
