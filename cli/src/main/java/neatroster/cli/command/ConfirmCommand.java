package neatroster.cli.command;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import neatroster.cli.report.ConfirmReport;
import neatroster.cli.report.ReportFiles;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.confirm.ArrivalCheck;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.confirm.CourseCounts;
import neatroster.core.confirm.SupportedAttributes;
import neatroster.core.confirm.UploadReport;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.state.Known;
import neatroster.disk.DiskErrors;
import neatroster.formats.OwnColumns;
import neatroster.platform.PlatformException;
import neatroster.platform.ServiceProviderConfig;
import neatroster.platform.WaitListener;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.runs.KeptChanges;
import neatroster.runs.LaterRuns;
import neatroster.runs.RunConfirmation;
import neatroster.runs.Undelivered;
import neatroster.work.Problem;
import neatroster.work.delivery.PlatformAccess;
import neatroster.work.delivery.PlatformExport;
import neatroster.work.delivery.PlatformReading;
import neatroster.work.delivery.StillAsked;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.DeliveredRun;
import neatroster.work.folder.KnownSource;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RosterFolder;
import neatroster.work.folder.RunChoice;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Compares what the platform holds with what a run asked for. */
@Command(
    name = "confirm",
    description = {
      "Compares what the platform holds now with what a run asked for: read from the platform that",
      "roster.yaml names, or by exports of it, or by the report that it gave after an upload. What it",
      "did not take comes back as sheets to be mended, and the next run asks for it again."
    })
public final class ConfirmCommand implements Callable<Integer> {
  private static final int WORDS_NAMED = 5;
  private static final int LONGEST_WAIT = 24 * 60;
  private static final Duration FIRST_PAUSE = Duration.ofSeconds(2);
  private static final Duration LONGEST_PAUSE = Duration.ofSeconds(30);
  private static final Roster NONE = new Roster(List.of(), List.of(), List.of());

  @Mixin private CommonOptions options;

  @Option(
      names = "--export",
      paramLabel = "FILE",
      arity = "1..*",
      description = "Exports of the platform, made after the upload.")
  private List<String> exports = List.of();

  @Option(
      names = "--reported",
      paramLabel = "FILE",
      arity = "1..*",
      description = "The report that the platform gave of the upload: what became of each row.")
  private List<String> reports = List.of();

  @Option(
      names = "--refused",
      paramLabel = "WORD",
      description =
          "How the report says that a row was refused, where that is none of the usual words;"
              + " “all” where it lists refused rows alone. Repeatable.")
  private List<String> refused = List.of();

  @Option(
      names = "--accepted",
      paramLabel = "WORD",
      description = "How the report says that a row went in. Repeatable.")
  private List<String> accepted = List.of();

  @Option(
      names = "--all-failed",
      description = "Records that nothing of the run is on the platform, where that is so.")
  private boolean allFailed;

  @Option(
      names = "--accept-untold",
      description =
          "Counts as delivered what an export or a report says nothing of, though nobody recorded"
              + " that the run was delivered.")
  private boolean acceptsUntold;

  @Option(
      names = "--wait",
      paramLabel = "MINUTES",
      arity = "0..1",
      fallbackValue = "10",
      description =
          "Reads the platform again and again until all is as asked, for so many minutes at the most"
              + " (10 where no number is given).")
  private Integer wait;

  @Mixin private ReportOptions files;

  @Parameters(
      paramLabel = "RUN",
      arity = "0..1",
      description = "The run, as 2027-01-12-1. Without it: the one that was delivered last.")
  private String named;

