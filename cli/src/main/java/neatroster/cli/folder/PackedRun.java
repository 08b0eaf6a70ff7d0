package neatroster.cli.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import neatroster.cli.terminal.Problem;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.Nearest;
import neatroster.formats.KeptChanges;
import neatroster.formats.RunChanges;
import neatroster.sheets.SheetFile;
import neatroster.sheets.SheetFiles;

/** A run that was packed. */
public final class PackedRun {
  private PackedRun() {}

  /** The usernames, in lower case, of the users in a run's batches. */
  public static Set<String> usernames(RosterFolder folder, String run) {
    Path place = folder.path("runs").resolve(run).normalize();
    if (!place.startsWith(folder.path("runs").normalize()) || !Files.isDirectory(place)) {
      throw Problem.usage(
          "There is no run “"
              + run
              + "”."
              + Nearest.word(run, runs(folder)).map(near -> " Is " + near + " meant?").orElse(""));
    }
    Set<String> usernames = new HashSet<>();
    for (Path batch : usersBatches(place)) {
      try (SheetFile file = SheetFiles.open(batch, batch.toString())) {
        SheetReading.of(file.sheets().get(0), Optional.of(Table.USERS))
            .read(
                row -> {
                  if (!row.text(Field.STATUS).equals("removed")) {
                    usernames.add(row.text(Field.USERNAME).toLowerCase(Locale.ROOT));
                  }
                });
      } catch (IOException | UnreadableSheetException e) {
        throw Problem.unreadable(batch + " cannot be read.", e);
      }
    }
    return usernames;
  }

  /** How many changes a run holds. */
  public static int changes(RosterFolder folder, String run) {
    Path changes = folder.path("runs").resolve(run).resolve(KnownSource.CHANGES);
    int[] count = new int[1];
    try {
      new KeptChanges(changes).read(change -> count[0]++);
    } catch (IOException e) {
      throw Problem.unreadable(changes + " cannot be read.", e);
    }
    return count[0];
  }

  private static List<Path> usersBatches(Path run) {
    Path changes = run.resolve(KnownSource.CHANGES);
    if (Files.isDirectory(changes)) {
      // Whatever the formats of the batches are.
      Path users = changes.resolve(RunChanges.fileName(Table.USERS));
      return Files.isRegularFile(users) ? List.of(users) : List.of();
    }
    Path plain = run.resolve("plain");
    if (!Files.isDirectory(plain)) {
      throw Problem.usage(
          "The run has no plain batches, by which its users could be told; use --course or --site.");
    }
    try (Stream<Path> files = Files.list(plain)) {
      return files
          .filter(file -> file.getFileName().toString().matches("3-users.*\\.csv"))
          .sorted()
          .toList();
    } catch (IOException e) {
      throw Problem.unreadable(plain + " cannot be read.", e);
    }
  }

  private static List<String> runs(RosterFolder folder) {
    Path runs = folder.path("runs");
    List<String> names = new ArrayList<>();
    if (Files.isDirectory(runs)) {
      try (Stream<Path> files = Files.list(runs)) {
        files.limit(10_000).forEach(file -> names.add(file.getFileName().toString()));
      } catch (IOException e) {
        return names;
      }
    }
    return names;
  }
}
