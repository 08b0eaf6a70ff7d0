package neatroster.work.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.disk.Sha256;
import neatroster.work.Problem;

/**
 * As of when exports count: as the settings say, else since their content was first seen, whatever
 * the time stamps of the files say. What the platform says itself is newer than everything.
 */
final class ExportTimes {
  private ExportTimes() {}

  /** Finds out as of when files count. */
  static List<KnownSource> date(CommandContext context, List<FileArgument> files) {
    Map<FileArgument, String> digests = new LinkedHashMap<>();
    for (FileArgument file : files) {
      if (!context.standsForPlatform(file) && Files.isRegularFile(file.path())) {
        try {
          digests.put(file, Sha256.of(file.path()));
        } catch (IOException e) {
          throw Problem.unreadable(file.name() + " cannot be read.", e);
        }
      }
    }
    Map<String, Instant> seen =
        digests.isEmpty()
            ? Map.of()
            : LockedRosterFolder.exportsSeenIn(context.folder(), List.copyOf(digests.values()));
    Instant now = Instant.now();
    List<KnownSource> dated = new ArrayList<>();
    for (FileArgument file : files) {
      boolean isPlatform = context.standsForPlatform(file);
      Instant at =
          isPlatform
              ? Instant.MAX
              : said(context, file).orElseGet(() -> seen.getOrDefault(digests.get(file), now));
      remarkOnAge(context, file, at);
      dated.add(new KnownSource(file.name(), at, Optional.of(file), Optional.empty(), isPlatform));
    }
    return dated;
  }

  /** A list that was made before a delivery and came here after it says what was before. */
  private static void remarkOnAge(CommandContext context, FileArgument file, Instant at) {
    if (!Files.isRegularFile(file.path()) || said(context, file).isPresent()) {
      return;
    }
    Instant saved = saved(file);
    context.folder().stream()
        .flatMap(folder -> LockedRosterFolder.runsIn(folder).stream())
        .filter(run -> run.deliveredAt().isPresent())
        .filter(run -> saved.isBefore(run.deliveredAt().get()))
        .filter(run -> run.deliveredAt().get().isBefore(at))
        .findFirst()
        .ifPresent(
            run ->
                context
                    .dialog()
                    .remarkOnce(
                        file.name()
                            + " was saved before run "
                            + run.name()
                            + " was delivered, and first seen here after it: it counts as newer. If it"
                            + " shows what was before, say so in roster.yaml: known: [{file: "
                            + file.name()
                            + ", as-of: "
                            + LocalDate.ofInstant(saved, ZoneId.systemDefault())
                            + "}]"));
  }

  private static Instant saved(FileArgument file) {
    try {
      return Files.getLastModifiedTime(file.path()).toInstant();
    } catch (IOException e) {
      throw Problem.unreadable(file.name() + " cannot be read.", e);
    }
  }

  private static Optional<Instant> said(CommandContext context, FileArgument file) {
    String name = file.name().replace('\\', '/');
    for (Map.Entry<String, LocalDateTime> one : context.settings().exportsAsOf().entrySet()) {
      String told = one.getKey().replace('\\', '/');
      if (name.equals(told) || name.endsWith("/" + told)) {
        return Optional.of(one.getValue().atZone(ZoneId.systemDefault()).toInstant());
      }
    }
    return Optional.empty();
  }
}
