package neatroster.cli.command;

import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import neatroster.cli.report.ConfirmReport;
import neatroster.cli.report.ReportFiles;
import neatroster.cli.terminal.Exit;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.disk.DiskErrors;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.work.Problem;
import neatroster.work.delivery.ConfirmedRun;
import neatroster.work.delivery.Confirming;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.LockedRosterFolder;
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
  private static final int LONGEST_WAIT = 24 * 60;

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
    Confirming.Asked asked =
        new Confirming.Asked(
            exports,
            reports,
            new Confirming.Words(refused, accepted),
            allFailed,
            acceptsUntold,
            Optional.ofNullable(wait).map(Duration::ofMinutes),
            options.waits());
    try (LockedRosterFolder lockedFolder = context.work("confirm")) {
      Run run = chosen(lockedFolder.register().runs().all());
      ConfirmedRun confirmed = Confirming.confirm(context, lockedFolder, run, asked);
      ConfirmReport report = new ConfirmReport(folder, confirmed);
      options.show(report::document, report::text);
      files.write(kinds, report, context);
      return confirmed.isFine() ? Exit.DONE : Exit.FINDINGS;
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
}
