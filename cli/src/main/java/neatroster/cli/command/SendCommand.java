package neatroster.cli.command;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import neatroster.cli.delivery.SendProgress;
import neatroster.cli.report.NoticeText;
import neatroster.cli.report.RehearsalReport;
import neatroster.cli.report.RequestReport;
import neatroster.cli.report.SendReport;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.Terminal;
import neatroster.core.change.Phase;
import neatroster.core.model.Counted;
import neatroster.core.text.Nearest;
import neatroster.disk.DiskErrors;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.work.Problem;
import neatroster.work.delivery.Rehearsal;
import neatroster.work.delivery.RunDelivery;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.DeliveredRun;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RosterFolder;
import neatroster.work.folder.RunChoice;
import neatroster.work.json.JsonObject;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Delivers a packed run to the platform, or records that somebody did. */
@Command(
    name = "send",
    description = {
      "Delivers a packed run to the platform that roster.yaml names (platform: service), over SCIM.",
      "Whatever stops it, it goes on later where it stopped, and does nothing twice. What the",
      "platform refused comes back as sheets to be mended."
    })
public final class SendCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Option(
      names = "--by-hand",
      description =
          "You uploaded the batches yourself: that is recorded, and nothing is sent. What they"
              + " changed counts as known from then on.")
  private boolean byHand;

  @Option(names = "--yes", description = "Sends without asking.")
  private boolean yes;

  @Option(
      names = "--only",
      paramLabel = "PHASE",
      description =
          "Sends one phase: courses, users, groups, enrollments, withdrawals or removals. The others"
              + " stay to be sent.")
  private String only;

  @Option(
      names = "--show",
      description =
          "Shows every request that would be sent, and sends none. First passwords are not shown.")
  private boolean show;

  @Option(
      names = "--rehearse",
      description =
          "Sends to a practice platform that is filled with what is known, and says how it ends."
              + " Nothing is recorded.")
  private boolean rehearse;

  @Parameters(
      paramLabel = "RUN",
      arity = "0..1",
      description =
          "The run, as 2027-01-12-1. Without it: the one that was stopped, else the one that was"
              + " packed last.")
  private String named;

  @Override
  public Integer call() {
    int ways = (byHand ? 1 : 0) + (show ? 1 : 0) + (rehearse ? 1 : 0);
    if (ways > 1 || (byHand && only != null)) {
      throw Problem.usage(
          "--by-hand, --show and --rehearse do not go together, nor --only with --by-hand.");
    }
    Set<Phase> phases = only == null ? EnumSet.allOf(Phase.class) : EnumSet.of(phase(only));
    CommandContext context = options.context();
    RosterFolder folder =
        context.folderOr("There is no roster folder here; runs are packed in one. Try --folder.");
    try (LockedRosterFolder lockedFolder = context.work("send")) {
      Run run = chosen(lockedFolder.register().runs().all());
      RunChoice.verifyUnedited(folder, run);
      RunChoice.remarkEdited(options.screen(), folder, run);
      if (byHand) {
        return byHand(lockedFolder, run);
      }
      if (rehearse) {
        return rehearsed(new Rehearsal(context, lockedFolder, run).run());
      }
      if (run.deliveredAt().isPresent()) {
        return already(folder, run);
      }
      if (!show && !run.isUnderWay()) {
        RunChoice.verifyCounts(folder, lockedFolder.register().runs().all(), run);
      }
      RunDelivery delivery = new RunDelivery(context, lockedFolder, run, phases, options.waits());
      return send(folder, delivery, run);
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw Problem.unreadable("Interrupted. To go on: neat-roster send.", e);
    } catch (IOException | UncheckedIOException e) {
      throw Problem.unreadable(
          "What became of the run could not be kept (" + DiskErrors.reason(e) + ").", e);
    }
  }

  private int rehearsed(Rehearsal.Result result) {
    RehearsalReport report = new RehearsalReport(result);
    options.show(report::document, report::text);
    return result.troubles().isEmpty() ? Exit.DONE : Exit.FINDINGS;
  }

  private static Phase phase(String word) {
    List<String> words = new ArrayList<>();
    for (Phase phase : Phase.values()) {
      if (phase.word().equals(word)) {
        return phase;
      }
      words.add(phase.word());
    }
    throw Problem.usage(
        "There is no phase “"
            + word
            + "”."
            + Nearest.word(word, words).map(near -> " Is " + near + " meant?").orElse("")
            + " There are "
            + String.join(", ", words)
            + ".");
  }

  /** A run that was stopped on the way goes before one that was packed since. */
  private Run chosen(List<Run> runs) {
    List<Run> underWay =
        runs.stream().filter(run -> run.isUnderWay() && run.deliveredAt().isEmpty()).toList();
    return RunChoice.of(named == null && !underWay.isEmpty() && !rehearse ? underWay : runs, named);
  }

  private int byHand(LockedRosterFolder lockedFolder, Run run)
      throws RegisterException, IOException {
    int changes = DeliveredRun.recordByHand(lockedFolder, run);
    options.show(
        () -> document(lockedFolder.folder(), run, changes),
        screen -> byHandText(screen, run, changes));
    return Exit.DONE;
  }

  /** What a program reads where nothing was sent now. */
  private static JsonObject document(RosterFolder folder, Run run, int done) {
    RunDelivery.Result result =
        new RunDelivery.Result(done, 0, 0, List.of(), Map.of(), Optional.empty());
    return new SendReport(run.name(), folder, result).document();
  }

  private static void byHandText(Screen screen, Run run, int changes) {
    if (run.deliveredAt().isPresent()) {
      screen.line(delivered(run));
      return;
    }
    screen.line(
        "Recorded that run "
            + screen.bold(run.name())
            + " was delivered: "
            + Counted.of(changes, "change")
            + ". They count as known from now on; the next run holds only what is new.");
  }

  private static String delivered(Run run) {
    return "Run "
        + run.name()
        + " is recorded as delivered already, on "
        + LocalDate.ofInstant(run.deliveredAt().get(), ZoneId.systemDefault())
        + ".";
  }

  private int already(RosterFolder folder, Run run) {
    options.show(
        () -> document(folder, run, 0),
        screen ->
            screen.line(
                delivered(run)
                    + " Nothing was sent. To see what became of it: neat-roster confirm "
                    + run.name()));
    return Exit.DONE;
  }

  private int send(RosterFolder folder, RunDelivery delivery, Run run)
      throws RegisterException, InterruptedException, IOException {
    Screen screen = options.screen();
    if (show) {
      if (options.json()) {
        RequestReport.json(screen, run.name(), delivery.requests());
      } else {
        RequestReport.text(screen, delivery.requests());
      }
      return Exit.DONE;
    }
    delivery.verifyMayWrite();
    Map<Phase, Integer> meant = delivery.meant();
    announce(delivery, run, meant);
    // What was said so far is to be read while it takes its time.
    options.environment().flush();
    Thread farewell = new Thread(() -> sayHowToGoOn(run));
    Runtime.getRuntime().addShutdownHook(farewell);
    boolean isLive = options.environment().terminal() && !options.json();
    RunDelivery.Result result;
    try {
      result =
          delivery.deliver(
              new SendProgress(options.environment().err(), isLive, options.isQuiet(), meant));
    } finally {
      forget(farewell);
    }
    report(folder, run, result);
    if (delivery.isOnThisMachine() && result.left() == 0) {
      screen.remark(
          "That was a platform on this machine, and it counts as delivered all the same. To send"
              + " the roster to another one, take the run back first: neat-roster undo "
              + run.name());
    }
    boolean isInPart = result.refused() > 0 || (result.left() > 0 && result.done() > 0);
    return isInPart
        ? Exit.IN_PART
        : result.left() > 0 && result.stopped().isPresent() ? Exit.UNREADABLE : Exit.DONE;
  }

  private void report(RosterFolder folder, Run run, RunDelivery.Result result) {
    SendReport report = new SendReport(run.name(), folder, result);
    options.show(report::document, report::text);
  }

  /** Said where an interrupt ends the process in the midst of it. */
  private void sayHowToGoOn(Run run) {
    options
        .environment()
        .err()
        .println(
            "Interrupted. What was sent is remembered; to go on: neat-roster send " + run.name());
    options.environment().err().flush();
  }

  private static void forget(Thread farewell) {
    try {
      Runtime.getRuntime().removeShutdownHook(farewell);
    } catch (IllegalStateException e) {
      // The process is ending already, and has said so.
      return;
    }
  }

  private void announce(RunDelivery delivery, Run run, Map<Phase, Integer> meant)
      throws IOException {
    String counts = SendReport.counts(meant);
    String what =
        "Run "
            + run.name()
            + (delivery.goesOn() ? " goes on to " : " goes to ")
            + delivery.service()
            + ": "
            + (counts.isEmpty() ? "nothing is left" : counts)
            + ".";
    if (!options.json() && !delivery.goesOn()) {
      NoticeText.write(options.screen(), delivery.notices());
    }
    if (yes) {
      options.screen().remark(what);
    }
    Terminal.agree(what, yes || meant.isEmpty());
  }
}
