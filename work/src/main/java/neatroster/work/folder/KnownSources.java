package neatroster.work.folder;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import neatroster.register.Run;
import neatroster.runs.RunFolder;

/** Finds everything that says what the platform holds: exports, deliveries, and its own answer. */
public final class KnownSources {
  private KnownSources() {}

  /** Everything that says what the platform holds, the newest first. */
  public static List<KnownSource> of(CommandContext context) {
    List<KnownSource> sources = new ArrayList<>(exports(context));
    context
        .folder()
        .ifPresent(
            folder -> {
              List<KnownSource> delivered = new ArrayList<>();
              delivered(context, folder, delivered);
              delivered.stream().filter(context::looksAt).forEach(sources::add);
            });
    sources.sort(Comparator.comparing(KnownSource::at).reversed());
    return sources;
  }

  /** The files of the platform's exports since a time, the newest last. */
  public static List<Path> exportFiles(CommandContext context, Instant since) {
    return exports(context).stream()
        .filter(source -> source.at().isAfter(since))
        .sorted(Comparator.comparing(KnownSource::at))
        .flatMap(source -> source.export().stream())
        .map(FileArgument::path)
        .toList();
  }

  /** The exports of the platform, and its answer, whenever they were made. */
  static List<KnownSource> exportsOfAnyTime(CommandContext context) {
    List<KnownSource> sources = new ArrayList<>();
    context
        .folder()
        .ifPresent(folder -> folder.knownFiles().forEach(file -> sources.add(ofAnyTime(file))));
    sources.removeIf(source -> !context.looksAt(source));
    context.known().forEach(argument -> sources.add(ofAnyTime(context.file(argument))));
    return sources;
  }

  private static KnownSource ofAnyTime(FileArgument file) {
    return new KnownSource(file.name(), Instant.EPOCH, Optional.of(file), Optional.empty(), false);
  }

  /** The exports of the platform, and its answer, with their times. */
  private static List<KnownSource> exports(CommandContext context) {
    List<KnownSource> sources = new ArrayList<>();
    List<FileArgument> exports = new ArrayList<>();
    context.folder().ifPresent(folder -> exports.addAll(folder.knownFiles()));
    int ofFolder = exports.size();
    context.known().forEach(argument -> exports.add(context.file(argument)));
    // What is seen for the first time at once is of one time.
    List<KnownSource> dated = ExportTimes.date(context, exports);
    sources.addAll(dated.subList(0, ofFolder));
    sources.removeIf(source -> !context.looksAt(source));
    sources.addAll(dated.subList(ofFolder, dated.size()));
    return sources;
  }

  private static void delivered(
      CommandContext context, RosterFolder folder, List<KnownSource> sources) {
    for (Run run : LockedRosterFolder.runsIn(folder)) {
      if (run.deliveredAt().isEmpty()) {
        continue;
      }
      String changes = "runs/" + run.name() + "/" + RunFolder.delivered(run);
      if (!Files.isDirectory(folder.path(changes))) {
        context
            .dialog()
            .remark(
                "Run "
                    + run.name()
                    + " was delivered, but "
                    + folder.shown(changes)
                    + " is gone: what it delivered counts as known only as far as exports show it.");
        continue;
      }
      KnownSource.Delivered delivered =
          new KnownSource.Delivered(run.name(), folder.run(run.name()).deliveredOf(run));
      KnownSource source =
          new KnownSource(
              folder.shown(changes),
              run.deliveredAt().get(),
              Optional.empty(),
              Optional.of(delivered),
              false);
      if (context.looksAt(source) && context.reliesOn(run)) {
        RunChoice.verifyDelivered(folder, run);
      }
      sources.add(source);
    }
  }
}
