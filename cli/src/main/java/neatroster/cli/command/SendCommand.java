package neatroster.cli.command;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.concurrent.Callable;
import neatroster.cli.folder.DeliveredNames;
import neatroster.cli.folder.EditedBatches;
import neatroster.cli.folder.PackedRun;
import neatroster.cli.folder.RosterFolder;
import neatroster.cli.folder.RunChoice;
import neatroster.cli.folder.Session;
import neatroster.cli.folder.Workplace;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.Problem;
import neatroster.cli.terminal.Screen;
import neatroster.core.model.Counted;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Records that a packed run was delivered. */
@Command(
    name = "send",
    description = {
      "Records that you uploaded the batches of a run, so that what it changed counts as known from",
      "then on: the next run holds only what is new."
    })
public final class SendCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Option(names = "--by-hand", description = "You uploaded the batches yourself; nothing is sent.")
  private boolean byHand;

  @Parameters(
      paramLabel = "RUN",
      arity = "0..1",
      description = "The run, as 2027-01-12-1. Without it: the one that was packed last.")
  private String named;

  @Override
  public Integer call() {
    if (!byHand) {
      throw Problem.usage(
          "Batches are uploaded by hand in this version. When you have uploaded them, say so:"
              + " neat-roster send --by-hand");
    }
    Session session = options.session();
    RosterFolder folder =
        session.folderOr("There is no roster folder here; runs are packed in one. Try --folder.");
    try (Workplace workplace = session.work("send")) {
      Run run = RunChoice.of(workplace.register().runs(), named);
      RunChoice.verifyUnedited(folder, run);
      EditedBatches.remark(session.screen(), folder, run.name());
      int changes = PackedRun.changes(folder, run.name());
      if (run.deliveredAt().isEmpty()) {
        DeliveredNames.remember(folder, run, workplace.register());
        workplace.register().runDelivered(run.name(), Instant.now());
      }
      if (options.json()) {
        json(session.screen(), run, changes);
      } else {
        text(session.screen(), run, changes);
      }
      return Exit.DONE;
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  private static void text(Screen screen, Run run, int changes) {
    if (run.deliveredAt().isPresent()) {
      screen.line(
          "Run "
              + run.name()
              + " is recorded as delivered already, on "
              + LocalDate.ofInstant(run.deliveredAt().get(), ZoneId.systemDefault())
              + ".");
      return;
    }
    screen.line(
        "Recorded that run "
            + screen.bold(run.name())
            + " was delivered: "
            + Counted.of(changes, "change")
            + ". They count as known from now on; the next run holds only what is new.");
  }

  private static void json(Screen screen, Run run, int changes) {
    Json.write(
        screen.out(),
        json -> {
          json.writeStartObject();
          json.writeStringField("command", "send");
          json.writeStringField("run", run.name());
          json.writeNumberField("done", changes);
          json.writeNumberField("failed", 0);
          json.writeNumberField("left", 0);
          json.writeArrayFieldStart("failures");
          json.writeEndArray();
          json.writeEndObject();
        });
  }
}
