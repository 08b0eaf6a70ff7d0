package neatroster.cli.command;

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
import java.util.concurrent.Callable;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import neatroster.cli.report.CorrectionSheets;
import neatroster.cli.report.FindingsJson;
import neatroster.cli.report.FindingsText;
import neatroster.cli.report.LayoutText;
import neatroster.cli.report.Notices;
import neatroster.cli.report.PackReport;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.Screen;
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
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.disk.DiskErrors;
import neatroster.formats.LayoutExcerpt;
import neatroster.register.Register;
import neatroster.register.RegisterException;
import neatroster.register.Run;
import neatroster.runs.NewRun;
import neatroster.runs.RunBackground;
import neatroster.runs.RunBatches;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RunChoice;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Writes import batches into a run folder. */
@Command(name = "pack", description = "Writes the roster as import batches into a new run folder.")
public final class PackCommand implements Callable<Integer> {
  private static final int MOST_SHOWN = 1000;

  @Mixin private CommonOptions options;
  @Mixin private FormatOptions as;

  @Option(
      names = "--leave-out-faulty",
      description = "Packs the sound rows and writes the others as correction sheets.")
  private boolean leaveOutFaulty;

  /** How correction sheets are written; the names are those on the command line. */
  enum Corrections {
    csv,
    xlsx
  }

  @Option(
      names = "--corrections",
      paramLabel = "csv|xlsx",
      description =
          "How correction sheets are written (default: xlsx for the rows of workbooks, csv for others).")
  private Corrections corrections;

  @Option(
      names = "--to",
      paramLabel = "DIR",
      description = "Where to write when there is no roster folder.")
  private Path to;

  @Option(
      names = "--go-above",
      paramLabel = "KIND=NUMBER",
      description =
          "Lets one run make so many removals, withdrawals or changes, whatever stop-above in the"
              + " settings says. Repeatable.")
  private Map<String, Integer> goAbove = Map.of();

  @Option(
      names = "--show",
      paramLabel = "NUMBER",
      description = "Shows the first rows of each file of a layout, and packs nothing.")
  private int show;

  @Parameters(
      paramLabel = "FILE",
      description = "The sheets. Without any: what the roster folder holds.")
  private List<String> files = List.of();

  @Override
  public Integer call() {
    Screen screen = options.screen();
    CommandContext context = options.context().writing(to, "pack");
    as.verify(context);
    verifyShow();
    Settings settings = context.settings();
    try (OpenRoster open = context.open(files);
        LockedRosterFolder lockedFolder = context.work("pack")) {
      as.verifyExtras(open.roster());
      RunChoice.verifyNoneUnderWay(lockedFolder.register().runs());
      CheckInput checkInput = context.comparing(lockedFolder.known(), open.roster());
      Known known = checkInput.known();
      CheckResult checked = Checker.check(open.roster(), checkInput);
      IssuedItems items = items(lockedFolder);
      if (show > 0) {
        show(screen, settings, checked, known, items);
        return Exit.DONE;
      }
      checked = withMisfits(settings, checked, known, items);
      Optional<BlockingProblem> blockingProblem = BlockingProblem.of(checked, leaveOutFaulty);
      if (blockingProblem.isPresent()) {
        refuse(screen, checked, why(blockingProblem.get()));
        return Exit.FINDINGS;
      }
      List<ExceededLimit> above = above(settings, checked, known);
      if (!above.isEmpty()) {
        String why = above.stream().map(ExceededLimit::sentence).collect(Collectors.joining(". "));
        refuse(screen, checked, "Nothing was packed. " + why);
        return Exit.FINDINGS;
      }
      boolean ofFolder = files.isEmpty() && to == null;
      PackReport packed = pack(context, as, open, checked, known, items, ofFolder, lockedFolder);
      if (options.json()) {
        Json.write(screen.out(), packed.document());
      } else {
        packed.write(screen, settings);
      }
      return packed.leftOut() > 0 ? Exit.FINDINGS : Exit.DONE;
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    } catch (IOException | UncheckedIOException e) {
      Exception cause = e instanceof UncheckedIOException unchecked ? unchecked.getCause() : e;
      throw Problem.unreadable(
          "The run could not be written (" + DiskErrors.reason(cause) + "); nothing of it is left.",
          e);
    }
  }

