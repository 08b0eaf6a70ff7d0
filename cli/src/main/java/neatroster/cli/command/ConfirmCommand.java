package neatroster.cli.command;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import neatroster.cli.disk.DiskTrouble;
import neatroster.cli.folder.DeliveredNames;
import neatroster.cli.folder.KnownSource;
import neatroster.cli.folder.OpenRoster;
import neatroster.cli.folder.RosterFolder;
import neatroster.cli.folder.RunChoice;
import neatroster.cli.folder.RunConfirmation;
import neatroster.cli.folder.Session;
import neatroster.cli.folder.Workplace;
import neatroster.cli.report.ConfirmReport;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.Problem;
import neatroster.core.compare.Change;
import neatroster.core.compare.PlannedChange;
import neatroster.core.confirm.Arrival;
import neatroster.core.confirm.UploadReport;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.roster.Known;
import neatroster.core.roster.Roster;
import neatroster.formats.KeptChanges;
import neatroster.formats.OwnColumns;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Compares what the platform holds with what a run asked for. */
@Command(
    name = "confirm",
    description = {
      "Compares what the platform holds now with what a run asked for, by exports of the platform or",
      "by the report that it gave after the upload. What it did not take comes back as sheets to be",
      "mended, and the next run asks for it again."
    })
public final class ConfirmCommand implements Callable<Integer> {
  private static final int WORDS_NAMED = 5;

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

  @Parameters(
      paramLabel = "RUN",
      arity = "0..1",
      description = "The run, as 2027-01-12-1. Without it: the one that was delivered last.")
  private String named;

  @Override
  public Integer call() {
    Session session = options.session();
    RosterFolder folder =
        session.folderOr("There is no roster folder here; runs are packed in one. Try --folder.");
    if (exports.isEmpty() == reports.isEmpty()) {
      throw Problem.usage(
          "Say by what to compare: --export FILE for an export of the platform made after the"
              + " upload, or --reported FILE for the report that it gave of the upload.");
    }
    try (Workplace workplace = session.work("confirm")) {
      Run run = chosen(workplace.register().runs());
      RunChoice.verifyUnedited(folder, run);
      Path place = folder.path("runs").resolve(run.name());
      RunConfirmation confirmation =
          new RunConfirmation(place, new OwnColumns(session.settings().reading().ownFields()));
      ConfirmReport report = new ConfirmReport(run.name(), folder, confirmation);
      Optional<String> digest =
          exports.isEmpty()
              ? byReport(session, workplace, confirmation, report)
              : byExport(session, workplace, run, place, confirmation, report);
      if (digest.isEmpty()) {
        throw Problem.refused(
            "Not one change of run "
                + run.name()
                + " is there, so nothing was recorded. Is it the right file, and made after the"
                + " upload? If the whole upload failed, add --all-failed.");
      }
      int failed = confirmation.missing().size() + confirmation.different().size();
      if (run.deliveredAt().isEmpty()) {
        DeliveredNames.remember(folder, run, workplace.register());
        workplace.register().runDelivered(run.name(), Instant.now());
      }
      workplace
          .register()
          .runConfirmed(run.name(), new Run.Confirmed(Instant.now(), digest.get(), failed));
      if (options.json()) {
        Json.write(session.screen().out(), report::json);
      } else {
        report.text(session.screen());
      }
      return failed == 0 ? Exit.DONE : Exit.FINDINGS;
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    } catch (IOException e) {
      throw Problem.unreadable(
          "What became of the run could not be kept (" + DiskTrouble.reason(e) + ").", e);
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

  private Optional<String> byExport(
      Session session,
      Workplace workplace,
      Run run,
      Path place,
      RunConfirmation confirmation,
      ConfirmReport report)
      throws IOException {
    Session there = session.knowing(exports, source -> false);
    for (KnownSource source : there.knownSources()) {
      if (run.deliveredAt().map(at -> source.at().isBefore(at)).orElse(false)) {
        session
            .screen()
            .remark(
                source.file().name()
                    + " was saved before the run was recorded as delivered: is it a new export?");
      }
    }
    Roster none = new Roster(List.of(), List.of(), List.of());
    Known now = there.basis(workplace.known(), none).known();
    Arrival arrival = new Arrival(session.settings(), now);
    Optional<String> digest = confirmation.ask(arrival::of, allFailed);
    // What was known before, with the run: whoever else is in its courses was asked by nobody.
    Known before =
        session
            .knowing(
                List.of(),
                source -> source.run().isPresent() || source.at().isBefore(run.packedAt()))
            .basis(workplace.known(), none)
            .known();
    Set<String> courses = new HashSet<>();
    Set<String> asked = new HashSet<>();
    new KeptChanges(place.resolve(KnownSource.CHANGES))
        .read(
            change -> {
              if (change.change() == Change.ENROLL) {
                courses.add(lower(change.value(Field.COURSE)));
                asked.add(pair(change));
              }
            });
    arrival.extras(
        before,
        courses,
        (user, course) -> {
          if (!asked.contains(lower(user) + "\n" + lower(course))) {
            report.addExtra(user, course);
          }
        });
    return digest;
  }

  private static String pair(PlannedChange change) {
    return lower(change.value(Field.USER)) + "\n" + lower(change.value(Field.COURSE));
  }

  private static String lower(String text) {
    return text.toLowerCase(Locale.ROOT);
  }

  private Optional<String> byReport(
      Session session, Workplace workplace, RunConfirmation confirmation, ConfirmReport report)
      throws IOException, UnreadableSheetException {
    boolean isAll = refused.stream().anyMatch(word -> word.equalsIgnoreCase("all"));
    List<String> words = refused.stream().filter(word -> !word.equalsIgnoreCase("all")).toList();
    try (OpenRoster open = session.open(reports)) {
      Known known = session.basis(workplace.known(), open.roster()).known();
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
      Optional<String> digest = confirmation.ask(uploaded::of, allFailed);
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
