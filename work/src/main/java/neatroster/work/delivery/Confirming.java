package neatroster.work.delivery;

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
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.DeliveredRun;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.KnownSource;
import neatroster.work.folder.KnownSources;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RunChoice;

/** Compares what the platform holds with what a run asked for, and records what became of it. */
public final class Confirming {
  private static final int WORDS_NAMED = 5;
  private static final Duration FIRST_PAUSE = Duration.ofSeconds(2);
  private static final Duration LONGEST_PAUSE = Duration.ofSeconds(30);
  private static final Roster NONE = new Roster(List.of(), List.of(), List.of());

  private final CommandContext context;
  private final LockedRosterFolder lockedFolder;
  private final Run run;
  private final Asked asked;
  private final RunConfirmation confirmation;
  private final ConfirmedRun confirmed;

  /**
   * By what a run is confirmed; by the platform itself where neither exports nor reports are named.
   *
   * @param exports exports of the platform, made after the upload
   * @param reports the report that the platform gave of the upload
   * @param words the words of that report
   * @param allFailed whether nothing of the run being there may be recorded
   * @param acceptsUntold whether what nothing is told of counts as delivered
   * @param waiting for how long the platform is read again until all is as asked, if it is
   * @param waits is told what is waited for
   */
  public record Asked(
      List<String> exports,
      List<String> reports,
      Words words,
      boolean allFailed,
      boolean acceptsUntold,
      Optional<Duration> waiting,
      WaitListener waits) {}

  /**
   * The words of a report beside the usual ones.
   *
   * @param refused how it says that a row was refused; {@code all} where it lists refused rows
   *     alone
   * @param accepted how it says that a row went in
   */
  public record Words(List<String> refused, List<String> accepted) {}

  private Confirming(
      CommandContext context, LockedRosterFolder lockedFolder, Run run, Asked asked) {
    this.context = context;
    this.lockedFolder = lockedFolder;
    this.run = run;
    this.asked = asked;
    confirmation =
        new RunConfirmation(
            lockedFolder.folder().run(run.name()),
            new OwnColumns(context.settings().reading().ownFields()),
            asked.acceptsUntold() || (run.deliveredAt().isPresent() && run.confirmed().isEmpty()));
    confirmed = new ConfirmedRun(run.name(), confirmation);
  }

  /**
   * Compares, and records what became of the run.
   *
   * @throws Problem where not one change of the run is told of, and nothing is recorded
   */
  public static ConfirmedRun confirm(
      CommandContext context, LockedRosterFolder lockedFolder, Run run, Asked asked)
      throws IOException, InterruptedException, RegisterException, UnreadableSheetException {
    RunChoice.verifyUnedited(lockedFolder.folder(), run);
    context.confirming(run);
    return new Confirming(context, lockedFolder, run, asked).confirm();
  }