  /** An obstacle in words. */
  private static String why(BlockingProblem blockingProblem) {
    return "Nothing was packed: "
        + switch (blockingProblem.kind()) {
          case ERRORS ->
              Counted.of(blockingProblem.count(), "error")
                  + " must be mended first. To pack the sound rows alone and get the others back as"
                  + " a sheet to correct, add --leave-out-faulty.";
          case UNREAD_SHEET ->
              "a sheet could not be read as a whole, so its rows cannot be told sound from faulty."
                  + " Mend it, or leave the file out of the command.";
          case NO_ROWS -> "there are no rows.";
          case NO_ACCOUNTS ->
              Counted.of(blockingProblem.count(), "user")
                  + (blockingProblem.count() == 1 ? " has" : " have")
                  + " no username yet. Run neat-roster issue first.";
        };
  }

  /** What the run would do more of than the settings let it. */
  private List<ExceededLimit> above(Settings settings, CheckResult checked, Known known) {
    for (String kind : goAbove.keySet()) {
      if (!settings.stopAbove().containsKey(kind)) {
        throw Problem.usage("--go-above takes removals, withdrawals or changes with a number.");
      }
    }
    if (!known.tells(Table.USERS) && !known.tells(Table.ENROLLMENTS)) {
      return List.of();
    }
    Totals totals = new Totals(known.memberships(), settings.defaultRole());
    IssuedItems nothing = IssuedItems.of(reference -> "");
    compare(settings, checked, known, nothing, totals::add);

    return ExceededLimit.of(totals, known, settings.stopAbove(), goAbove);
  }

  private static IssuedItems items(LockedRosterFolder lockedFolder) throws RegisterException {
    Map<String, String> passwords = lockedFolder.accounts().passwords();
    return new IssuedItems(
        reference -> passwords.getOrDefault(reference.toLowerCase(Locale.ROOT), ""),
        lockedFolder.register().passwordsDue(),
        joinCodes(lockedFolder.register()));
  }

  /**
   * The check with what the layouts have no room for. Where rows are left out because of it, others
   * may speak for the same people, and are looked at too.
   */
  private CheckResult withMisfits(
      Settings settings, CheckResult checked, Known known, IssuedItems items) {
    CheckResult result = checked;
    List<Finding> found = unfitValues(settings, result, known, items);
    int faulty = -1;
    while (!found.isEmpty() && result.faultyLines().cardinality() > faulty) {
      faulty = result.faultyLines().cardinality();
      result = result.with(found);
      found = leaveOutFaulty ? unfitValues(settings, result, known, items) : List.of();
    }
    return result;
  }

  /** What the layouts have no room for; it is found before anything is written. */
  private List<Finding> unfitValues(
      Settings settings, CheckResult checked, Known known, IssuedItems items) {
    List<Finding> findings = new ArrayList<>();
    for (Layout layout : as.layouts()) {
      if (!layout.isNarrow()) {
        continue;
      }
      LayoutJudge judge =
          new LayoutJudge(layout, settings.reading().ownFields(), whole(checked, known));
      compare(settings, checked, known, items, judge::add);
      findings.addAll(judge.findings());
    }
    return findings;
  }

