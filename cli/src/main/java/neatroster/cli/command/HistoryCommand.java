package neatroster.cli.command;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.concurrent.Callable;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.core.model.Counted;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.RosterFolder;
import neatroster.work.history.PastRun;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** The runs so far, and what became of each. */
@Command(name = "history", description = "Lists the runs so far, and what became of each.")
public final class HistoryCommand implements Callable<Integer> {
  private static final DateTimeFormatter MINUTES = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm");

  @Mixin private CommonOptions options;

  @Override
  public Integer call() {
    CommandContext context = options.context();
    RosterFolder folder =
        context.folderOr("There is no roster folder here; runs are packed in one. Try --folder.");
    List<PastRun> past = PastRun.of(folder);
    options.show(() -> json(past), screen -> text(screen, past));
    return Exit.DONE;
  }

  private static void text(Screen screen, List<PastRun> past) {
    if (past.isEmpty()) {
      screen.line("No run was packed in this folder yet.");
      return;
    }
    for (PastRun one : past) {
      screen.line(
          String.format(
              "%s  %-12s %s",
              screen.bold(String.format("%-14s", one.run().name())),
              one.state(),
              one.changes()
                  .map(count -> Counted.of(count, "change"))
                  .orElse("its folder is gone, so nobody can take it back")));
      StringBuilder more = new StringBuilder("                packed ");
      more.append(minutes(one.run().packedAt()));
      one.run().deliveredAt().ifPresent(at -> more.append(", delivered ").append(minutes(at)));
      one.run()
          .confirmed()
          .ifPresent(
              found ->
                  more.append(", confirmed ")
                      .append(minutes(found.at()))
                      .append(found.failed() == 0 ? "" : " but for " + found.failed()));
      one.run().undoes().ifPresent(other -> more.append("; takes back run ").append(other));
      screen.line(more.toString());
    }
  }

  private static String minutes(Instant at) {
    return MINUTES.format(LocalDateTime.ofInstant(at, ZoneId.systemDefault()));
  }

  private static JsonObject json(List<PastRun> past) {
    return Json.of("history")
        .list(
            "runs",
            past,
            one ->
                new JsonObject()
                    .put("run", one.run().name())
                    .put("packed", one.run().packedAt().toString())
                    .put("state", one.state())
                    .put("changes", one.changes().orElse(null))
                    .put("undoes", one.run().undoes().orElse(null))
                    .put(
                        "confirmed",
                        one.run().confirmed().map(found -> found.at().toString()).orElse(null))
                    .put("delivered", one.run().deliveredAt().map(Instant::toString).orElse(null)));
  }
}