  @Override
  public Integer call() {
    CommandContext context = options.context();
    RosterFolder folder =
        context.folderOr("There is no roster folder here; runs are packed in one. Try --folder.");
    verifyOptions(context);
    ReportFiles<ConfirmReport> kinds = ReportFiles.ofConfirmation();
    files.verify(kinds);
    files.verify(context, context.knownPaths());
    try (LockedRosterFolder lockedFolder = context.work("confirm")) {
      Run run = chosen(lockedFolder.register().runs());
      RunChoice.verifyUnedited(folder, run);
      context.confirming(run);
      RunConfirmation confirmation =
          new RunConfirmation(
              folder.run(run.name()),
              new OwnColumns(context.settings().reading().ownFields()),
              acceptsUntold || (run.deliveredAt().isPresent() && run.confirmed().isEmpty()));
      ConfirmReport report = new ConfirmReport(run.name(), folder, confirmation);
      Optional<String> digest;
      if (!reports.isEmpty()) {
        digest = byReport(context, lockedFolder, run, confirmation, report);
      } else if (!exports.isEmpty()) {
        CommandContext there = context.knowing(exports, source -> false);
        remarkOnAge(context, there, run);
        digest = compare(context, there, lockedFolder, run, Optional.empty(), confirmation, report);
      } else {
        digest = byPlatform(context, lockedFolder, run, confirmation, report);
      }
      if (digest.isEmpty()) {
        throw Problem.refused(
            "Not one change of run "
                + run.name()
                + (confirmation.missing().isEmpty()
                    ? " is told of, so nothing was recorded. "
                    : " is there, so nothing was recorded. ")
                + (exports.isEmpty() && reports.isEmpty()
                    ? "Was it sent, and to this platform? If it was and all of it failed, add"
                        + " --all-failed."
                    : "Is it the right file, and made after the upload? If the whole upload failed,"
                        + " add --all-failed."));
      }
      int failed = confirmation.missing().size() + confirmation.different().size();
      if (run.deliveredAt().isEmpty()) {
        DeliveredRun.record(lockedFolder, run);
      }
      lockedFolder
          .register()
          .runConfirmed(run.name(), new Run.Confirmed(Instant.now(), digest.get(), failed));
      lockedFolder.register().deliveries().clear(run.name());
      if (options.json()) {
        Json.write(options.screen().out(), report.document());
      } else {
        report.text(options.screen());
      }
      files.write(kinds, report, context);
      return report.isFine() ? Exit.DONE : Exit.FINDINGS;
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    } catch (IOException e) {
      throw Problem.unreadable(
          "What became of the run could not be kept (" + DiskErrors.reason(e) + ").", e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw Problem.unreadable("Interrupted. Nothing was recorded.", e);
    } catch (UnreadableSheetException e) {
      throw Problem.unreadable(
          "The report could not be read to its end: " + e.getMessage() + ".", e);
    }
  }

  /** A run that was packed since is not the one that a report is about. */
  private Run chosen(List<Run> runs) {
    List<Run> delivered = runs.stream().filter(run -> run.deliveredAt().isPresent()).toList();
    return RunChoice.of(named == null && !delivered.isEmpty() ? delivered : runs, named);
  }

  private void verifyOptions(CommandContext context) {
    if (!exports.isEmpty() && !reports.isEmpty()) {
      throw Problem.usage("Say by what to compare: --export FILE, or --reported FILE, not both.");
    }
    boolean isByFile = !exports.isEmpty() || !reports.isEmpty();
    if (isByFile && wait != null) {
      throw Problem.usage("--wait reads the platform itself; it goes with neither file.");
    }
    if (wait != null && (wait < 0 || wait > LONGEST_WAIT)) {
      throw Problem.usage("--wait takes minutes, from 0 to " + LONGEST_WAIT + ".");
    }
    if (!isByFile && context.settings().service().address().isEmpty()) {
      throw Problem.usage(
          "Say by what to compare: --export FILE for an export of the platform made after the"
              + " upload, or --reported FILE for the report that it gave of the upload. Where the"
              + " platform speaks SCIM, name it in roster.yaml (platform: {service: …}) and confirm"
              + " reads it itself.");
    }
  }

  private static void remarkOnAge(CommandContext context, CommandContext there, Run run) {
    for (KnownSource source : there.knownSources()) {
      if (run.deliveredAt().map(at -> source.at().isBefore(at)).orElse(false)) {
        context
            .dialog()
            .remark(
                source.name()
                    + " was saved before the run was recorded as delivered: is it a new export?");
      }
    }
  }

  /** Reads the platform; until all is as asked where that may take a while. */
  private Optional<String> byPlatform(
      CommandContext context,
      LockedRosterFolder lockedFolder,
      Run run,
      RunConfirmation confirmation,
      ConfirmReport report)
      throws IOException, InterruptedException, RegisterException {
    WaitListener waits = options.waits();
    PlatformAccess access = PlatformAccess.of(lockedFolder.folder(), context.settings(), waits);
    ServiceProviderConfig config = access.config();
    Map<String, String> ids = lockedFolder.register().deliveries().ids(access.service());
    Instant until = Instant.now().plus(Duration.ofMinutes(wait == null ? 0 : wait));
    Duration pause = FIRST_PAUSE;
    while (true) {
      PlatformReading reading;
      try {
        reading = PlatformReading.of(access.transport(), config, ids, waits);
      } catch (PlatformException e) {
        throw access.trouble(e);
      }
      CommandContext there = context.knowingPlatform(PlatformExport.WORD, reading.file());
      int notYet = wait == null ? 0 : notYet(context, there, lockedFolder, run, reading);
      Instant next = Instant.now().plus(pause);
      if (notYet == 0 || next.isAfter(until)) {
        report.notYet(notYet);
        return compare(
            context, there, lockedFolder, run, Optional.of(reading), confirmation, report);
      }
      options
          .screen()
          .remark(
              Counted.of(notYet, "change")
                  + " not there yet; looking again in "
                  + pause.toSeconds()
                  + " s.");
      Thread.sleep(pause.toMillis());
      pause =
          pause.multipliedBy(2).compareTo(LONGEST_PAUSE) > 0
              ? LONGEST_PAUSE
              : pause.multipliedBy(2);
    }
  }

  private static int notYet(
      CommandContext context,
      CommandContext there,
      LockedRosterFolder lockedFolder,
      Run run,
      PlatformReading reading)
      throws IOException {
    Known now = there.checkInput(lockedFolder.known(), NONE).known();
    ArrivalCheck arrival = new ArrivalCheck(context.settings(), now);
    int[] count = {0};
    changes(lockedFolder, run)
        .read(
            change -> {
              ChangeResult outcome =
                  SupportedAttributes.of(change, arrival.of(change), reading.neverShown());
              boolean isThere =
                  outcome.kind() == ChangeResult.Kind.AS_ASKED
                      || outcome.kind() == ChangeResult.Kind.NOT_TOLD;
              count[0] += isThere ? 0 : 1;
            });
    return count[0];
  }

  private static KeptChanges changes(LockedRosterFolder lockedFolder, Run run) {
    return lockedFolder.folder().run(run.name()).changes();
  }

  private static Undelivered undelivered(LockedRosterFolder lockedFolder, Run run)
      throws IOException, RegisterException {
    return Undelivered.of(
        lockedFolder.register().deliveries(), run, lockedFolder.folder().run(run.name()));
  }

  /**
   * Compares.
   *
   * @param reading what was read from the platform itself, if it was
   */
  private Optional<String> compare(
      CommandContext context,
      CommandContext there,
      LockedRosterFolder lockedFolder,
      Run run,
      Optional<PlatformReading> reading,
      RunConfirmation confirmation,
      ConfirmReport report)
      throws IOException, RegisterException {
    Known now = there.checkInput(lockedFolder.known(), NONE).known();
    ArrivalCheck arrival = new ArrivalCheck(context.settings(), now);
    Set<Field> neverShown = reading.map(PlatformReading::neverShown).orElse(Set.of());
    Undelivered undelivered = undelivered(lockedFolder, run);
    LaterRuns later =
        LaterRuns.of(
            lockedFolder.register().runs(), run, other -> lockedFolder.folder().run(other.name()));
    Optional<String> digest =
        confirmation.ask(
            (key, change) -> {
              ChangeResult told = arrival.of(change);
              boolean isChangedSince = later.hasChanged(change);
              ChangeResult outcome = undelivered.judge(key, change, told, isChangedSince);
              report.changedSince(isChangedSince && !outcome.equals(told));
              SupportedAttributes.missed(change, outcome, neverShown).forEach(report::notKept);
              return SupportedAttributes.of(change, outcome, neverShown);
            },
            arrival::completed,
            allFailed);
    // What was known before: whoever else is in the run's courses was asked for by nobody.
    Known before =
        context
            .knowing(
                List.of(),
                source ->
                    source.run().map(other -> !other.equals(run.name())).orElse(false)
                        || source.at().isBefore(run.packedAt()))
            .checkInput(lockedFolder.known(), NONE)
            .known();
    // Later runs change the numbers further.
    Known expected =
        later.isNone()
            ? before
            : context
                .knowing(List.of(), source -> true)
                .checkInput(lockedFolder.known(), NONE)
                .known();
    Set<String> courses = new HashSet<>();
    Set<String> asked = new HashSet<>();
    changes(lockedFolder, run)
        .read(
            change -> {
              boolean isOfCourse =
                  change.phase() == Phase.ENROLLMENTS || change.phase() == Phase.WITHDRAWALS;
              if (isOfCourse) {
                courses.add(lower(change.value(Field.COURSE)));
              }
              if (change.change() == Change.ENROLL) {
                asked.add(pair(change));
                asked.add(
                    lower(arrival.user(change.value(Field.USER)))
                        + "\n"
                        + lower(change.value(Field.COURSE)));
              }
            });
    arrival.extras(
        expected,
        courses,
        (user, course) -> {
          if (!asked.contains(lower(user) + "\n" + lower(course))) {
            report.addExtra(user, course);
          }
        });
    if (now.tells(Table.ENROLLMENTS)) {
      CourseCounts counts = new CourseCounts(expected.memberships(), now.memberships(), courses);
      if (later.isNone()) {
        changes(lockedFolder, run).read(counts::add);
      }
      report.headcounts(counts.all());
    }
    report.twice(now);
    if (!context.folder().orElseThrow().files("sheets").isEmpty()) {
      try {
        report.stillAsked(StillAsked.of(context, there, lockedFolder.known()));
      } catch (Problem e) {
        options.screen().remark("What the sheets ask for could not be compared: " + e.getMessage());
      }
    }
    return digest;
  }

  private static String pair(PlannedChange change) {
    return lower(change.value(Field.USER)) + "\n" + lower(change.value(Field.COURSE));
  }

  private static String lower(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  private Optional<String> byReport(
      CommandContext context,
      LockedRosterFolder lockedFolder,
      Run run,
      RunConfirmation confirmation,
      ConfirmReport report)
      throws IOException, RegisterException, UnreadableSheetException {
    boolean isAll = refused.stream().anyMatch(word -> word.equalsIgnoreCase("all"));
    List<String> words = refused.stream().filter(word -> !word.equalsIgnoreCase("all")).toList();
    try (OpenRoster open = context.open(reports)) {
      Known known = context.checkInput(lockedFolder.known(), open.roster()).known();
      UploadReport uploaded = new UploadReport(known, accepted, words, isAll);
      List<String> notTables = new ArrayList<>();
      open.roster().unread().stream()
          .filter(sheet -> !sheet.isLeftAlone())
          .forEach(sheet -> notTables.add(sheet.name() + ": " + sheet.why().getMessage()));
      if (!notTables.isEmpty()) {
        throw Problem.unreadable(
            "The report is not understood. " + String.join("; ", notTables) + ".", null);
      }
      for (SheetReading sheet : open.roster().sheets()) {
        uploaded.read(sheet);
      }
      verify(uploaded);
      open.verifyUnchanged();
      Undelivered undelivered = undelivered(lockedFolder, run);
      Optional<String> digest =
          confirmation.ask(
              (key, change) -> undelivered.judge(key, change, uploaded.of(change)), allFailed);
      report.reported(uploaded.rows(), uploaded.notOfTheRun());
      return digest;
    }
  }

  private static void verify(UploadReport uploaded) {
    if (!uploaded.withoutOutcome().isEmpty()) {
      throw Problem.usage(
          uploaded.withoutOutcome().get(0).name()
              + ": no column says what became of a row; its header would be “status”, “result” or"
              + " “error”, for example. If the report lists the refused rows alone, add --refused"
              + " all.");
    }
    if (!uploaded.unknownWords().isEmpty()) {
      List<String> words = uploaded.unknownWords().stream().limit(WORDS_NAMED).toList();
      throw Problem.usage(
          "The report says “"
              + String.join("”, “", words)
              + "” of rows, and nobody can tell what that means. Say it with --accepted WORD or"
              + " --refused WORD, such as --refused \""
              + words.get(0)
              + "\".");
    }
  }
}
