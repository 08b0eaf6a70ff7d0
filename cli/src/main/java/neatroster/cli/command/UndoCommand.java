package neatroster.cli.command;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import neatroster.cli.report.RunText;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.JsonObject;
import neatroster.cli.terminal.Screen;
import neatroster.core.compare.ExceededLimit;
import neatroster.core.compare.Teaching;
import neatroster.core.compare.Totals;
import neatroster.core.compare.WholeRecords;
import neatroster.core.confirm.ArrivalCheck;
import neatroster.core.confirm.RunReversal;
import neatroster.core.layout.Layout;
import neatroster.core.layout.LayoutJudge;
import neatroster.core.model.Counted;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.disk.DiskErrors;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.runs.NewRun;
import neatroster.runs.RunBackground;
import neatroster.runs.RunBatches;
import neatroster.runs.RunFolder;
import neatroster.runs.RunOutcomes;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RosterFolder;
import neatroster.work.folder.RunChoice;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Packs what takes back a run that was delivered. */
@Command(
    name = "undo",
    description = {
      "Packs the reverse of a run that was delivered, as a run of its own: what it made is taken",
      "away, what it changed is put back. What was changed again since is left."
    })
public final class UndoCommand implements Callable<Integer> {
  private static final int MISFITS_SAID = 5;

  @Mixin private CommonOptions options;
  @Mixin private FormatOptions formats;

  @Option(
      names = "--go-above",
      paramLabel = "KIND=NUMBER",
      description =
          "Lets it make so many removals, withdrawals or changes, whatever stop-above in the"
              + " settings says. Repeatable.")
  private Map<String, Integer> goAbove = Map.of();

  @Option(
      names = "--even-in-use",
      description =
          "Takes away courses that the run made also where people are in them by now whom it did"
              + " not enroll.")
  private boolean evenInUse;

  @Parameters(paramLabel = "RUN", description = "The run, as 2027-01-12-1.")
  private String named;

  /**
   * An undoing.
   *
   * @param run the run that was packed, or null where there is nothing to take back
   * @param kept what cannot be taken back, and how often
   */
  private record Undone(
      String run,
      String undoes,
      String folder,
      List<RunBatches.PackedFile> files,
      List<RunBatches.NotCarried> notCarried,
      Map<String, Map<String, Integer>> counts,
      Map<String, Integer> kept) {}

  @Override
  public Integer call() {
    CommandContext context = options.context();
    RosterFolder folder =
        context.folderOr("There is no roster folder here; runs are packed in one. Try --folder.");
    try (LockedRosterFolder lockedFolder = context.work("undo")) {
      List<Run> runs = lockedFolder.register().runs();
      Run run = RunChoice.of(runs, named);
      RunChoice.verifyNoneUnderWay(runs);
      verify(runs, run);
      RunChoice.verifyUnedited(folder, run);
      RunChoice.verifyTaken(folder, run);
      RunChoice.remarkEdited(options.screen(), folder, run);
      RunFolder place = folder.run(run.name());
      // It is taken back the way it went.
      place.document().ifPresent(formats::likeIn);
      formats.verify(context);
      Roster none = new Roster(List.of(), List.of(), List.of());
      Known known = context.checkInput(lockedFolder.known(), none).known();
      RunOutcomes outcomes = RunChoice.outcomes(folder, run);
      RunReversal reversal =
          new RunReversal(
              place.deliveredOf(run),
              new ArrivalCheck(context.settings(), known),
              made -> outcomes.is(RunOutcomes.Kind.FOUND, made));
      String inUse = evenInUse ? "" : inUse(known, reversal);
      if (!inUse.isEmpty()) {
        refuse(options.screen(), run, inUse);
        return Exit.FINDINGS;
      }
      String above = above(context.settings(), known, reversal);
      if (!above.isEmpty()) {
        refuse(options.screen(), run, above);
        return Exit.FINDINGS;
      }
      Teaching teaching = new Teaching(known.memberships());
      WholeRecords whole = new WholeRecords(known, teaching);
      place.due().read(whole::assume);
      String unfitValues = unfitValues(context.settings(), whole, reversal);
      if (!unfitValues.isEmpty()) {
        refuse(options.screen(), run, unfitValues);
        return Exit.FINDINGS;
      }
      Undone undone = pack(context, known, whole, teaching, folder, lockedFolder, run, reversal);
      if (options.json()) {
        Json.write(options.screen().out(), json(undone));
      } else {
        text(options.screen(), context.settings(), undone);
      }
      return Exit.DONE;
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    } catch (IOException e) {
      throw Problem.unreadable(
          "The run could not be written (" + DiskErrors.reason(e) + "); nothing of it is left.", e);
    }
  }

  private static void verify(List<Run> runs, Run run) {
    if (run.deliveredAt().isEmpty()) {
      throw Problem.usage(
          "Run "
              + run.name()
              + " is not recorded as delivered, so there is nothing to take back. If it was"
              + " uploaded, say so first: neat-roster send "
              + run.name()
              + " --by-hand");
    }
    for (Run other : runs) {
      if (other.undoes().equals(Optional.of(run.name())) && other.deliveredAt().isPresent()) {
        throw Problem.usage(
            "Run " + run.name() + " was taken back already, by run " + other.name() + ".");
      }
    }
  }

