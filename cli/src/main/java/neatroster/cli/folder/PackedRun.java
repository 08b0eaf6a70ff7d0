package neatroster.cli.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;
import neatroster.cli.terminal.Problem;
import neatroster.core.change.Change;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.Nearest;
import neatroster.formats.KeptChanges;

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
    try {
      new KeptChanges(place.resolve(KnownSource.CHANGES))
          .read(
              Table.USERS,
              change -> {
                if (change.change() != Change.REMOVE) {
                  usernames.add(change.value(Field.USERNAME).toLowerCase(Locale.ROOT));
                }
              });
    } catch (IOException e) {
      throw Problem.unreadable(place + " cannot be read.", e);
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