  /**
   * Hands on every change.
   *
   * @return how many rows are left out
   */
  private static int compare(
      Settings settings,
      CheckResult checked,
      Known known,
      IssuedItems items,
      Consumer<PlannedChange> taker) {
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

  private void verifyShow() {
    if (show < 0 || show > MOST_SHOWN) {
      throw Problem.usage("--show takes how many rows, from 1 to " + MOST_SHOWN + ".");
    }
    if (show > 0 && as.layouts().size() != as.formats().size()) {
      throw Problem.usage(
          "--show looks at the files of a layout: neat-roster pack --as layout:NAME --show 5");
    }
  }

  /** Shows the first rows of each file of the layouts, and packs nothing. */
  private void show(
      Screen screen, Settings settings, CheckResult checked, Known known, IssuedItems items)
      throws IOException {
    List<LayoutText> shown = new ArrayList<>();
    for (Layout layout : as.layouts()) {
      LayoutExcerpt excerpt =
          new LayoutExcerpt(layout, show, settings.reading().ownFields(), whole(checked, known));
      int leftOut = compare(settings, checked, known, items, excerpt::add);
      shown.add(new LayoutText(layout, excerpt.files(), excerpt.notCarried(), leftOut));
    }
    List<Finding> unfitValues = unfitValues(settings, checked, known, items);
    if (options.json()) {
      Json.write(screen.out(), LayoutText.document(shown, unfitValues));
    } else {
      shown.forEach(one -> one.write(screen));
      LayoutText.unfitValues(screen, unfitValues);
    }
  }

  private void refuse(Screen screen, CheckResult checked, String why) {
    List<Finding> errors =
        checked.findings().stream().filter(f -> f.severity() == Severity.ERROR).toList();
    if (options.json()) {
      Json.write(
          screen.out(),
          Json.of("pack")
              .put("run", null)
              .put("folder", null)
              .put("files", List.of())
              .put("refused", why)
              .put("findings", FindingsJson.findings(errors)));
      return;
    }
    if (!errors.isEmpty()) {
      new FindingsText(screen, false).write(checked);
      screen.line("");
    }
    screen.line(screen.red(why));
  }

  private PackReport pack(
      CommandContext context,
      FormatOptions formats,
      OpenRoster open,
      CheckResult checked,
      Known known,
      IssuedItems items,
      boolean ofFolder,
      LockedRosterFolder lockedFolder)
      throws IOException, RegisterException {

    Settings settings = context.settings();
    Path runs = lockedFolder.folder().path("runs");
    LocalDate today = LocalDate.now(ZoneId.systemDefault());
    try (NewRun run = NewRun.start(runs, today)) {
      RunBatches batches =
          new RunBatches(
              run,
              lockedFolder.accounts(),
              formats.formats(),
              RunBackground.of(
                  settings,
                  known,
                  whole(checked, known),
                  new Teaching(known.memberships(), checked.wanted()),
                  lockedFolder.register(),
                  formats.oneRosterExports(context),
                  formats.oneRoster(),
                  formats.split()));
      List<PackReport.Dropped> dropped = new ArrayList<>();
      Notices notices = new Notices();
      CorrectionSheets sheets =
          new CorrectionSheets(
              run, checked, Optional.ofNullable(corrections).map(Corrections.xlsx::equals));
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
                dropped.add(new PackReport.Dropped(place, field, value, why));
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
        return PackReport.carryingNothing(batches.notCarried(), batches.stillDue(), notices);
      }
      String digest = batches.digest();
      List<Run> waiting =
          lockedFolder.register().runs().stream()
              .filter(earlier -> earlier.deliveredAt().isEmpty())
              .filter(earlier -> lockedFolder.folder().run(earlier.name()).isThere())
              .toList();
      PackReport packed =
          new PackReport(
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
              ofFolder,
              ofFolder ? RunChoice.replaced(lockedFolder.folder(), waiting) : List.of(),
              notices,
              open.roster().sheets().stream().anyMatch(sheet -> sheet.covers().isPresent()));
      try (var out = run.create("run.json")) {
        Json.write(out, packed.document());
      }
      run.finish();
      lockedFolder.register().runPacked(run.name(), Instant.now(), digest, Optional.empty());
      lockedFolder.register().rememberSourcedIds(batches.sourcedIds());
      lockedFolder.register().passwordsPacked(run.name(), batches.passwords());
      return packed;
    }
  }

  /** What users and courses are as a whole, and who teaches them. */
  private static WholeRecords whole(CheckResult checked, Known known) {
    return new WholeRecords(known, new Teaching(known.memberships(), checked.wanted()));
  }

  private static Map<String, String> joinCodes(Register register) throws RegisterException {
    Map<String, String> codes = new HashMap<>();
    register.joinCodes().forEach(code -> codes.put(code.of(), code.code()));
    return codes;
  }
}