  /** Which courses would go that others are in by now, as a sentence. */
  private static String inUse(Known known, RunReversal reversal) throws IOException {
    Map<String, Set<String>> others = reversal.others(known.memberships());
    return others.isEmpty()
        ? ""
        : "The run made "
            + String.join(", ", others.keySet())
            + ", and "
            + Counted.of(others.values().stream().mapToInt(Set::size).sum(), "enrollment")
            + " in it came since by other ways. To take it away with them: --even-in-use.";
  }

  private String above(Settings settings, Known known, RunReversal reversal) throws IOException {
    for (String kind : goAbove.keySet()) {
      if (!settings.stopAbove().containsKey(kind)) {
        throw Problem.usage("--go-above takes removals, withdrawals or changes with a number.");
      }
    }
    Totals totals = new Totals(known.memberships(), settings.defaultRole());
    reversal.read(totals::add, what -> {});
    return ExceededLimit.of(totals, known, settings.stopAbove(), goAbove).stream()
        .map(ExceededLimit::sentence)
        .collect(Collectors.joining(". "));
  }

  /** What the layouts have no room for, in sentences. */
  private String unfitValues(Settings settings, WholeRecords whole, RunReversal reversal)
      throws IOException {
    List<String> sentences = new ArrayList<>();
    for (Layout layout : formats.layouts()) {
      LayoutJudge judge = new LayoutJudge(layout, settings.reading().ownFields(), whole);
      reversal.read(judge::add, what -> {});
      judge.findings().stream()
          .limit(MISFITS_SAID)
          .forEach(finding -> sentences.add(finding.message()));
    }
    return String.join(" ", sentences);
  }

  private Undone pack(
      CommandContext context,
      Known known,
      WholeRecords whole,
      Teaching teaching,
      RosterFolder folder,
      LockedRosterFolder lockedFolder,
      Run undoes,
      RunReversal reversal)
      throws IOException, RegisterException {
    Settings settings = context.settings();
    Path runs = folder.path("runs");
    Map<String, Integer> kept = new LinkedHashMap<>();
    try (NewRun run = NewRun.start(runs, LocalDate.now(ZoneId.systemDefault()))) {
      RunBatches batches =
          new RunBatches(
              run,
              lockedFolder.accounts(),
              formats.formats(),
              RunBackground.of(
                  settings,
                  known,
                  whole,
                  teaching,
                  lockedFolder.register(),
                  formats.oneRosterExports(context),
                  formats.oneRoster(),
                  formats.split()));
      try {
        reversal.read(batches::add, what -> kept.merge(what, 1, Integer::sum));
      } finally {
        batches.close();
      }
      boolean isNothing = batches.counts().isEmpty();
      if (batches.stillDue() > 0) {
        kept.put("change that no format of this run has room for", batches.stillDue());
      }
      Undone undone =
          new Undone(
              isNothing ? null : run.name(),
              undoes.name(),
              isNothing ? null : folder.shown("runs/" + run.name()),
              batches.files(),
              batches.notCarried(),
              batches.counts(),
              kept);
      if (isNothing) {
        return undone;
      }
      String digest = batches.digest();
      try (var out = run.create("run.json")) {
        Json.write(out, json(undone));
      }
      run.finish();
      lockedFolder
          .register()
          .runPacked(run.name(), Instant.now(), digest, Optional.of(undoes.name()));
      lockedFolder.register().rememberSourcedIds(batches.sourcedIds());
      return undone;
    }
  }

  private void refuse(Screen screen, Run run, String why) {
    String refused = "Nothing was packed. " + why;
    if (options.json()) {
      Json.write(
          screen.out(),
          Json.of("undo").put("run", null).put("undoes", run.name()).put("refused", refused));
    } else {
      screen.line(screen.red(refused));
    }
  }

  private static void text(Screen screen, Settings settings, Undone undone) {
    if (undone.run() == null) {
      screen.line(
          "Nothing of run " + undone.undoes() + " can be taken back, so no run was packed.");
    } else {
      screen.line(
          "Packed run "
              + screen.bold(undone.run())
              + ", which takes back run "
              + undone.undoes()
              + ", into "
              + undone.folder());
      screen.line("");
      RunText.files(screen, undone.files());
    }
    if (!undone.kept().isEmpty()) {
      screen.line("");
      screen.line(screen.yellow("What cannot be taken back"));
      undone.kept().forEach((what, count) -> screen.line(String.format("  %6d × %s", count, what)));
    }
    RunText.notCarried(screen, undone.notCarried());
    if (undone.run() != null) {
      screen.line("");
      RunText.next(screen, undone.run(), settings);
      screen.line(
          "Your sheets still ask for what run "
              + undone.undoes()
              + " did: correct them, or the next pack does it again.");
    }
  }

  private static JsonObject json(Undone undone) {
    return Json.of("undo")
        .put("run", undone.run())
        .put("undoes", undone.undoes())
        .put("folder", undone.run() == null ? null : "runs/" + undone.run())
        .list("files", undone.files(), RunText::json)
        .put("counts", undone.counts())
        .list("notCarried", undone.notCarried(), RunText::json)
        .list(
            "cannotBeUndone",
            undone.kept().entrySet(),
            one -> new JsonObject().put("what", one.getKey()).put("count", one.getValue()));
  }
}