  private ConfirmedRun confirm()
      throws IOException, InterruptedException, RegisterException, UnreadableSheetException {
    Optional<String> digest;
    if (!asked.reports().isEmpty()) {
      digest = byReport();
    } else if (!asked.exports().isEmpty()) {
      CommandContext there = context.knowing(asked.exports(), source -> false);
      remarkOnAge(there);
      digest = compare(there, Optional.empty());
    } else {
      digest = byPlatform();
    }
    if (digest.isEmpty()) {
      throw Problem.refused(
          "Not one change of run "
              + run.name()
              + (confirmation.missing().isEmpty()
                  ? " is told of, so nothing was recorded. "
                  : " is there, so nothing was recorded. ")
              + (asked.exports().isEmpty() && asked.reports().isEmpty()
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
        .runs()
        .confirmed(run.name(), new Run.Confirmed(Instant.now(), digest.get(), failed));
    lockedFolder.register().deliveries().clear(run.name());
    return confirmed;
  }

  private void remarkOnAge(CommandContext there) {
    for (KnownSource source : KnownSources.of(there)) {
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
  private Optional<String> byPlatform()
      throws IOException, InterruptedException, RegisterException {
    WaitListener waits = asked.waits();
    PlatformAccess access = PlatformAccess.of(lockedFolder.folder(), context.settings(), waits);
    ServiceProviderConfig config = access.config();
    Map<String, String> ids = lockedFolder.register().deliveries().ids(access.service());
    Instant until = Instant.now().plus(asked.waiting().orElse(Duration.ZERO));
    Duration pause = FIRST_PAUSE;
    while (true) {
      PlatformReading reading;
      try {
        reading = PlatformReading.of(access.transport(), config, ids, waits);
      } catch (PlatformException e) {
        throw access.trouble(e);
      }
      CommandContext there = context.knowingPlatform(PlatformExport.WORD, reading.file());
      int notYet = asked.waiting().isEmpty() ? 0 : notYet(there, reading);
      Instant next = Instant.now().plus(pause);
      if (notYet == 0 || next.isAfter(until)) {
        confirmed.notYet(notYet);
        return compare(there, Optional.of(reading));
      }
      context
          .dialog()
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

  private int notYet(CommandContext there, PlatformReading reading) throws IOException {
    Known now = KnownFiles.checkInput(there, lockedFolder.known(), NONE).known();
    ArrivalCheck arrival = new ArrivalCheck(context.settings(), now);
    int[] count = {0};
    changes()
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

  private KeptChanges changes() {
    return lockedFolder.folder().run(run.name()).changes();
  }

  private Undelivered undelivered() throws IOException, RegisterException {
    return Undelivered.of(
        lockedFolder.register().deliveries(), run, lockedFolder.folder().run(run.name()));
  }

  /**
   * Compares.
   *
   * @param reading what was read from the platform itself, if it was
   */
  private Optional<String> compare(CommandContext there, Optional<PlatformReading> reading)
      throws IOException, RegisterException {
    Known now = KnownFiles.checkInput(there, lockedFolder.known(), NONE).known();
    ArrivalCheck arrival = new ArrivalCheck(context.settings(), now);
    Set<Field> neverShown = reading.map(PlatformReading::neverShown).orElse(Set.of());
    Undelivered undelivered = undelivered();
    LaterRuns later =
        LaterRuns.of(
            lockedFolder.register().runs().all(),
            run,
            other -> lockedFolder.folder().run(other.name()));
    Optional<String> digest =
        confirmation.ask(
            (key, change) -> {
              ChangeResult told = arrival.of(change);
              boolean isChangedSince = later.hasChanged(change);
              ChangeResult outcome = undelivered.judge(key, change, told, isChangedSince);
              confirmed.changedSince(isChangedSince && !outcome.equals(told));
              SupportedAttributes.missed(change, outcome, neverShown).forEach(confirmed::notKept);
              return SupportedAttributes.of(change, outcome, neverShown);
            },
            arrival::completed,
            asked.allFailed());
    // What was known before: whoever else is in the run's courses was asked for by nobody.
    CommandContext earlier =
        context.knowing(
            List.of(),
            source ->
                source.run().map(other -> !other.equals(run.name())).orElse(false)
                    || source.at().isBefore(run.packedAt()));
    // Later runs change the numbers further.
    CommandContext expecting =
        later.isNone() ? earlier : context.knowing(List.of(), source -> true);
    Known expected = KnownFiles.checkInput(expecting, lockedFolder.known(), NONE).known();
    Set<String> courses = new HashSet<>();
    Set<String> pairs = new HashSet<>();
    changes()
        .read(
            change -> {
              boolean isOfCourse =
                  change.phase() == Phase.ENROLLMENTS || change.phase() == Phase.WITHDRAWALS;
              if (isOfCourse) {
                courses.add(lower(change.value(Field.COURSE)));
              }
              if (change.change() == Change.ENROLL) {
                pairs.add(pair(change));
                pairs.add(
                    lower(arrival.user(change.value(Field.USER)))
                        + "\n"
                        + lower(change.value(Field.COURSE)));
              }
            });
    arrival.extras(
        expected,
        courses,
        (user, course) -> {
          if (!pairs.contains(lower(user) + "\n" + lower(course))) {
            confirmed.addExtra(user, course);
          }
        });
    if (now.tells(Table.ENROLLMENTS)) {
      CourseCounts counts = new CourseCounts(expected.memberships(), now.memberships(), courses);
      if (later.isNone()) {
        changes().read(counts::add);
      }
      confirmed.headcounts(counts.all());
    }
    confirmed.twice(now);
    if (!context.folder().orElseThrow().files("sheets").isEmpty()) {
      try {
        confirmed.stillAsked(StillAsked.of(context, there, lockedFolder.known()));
      } catch (Problem e) {
        context.dialog().remark("What the sheets ask for could not be compared: " + e.getMessage());
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

  private Optional<String> byReport()
      throws IOException, RegisterException, UnreadableSheetException {
    boolean isAll = asked.words().refused().stream().anyMatch(word -> word.equalsIgnoreCase("all"));
    List<String> words =
        asked.words().refused().stream().filter(word -> !word.equalsIgnoreCase("all")).toList();
    try (OpenRoster open = OpenRoster.open(context, asked.reports())) {
      Known known = KnownFiles.checkInput(context, lockedFolder.known(), open.roster()).known();
      UploadReport uploaded = new UploadReport(known, asked.words().accepted(), words, isAll);
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
      Undelivered undelivered = undelivered();
      Optional<String> digest =
          confirmation.ask(
              (key, change) -> undelivered.judge(key, change, uploaded.of(change)),
              asked.allFailed());
      confirmed.reported(uploaded.notOfTheRun());
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
