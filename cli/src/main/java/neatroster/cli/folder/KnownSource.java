package neatroster.cli.folder;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import neatroster.core.model.Table;
import neatroster.formats.RunChanges;
import neatroster.register.Run;

/**
 * A file that says what the platform holds: an export of it, what it says itself, or what we
 * delivered.
 *
 * @param file the file
 * @param at as of when: when it was delivered, or first seen here, or what the settings say
 * @param run the run that it was delivered with; nothing of an export
 * @param isPlatform whether it is what the platform itself says
 */
public record KnownSource(FileArgument file, Instant at, Optional<String> run, boolean isPlatform) {
  /** The folder of a run that holds what it changes. */
  public static final String CHANGES = "changes";

  /**
   * The folder in a run of what none of its formats carries, in the same form: it is not delivered
   * with the run, but says who it is that the batches name.
   */
  public static final String DUE = "not-carried";

  /** The folder in a run of what the platform took of its changes, in the same form. */
  public static final String TAKEN = "taken";

  /** Everything that says what the platform holds, the newest first. */
  static List<KnownSource> of(Session session) {
    List<KnownSource> sources = new ArrayList<>();
    List<FileArgument> exports = new ArrayList<>();
    session
        .folder()
        .ifPresent(
            folder -> {
              exports.addAll(folder.knownFiles());
              delivered(session, folder, sources);
            });
    int ofFolder = exports.size();
    session.known().forEach(argument -> exports.add(session.file(argument)));
    // What is seen for the first time at once is of one time.
    List<KnownSource> dated = ExportTimes.date(session, exports);
    sources.addAll(dated.subList(0, ofFolder));
    sources.removeIf(source -> !session.looksAt(source));
    sources.addAll(dated.subList(ofFolder, dated.size()));
    sources.sort(Comparator.comparing(KnownSource::at).reversed());
    return sources;
  }

  private static void delivered(Session session, RosterFolder folder, List<KnownSource> sources) {
    for (Run run : Workplace.runsIn(folder)) {
      if (run.deliveredAt().isEmpty()) {
        continue;
      }
      String kept = run.confirmed().isPresent() ? TAKEN : CHANGES;
      String changes = "runs/" + run.name() + "/" + kept;
      if (!Files.isDirectory(folder.path(changes))) {
        session
            .screen()
            .remark(
                "Run "
                    + run.name()
                    + " was delivered, but "
                    + folder.shown(changes)
                    + " is gone: what it delivered counts as known only as far as exports show it.");
        continue;
      }
      for (Table table : Table.values()) {
        String name = changes + "/" + RunChanges.fileName(table);
        Path path = folder.path(name);
        if (Files.isRegularFile(path)) {
          FileArgument file =
              new FileArgument(
                  path, folder.shown(name), Optional.empty(), Optional.of(table), Optional.empty());
          sources.add(
              new KnownSource(file, run.deliveredAt().get(), Optional.of(run.name()), false));
        }
      }
    }
  }
}
