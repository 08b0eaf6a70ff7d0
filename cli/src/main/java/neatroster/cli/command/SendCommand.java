package neatroster.cli.command;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import neatroster.cli.delivery.PlatformAccess;
import neatroster.cli.delivery.Rehearsal;
import neatroster.cli.delivery.RequestList;
import neatroster.cli.delivery.RunPasswords;
import neatroster.cli.delivery.SendProgress;
import neatroster.cli.folder.CommandContext;
import neatroster.cli.folder.DeliveredRun;
import neatroster.cli.folder.LockedRosterFolder;
import neatroster.cli.folder.RosterFolder;
import neatroster.cli.folder.RunChoice;
import neatroster.cli.report.Notices;
import neatroster.cli.report.SendReport;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.Problem;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.Terminal;
import neatroster.core.change.Phase;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.model.Counted;
import neatroster.core.roster.Roster;
import neatroster.core.state.Known;
import neatroster.core.text.Nearest;
import neatroster.disk.DiskErrors;
import neatroster.formats.OwnColumns;
import neatroster.platform.Delivery;
import neatroster.platform.PlatformException;
import neatroster.platform.PlatformIds;
import neatroster.platform.ServiceProviderConfig;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.runs.Journal;
import neatroster.runs.KeptChanges;
import neatroster.runs.RunConfirmation;
import neatroster.runs.RunDocument;
import neatroster.runs.RunFolder;
import neatroster.runs.RunOutcomes;
import neatroster.runs.RunTally;
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
  private static final Roster NO_SHEETS = new Roster(List.of(), List.of(), List.of());

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
      Run run = chosen(lockedFolder.register().runs());
      RunChoice.verifyUnedited(folder, run);
      RunChoice.remarkEdited(context.screen(), folder, run);
      if (byHand) {
        return byHand(context, lockedFolder, run);
      }
      if (rehearse) {
        return new Rehearsal(context, lockedFolder, run).run(options.json());
      }
      if (run.deliveredAt().isPresent()) {
        return already(context.screen(), run);
      }
      if (!show && !run.isUnderWay()) {
        RunChoice.verifyCounts(folder, lockedFolder.register().runs(), run);
      }
      return send(context, lockedFolder, run, phases);
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

  private int byHand(CommandContext context, LockedRosterFolder lockedFolder, Run run)
      throws RegisterException, IOException {
    int changes = RunChoice.changes(lockedFolder.folder(), run);
    if (run.deliveredAt().isEmpty()) {
      if (run.isUnderWay()) {
        throw Problem.refused(
            "A part of run "
                + run.name()
                + " was sent to the platform already, so a batch of it that is uploaded whole makes"
                + " that part twice. Go on with neat-roster send "
                + run.name()
                + ".");
      }
      DeliveredRun.record(lockedFolder, run);
    }
    if (options.json()) {
      SendReport report =
          new SendReport(
              run.name(), lockedFolder.folder(), changes, 0, List.of(), Map.of(), Optional.empty());
      Json.write(context.screen().out(), report.document());
    } else {
      byHandText(context.screen(), run, changes);
    }
    return Exit.DONE;
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

  private int already(Screen screen, Run run) {
    if (options.json()) {
      SendReport report =
          new SendReport(
              run.name(),
              options.context().folder().orElseThrow(),
              0,
              0,
              List.of(),
              Map.of(),
              Optional.empty());
      Json.write(screen.out(), report.document());
    } else {
      screen.line(
          delivered(run)
              + " Nothing was sent. To see what became of it: neat-roster confirm "
              + run.name());
    }
    return Exit.DONE;
  }

  private int send(
      CommandContext context, LockedRosterFolder lockedFolder, Run run, Set<Phase> phases)
      throws RegisterException, InterruptedException, IOException {
    RosterFolder folder = lockedFolder.folder();
    Screen screen = context.screen();
    PlatformAccess access = PlatformAccess.of(folder, context.settings(), options.waits());
    verifySamePlatform(lockedFolder, run, access);
    ServiceProviderConfig config = access.config();
    Journal journal =
        Journal.of(lockedFolder.register().deliveries(), run.name(), access.service());
    RunFolder place = folder.run(run.name());
    KeptChanges changes = place.changes();
    PlatformIds ids = new PlatformIds(lockedFolder.register().deliveries().ids(access.service()));
    RunPasswords passwords = new RunPasswords(lockedFolder.accounts(), place);
    if (show) {
      return new RequestList(access, config, ids, passwords)
          .write(screen, run.name(), changes, phases, options.json());
    }
    access.verifyMayWrite(config);
    RunTally tally = RunTally.of(changes, journal);
    Map<Phase, Integer> meant = new EnumMap<>(tally.left());
    meant.keySet().retainAll(phases);
    boolean goesOn = journal.ended() > 0;
    announce(
        context,
        access,
        run,
        goesOn,
        meant,
        place.document().map(RunDocument::notices).orElse(List.of()));
    // What was said so far is to be read while it takes its time.
    options.environment().flush();
    Thread farewell = new Thread(() -> sayHowToGoOn(run));
    Runtime.getRuntime().addShutdownHook(farewell);
    boolean isLive = options.environment().terminal() && !options.json();
    SendProgress progress =
        new SendProgress(options.environment().err(), isLive, options.isQuiet(), meant);
    Known known = context.checkInput(lockedFolder.known(), NO_SHEETS).known();
    Delivery delivery =
        new Delivery(
            access.transport(),
            config,
            changes,
            journal,
            ids,
            known::person,
            passwords::of,
            progress);
    Optional<String> stopped = Optional.empty();
    try {
      delivery.run(phases);
    } catch (PlatformException e) {
      stopped = Optional.of(e.getMessage());
    } catch (RuntimeException e) {
      // A fault of ours: what was done is in the journal all the same.
      throw Problem.unreadable(
          "Something went wrong that should not have, while run "
              + run.name()
              + " was being sent. What was sent is remembered; to go on: neat-roster send "
              + run.name()
              + ". Add --verbose and send us what it prints.",
          e);
    } finally {
      forget(farewell);
    }
    lockedFolder.register().passwordsDelivered(passwords.brought());
    noteFound(place, journal);
    int left = tally.all() - tally.sites() - journal.ended();
    List<SendReport.Failure> failures = List.of();
    int refused = journal.refused();
    if (left == 0) {
      RunConfirmation confirmation =
          new RunConfirmation(
              place, new OwnColumns(context.settings().reading().ownFields()), true);
      record(lockedFolder, run, confirmation, journal);
      failures =
          confirmation.missing().stream()
              .map(
                  found ->
                      new SendReport.Failure(
                          found, journal.refusal(found.key()).orElseThrow().status()))
              .toList();
    }
    int done = journal.ended() - refused + (left == 0 ? tally.sites() : 0);
    SendReport report =
        new SendReport(run.name(), folder, done, left, failures, delivery.notCarried(), stopped);
    if (options.json()) {
      Json.write(screen.out(), report.document());
    } else {
      report.text(screen);
    }
    if (access.isOnThisMachine() && left == 0) {
      screen.remark(
          "That was a platform on this machine, and it counts as delivered all the same. To send"
              + " the roster to another one, take the run back first: neat-roster undo "
              + run.name());
    }
    if (left > 0) {
      return done + refused > 0 ? Exit.IN_PART : stopped.isPresent() ? Exit.UNREADABLE : Exit.DONE;
    }
    return refused > 0 ? Exit.IN_PART : Exit.DONE;
  }

  /** What was there before is not this run's to take away. */
  private static void noteFound(RunFolder run, Journal journal) throws IOException {
    if (journal.hasFound()) {
      RunOutcomes outcomes = run.outcomes();
      run.changes()
          .readKeyed(
              (key, change) -> {
                if (journal.isFound(key)) {
                  outcomes.put(change, RunOutcomes.Kind.FOUND, "");
                }
              });
      outcomes.keep();
    }
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

  /** What is done on one platform is not done on another. */
  private static void verifySamePlatform(
      LockedRosterFolder lockedFolder, Run run, PlatformAccess access) throws RegisterException {
    Optional<String> begun = lockedFolder.register().deliveries().service(run.name());
    if (begun.isPresent() && !begun.get().equals(access.service())) {
      throw Problem.refused(
          "A part of run "
              + run.name()
              + " was sent to "
              + begun.get()
              + ", and roster.yaml names "
              + access.service()
              + " now. Name the other again until the run has come to its end.");
    }
  }

  private void announce(
      CommandContext context,
      PlatformAccess access,
      Run run,
      boolean goesOn,
      Map<Phase, Integer> meant,
      List<String> notices) {
    String counts = SendReport.counts(meant);
    String what =
        "Run "
            + run.name()
            + (goesOn ? " goes on to " : " goes to ")
            + access.service()
            + ": "
            + (counts.isEmpty() ? "nothing is left" : counts)
            + ".";
    if (!options.json() && !goesOn) {
      Notices.write(context.screen(), notices);
    }
    if (yes) {
      context.screen().remark(what);
    }
    Terminal.agree(what, yes || meant.isEmpty());
  }

  /** The run has come to its end: what the platform took counts as known from now on. */
  private static void record(
      LockedRosterFolder lockedFolder, Run run, RunConfirmation confirmation, Journal journal)
      throws RegisterException, IOException {
    Optional<String> digest =
        confirmation.ask(
            (key, change) ->
                journal
                    .refusal(key)
                    .map(entry -> ChangeResult.missing(entry.reason()))
                    .orElse(ChangeResult.AS_ASKED),
            true);
    int refused = confirmation.missing().size();
    DeliveredRun.record(lockedFolder, run);
    if (refused > 0) {
      lockedFolder
          .register()
          .runConfirmed(
              run.name(), new Run.Confirmed(Instant.now(), digest.orElseThrow(), refused));
    }
    lockedFolder.register().deliveries().clear(run.name());
  }
}
