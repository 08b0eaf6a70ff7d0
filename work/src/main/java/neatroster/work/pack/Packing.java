package neatroster.work.pack;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import neatroster.core.batch.BlockingProblem;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.check.pass.Checker;
import neatroster.core.compare.ChangeReceiver;
import neatroster.core.compare.Comparison;
import neatroster.core.compare.ExceededLimit;
import neatroster.core.compare.IssuedItems;
import neatroster.core.compare.SkippedDifference;
import neatroster.core.compare.Teaching;
import neatroster.core.compare.Totals;
import neatroster.core.compare.WholeRecords;
import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.layout.Layout;
import neatroster.core.layout.LayoutJudge;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.formats.LayoutExcerpt;
import neatroster.register.Register;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.runs.NewRun;
import neatroster.runs.RunBatches;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RunChoice;
import neatroster.work.json.Json;

/** Packs what the sheets ask for as a new run, or says why not. */
public final class Packing {
  private final CommandContext context;
  private final OpenRoster open;
  private final LockedRosterFolder lockedFolder;
  private final Asked asked;
  private final Settings settings;
  private final Known known;
  private final CheckResult checked;
  private final IssuedItems items;

  /**
   * What is to be packed.
   *
   * @param batches the formats
   * @param leaveOutFaulty whether the sound rows go where others are faulty
   * @param corrections whether correction sheets are workbooks; where nothing is said, those of
   *     workbooks are
   * @param goAbove the limits of this run that go before those of the settings
   * @param ofFolder whether it is packed of all that the folder holds
   */
  public record Asked(
      BatchChoice batches,
      boolean leaveOutFaulty,
      Optional<Boolean> corrections,
      Map<String, Integer> goAbove,
      boolean ofFolder) {}

  /**
   * How it ended.
   *
   * @param checked the findings, those about layouts among them
   * @param refused why nothing was packed; else empty
   * @param packed the run; empty where it was refused
   */
  public record Result(CheckResult checked, Optional<String> refused, Optional<PackedRun> packed) {}

  /**
   * Checks what is to be packed.
   *
   * @throws Problem where a run is under way, or a layout names a column that no sheet has
   */
  public Packing(
      CommandContext context, OpenRoster open, LockedRosterFolder lockedFolder, Asked asked)
      throws RegisterException {
    this.context = context;
    this.open = open;
    this.lockedFolder = lockedFolder;
    this.asked = asked;
    settings = context.settings();
    asked.batches().verifyExtras(open.roster());
    RunChoice.verifyNoneUnderWay(lockedFolder.register().runs().all());
    CheckInput checkInput = KnownFiles.comparing(context, lockedFolder.known(), open.roster());
    known = checkInput.known();
    checked = Checker.check(open.roster(), checkInput);
    items = items(lockedFolder);
  }

  /** Packs, or writes nothing. */
  public Result pack() throws IOException, RegisterException {
    CheckResult result = withUnfitValues();
    Optional<BlockingProblem> blocking = BlockingProblem.of(result, asked.leaveOutFaulty());
    if (blocking.isPresent()) {
      return refused(result, why(blocking.get()));
    }
    List<ExceededLimit> above = above(result);
    if (!above.isEmpty()) {
      String why = above.stream().map(ExceededLimit::sentence).collect(Collectors.joining(". "));
      return refused(result, "Nothing was packed. " + why);
    }
    return new Result(result, Optional.empty(), Optional.of(pack(result)));
  }

  private static Result refused(CheckResult checked, String why) {
    return new Result(checked, Optional.of(why), Optional.empty());
  }

  /** The first rows of each file of the layouts. */
  public List<LayoutBeginnings> beginnings(int rows) throws IOException {
    List<LayoutBeginnings> shown = new ArrayList<>();
    for (Layout layout : asked.batches().layouts()) {
      LayoutExcerpt excerpt =
          new LayoutExcerpt(layout, rows, settings.reading().ownFields(), whole(checked));
      int leftOut = compare(checked, items, excerpt::add);
      shown.add(new LayoutBeginnings(layout, excerpt.files(), excerpt.notCarried(), leftOut));
    }
    return shown;
  }

  /** What of the sheets the layouts have no room for. */
  public List<Finding> unfitValues() {
    return unfitValues(checked);
  }

  /** What is in the way, in words. */
  private static String why(BlockingProblem blocking) {
    return "Nothing was packed: "
        + switch (blocking.kind()) {
          case ERRORS ->
              Counted.of(blocking.count(), "error")
                  + " must be mended first. To pack the sound rows alone and get the others back as"
                  + " a sheet to correct, add --leave-out-faulty.";
          case UNREAD_SHEET ->
              "a sheet could not be read as a whole, so its rows cannot be told sound from faulty."
                  + " Mend it, or leave the file out of the command.";
          case NO_ROWS -> "there are no rows.";
          case NO_ACCOUNTS ->
              Counted.of(blocking.count(), "user")
                  + (blocking.count() == 1 ? " has" : " have")
                  + " no username yet. Run neat-roster issue first.";
        };
  }

  /** What the run would do more of than the settings let it. */
  private List<ExceededLimit> above(CheckResult checked) {
    ChangeLimits.verify(settings, asked.goAbove());
    if (!known.tells(Table.USERS) && !known.tells(Table.ENROLLMENTS)) {
      return List.of();
    }
    Totals totals = new Totals(known.memberships(), settings.defaultRole());
    IssuedItems nothing = IssuedItems.of(reference -> "");
    compare(checked, nothing, totals::add);
    return ExceededLimit.of(totals, known, settings.stopAbove(), asked.goAbove());
  }

