package neatroster.work.pack;

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
import java.util.stream.Collectors;
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
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.runs.NewRun;
import neatroster.runs.RunBatches;
import neatroster.runs.RunFolder;
import neatroster.runs.RunOutcomes;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.RosterFolder;
import neatroster.work.folder.RunChoice;
import neatroster.work.json.Json;

/** Packs the reverse of a run that was delivered as a run of its own, or says why not. */
public final class Undoing {
  private static final int MOST_SAID = 5;

  private final CommandContext context;
  private final LockedRosterFolder lockedFolder;
  private final Run undoes;
  private final RunFolder place;
  private final BatchChoice batches;
  private final Settings settings;
  private final Known known;
  private final RunReversal reversal;

  /**
   * How it ended.
   *
   * @param refused why nothing was packed; else empty
   * @param undone the run; empty where it was refused
   */
  public record Result(Optional<String> refused, Optional<UndoneRun> undone) {}

  /**
   * Looks at what a run did.
   *
   * @param asked the formats; it is taken back the way it went where none is asked for
   * @throws Problem where the run was not delivered, or was taken back already
   */
  public Undoing(
      CommandContext context, LockedRosterFolder lockedFolder, Run run, BatchChoice.Asked asked)
      throws RegisterException, IOException {
    this.context = context;
    this.lockedFolder = lockedFolder;
    undoes = run;
    RosterFolder folder = lockedFolder.folder();
    List<Run> runs = lockedFolder.register().runs().all();
    RunChoice.verifyNoneUnderWay(runs);
    verify(runs, run);
    RunChoice.verifyUnedited(folder, run);
    RunChoice.verifyTaken(folder, run);
    RunChoice.remarkEdited(context.dialog(), folder, run);
    place = folder.run(run.name());
    batches = BatchChoice.of(place.document().map(asked::likeIn).orElse(asked), context);
    settings = context.settings();
    Roster none = new Roster(List.of(), List.of(), List.of());
    known = KnownFiles.checkInput(context, lockedFolder.known(), none).known();
    RunOutcomes outcomes = RunChoice.outcomes(folder, run);
    reversal =
        new RunReversal(
            place.deliveredOf(run),
            new ArrivalCheck(settings, known),
            made -> outcomes.is(RunOutcomes.Kind.FOUND, made));
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

  /**
   * Packs, or writes nothing.
   *
   * @param evenInUse whether courses go that others came into since
   * @param goAbove the limits of this run that go before those of the settings
   */
  public Result pack(boolean evenInUse, Map<String, Integer> goAbove)
      throws IOException, RegisterException {
    String inUse = evenInUse ? "" : inUse();
    if (!inUse.isEmpty()) {
      return refused(inUse);
    }
    String above = above(goAbove);
    if (!above.isEmpty()) {
      return refused(above);
    }
    Teaching teaching = new Teaching(known.memberships());
    WholeRecords whole = new WholeRecords(known, teaching);
    place.due().read(whole::assume);
    String unfitValues = unfitValues(whole);
    return unfitValues.isEmpty()
        ? new Result(Optional.empty(), Optional.of(pack(whole, teaching)))
        : refused(unfitValues);
  }

  private static Result refused(String why) {
    return new Result(Optional.of("Nothing was packed. " + why), Optional.empty());
  }

  /** Which courses would go that others are in by now, as a sentence. */
  private String inUse() throws IOException {
    Map<String, Set<String>> others = reversal.others(known.memberships());
    return others.isEmpty()
        ? ""
        : "The run made "
            + String.join(", ", others.keySet())
            + ", and "
            + Counted.of(others.values().stream().mapToInt(Set::size).sum(), "enrollment")
            + " in it came since by other ways. To take it away with them: --even-in-use.";
  }

  private String above(Map<String, Integer> goAbove) throws IOException {
    ChangeLimits.verify(settings, goAbove);
    Totals totals = new Totals(known.memberships(), settings.defaultRole());
    reversal.read(totals::add, what -> {});
    return ExceededLimit.of(totals, known, settings.stopAbove(), goAbove).stream()
        .map(ExceededLimit::sentence)
        .collect(Collectors.joining(". "));
  }

  /** What the layouts have no room for, in sentences. */
  private String unfitValues(WholeRecords whole) throws IOException {
    List<String> sentences = new ArrayList<>();
    for (Layout layout : batches.layouts()) {
      LayoutJudge judge = new LayoutJudge(layout, settings.reading().ownFields(), whole);
      reversal.read(judge::add, what -> {});
      judge.findings().stream()
          .limit(MOST_SAID)
          .forEach(finding -> sentences.add(finding.message()));
    }
    return String.join(" ", sentences);
  }

  private UndoneRun pack(WholeRecords whole, Teaching teaching)
      throws IOException, RegisterException {
    RosterFolder folder = lockedFolder.folder();
    Path runs = folder.path("runs");
    Map<String, Integer> kept = new LinkedHashMap<>();
    try (NewRun run = NewRun.start(runs, LocalDate.now(ZoneId.systemDefault()))) {
      RunBatches written = batches.into(run, context, lockedFolder, known, whole, teaching);
      try {
        reversal.read(written::add, what -> kept.merge(what, 1, Integer::sum));
      } finally {
        written.close();
      }
      boolean isNothing = written.counts().isEmpty();
      if (written.stillDue() > 0) {
        kept.put("change that no format of this run has room for", written.stillDue());
      }
      UndoneRun undone =
          new UndoneRun(
              isNothing ? null : run.name(),
              undoes.name(),
              isNothing ? null : folder.shown("runs/" + run.name()),
              written.files(),
              written.notCarried(),
              written.counts(),
              kept);
      if (isNothing) {
        return undone;
      }
      String digest = written.digest();
      try (var out = run.create("run.json")) {
        Json.write(out, undone.document());
      }
      run.finish();
      lockedFolder
          .register()
          .runs()
          .packed(run.name(), Instant.now(), digest, Optional.of(undoes.name()));
      lockedFolder.register().rememberSourcedIds(written.sourcedIds());
      return undone;
    }
  }
}