  private static IssuedItems items(LockedRosterFolder lockedFolder) throws RegisterException {
    Map<String, String> passwords = lockedFolder.accounts().passwords();
    return new IssuedItems(
        reference -> passwords.getOrDefault(reference.toLowerCase(Locale.ROOT), ""),
        lockedFolder.register().passwords().due(),
        joinCodes(lockedFolder.register()));
  }

  /**
   * The check with what the layouts have no room for. Where rows are left out because of it, others
   * may speak for the same people, and are looked at too.
   */
  private CheckResult withUnfitValues() {
    CheckResult result = checked;
    List<Finding> found = unfitValues(result);
    int faulty = -1;
    while (!found.isEmpty() && result.faultyLines().cardinality() > faulty) {
      faulty = result.faultyLines().cardinality();
      result = result.with(found);
      found = asked.leaveOutFaulty() ? unfitValues(result) : List.of();
    }
    return result;
  }

  /** What the layouts have no room for; it is found before anything is written. */
  private List<Finding> unfitValues(CheckResult checked) {
    List<Finding> findings = new ArrayList<>();
    for (Layout layout : asked.batches().layouts()) {
      if (!layout.isNarrow()) {
        continue;
      }
      LayoutJudge judge = new LayoutJudge(layout, settings.reading().ownFields(), whole(checked));
      compare(checked, items, judge::add);
      findings.addAll(judge.findings());
    }
    return findings;
  }

  /**
   * Hands on every change.
   *
   * @return how many rows are left out
   */
  private int compare(CheckResult checked, IssuedItems items, Consumer<PlannedChange> taker) {
    int[] leftOut = {0};
    ChangeReceiver receiver =
        new ChangeReceiver() {
          @Override
          public void change(PlannedChange change) {
            taker.accept(change);
          }

          @Override
          public void leftOut(RosterRow row, int line, String why) {
            leftOut[0]++;
          }
        };
    LocalDate today = LocalDate.now(ZoneId.systemDefault());
    new Comparison(settings, checked, known, items, today, receiver).run();
    return leftOut[0];
  }

  private PackedRun pack(CheckResult checked) throws IOException, RegisterException {
    Path runs = lockedFolder.folder().path("runs");
    LocalDate today = LocalDate.now(ZoneId.systemDefault());
    try (NewRun run = NewRun.start(runs, today)) {
      RunBatches batches =
          asked
              .batches()
              .into(
                  run,
                  context,
                  lockedFolder,
                  known,
                  whole(checked),
                  new Teaching(known.memberships(), checked.wanted()));
      List<PackedRun.Dropped> dropped = new ArrayList<>();
      Notices notices = new Notices();
      CorrectionSheets sheets = new CorrectionSheets(run, checked, asked.corrections());
      try {
        ChangeReceiver receiver =
            new ChangeReceiver() {
              @Override
              public void change(PlannedChange row) {
                try {
                  notices.add(row);
                  batches.add(row);
                } catch (IOException e) {
                  throw new UncheckedIOException(e);
                }
              }

              @Override
              public void leftOut(RosterRow row, int line, String why) {
                sheets.add(row, why);
              }

              @Override
              public void unasked(int accounts) {
                notices.unasked(accounts);
              }

              @Override
              public void left(SkippedDifference one) {
                notices.add(one);
              }

              @Override
              public void dropped(Place place, Field field, String value, String why) {
                dropped.add(new PackedRun.Dropped(place, field, value, why));
              }
            };
        new Comparison(settings, checked, known, items, today, receiver).run();
      } finally {
        batches.close();
        sheets.close();
      }
      List<RunBatches.PackedFile> files = batches.files();
      open.verifyUnchanged();
      if (batches.counts().isEmpty() && sheets.rows() == 0) {
        return PackedRun.carryingNothing(batches.notCarried(), batches.stillDue(), notices);
      }
      String digest = batches.digest();
      List<Run> waiting =
          lockedFolder.register().runs().all().stream()
              .filter(earlier -> earlier.deliveredAt().isEmpty())
              .filter(earlier -> lockedFolder.folder().run(earlier.name()).isThere())
              .toList();
      PackedRun packed =
          new PackedRun(
              run.name(),
              lockedFolder.folder().shown("runs/" + run.name()),
              files,
              batches.notCarried(),
              batches.stillDue(),
              batches.counts(),
              sheets.rows(),
              List.copyOf(sheets.names()),
              dropped,
              batches.passwords().size(),
              batches.passwordsKept(),
              waiting.stream()
                  .filter(earlier -> earlier.digest().equals(digest))
                  .map(Run::name)
                  .findFirst()
                  .orElse(null),
              waiting.stream().map(Run::name).toList(),
              asked.ofFolder(),
              asked.ofFolder() ? RunChoice.replaced(lockedFolder.folder(), waiting) : List.of(),
              notices,
              open.roster().sheets().stream().anyMatch(sheet -> sheet.covers().isPresent()));
      try (var out = run.create("run.json")) {
        Json.write(out, packed.document());
      }
      run.finish();
      lockedFolder.register().runs().packed(run.name(), Instant.now(), digest, Optional.empty());
      lockedFolder.register().rememberSourcedIds(batches.sourcedIds());
      lockedFolder.register().passwords().pack(run.name(), batches.passwords());
      return packed;
    }
  }

  /** What users and courses are as a whole, and who teaches them. */
  private WholeRecords whole(CheckResult checked) {
    return new WholeRecords(known, new Teaching(known.memberships(), checked.wanted()));
  }

  private static Map<String, String> joinCodes(Register register) throws RegisterException {
    Map<String, String> codes = new HashMap<>();
    register.joinCodes().forEach(code -> codes.put(code.of(), code.code()));
    return codes;
  }
}
