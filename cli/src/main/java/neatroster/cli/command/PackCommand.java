package neatroster.cli.command;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import neatroster.cli.report.FindingsJson;
import neatroster.cli.report.FindingsText;
import neatroster.cli.report.LayoutText;
import neatroster.cli.report.PackText;
import neatroster.cli.terminal.Exit;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.model.Severity;
import neatroster.disk.DiskErrors;
import neatroster.register.RegisterException;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.json.Json;
import neatroster.work.pack.BatchChoice;
import neatroster.work.pack.LayoutBeginnings;
import neatroster.work.pack.PackedRun;
import neatroster.work.pack.Packing;
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
    CommandContext context = options.context().writing(to, "pack");
    BatchChoice batches = BatchChoice.of(as.asked(), context);
    verifyShow(batches);
    Packing.Asked asked =
        new Packing.Asked(
            batches,
            leaveOutFaulty,
            Optional.ofNullable(corrections).map(Corrections.xlsx::equals),
            goAbove,
            files.isEmpty() && to == null);
    try (OpenRoster open = OpenRoster.open(context, files);
        LockedRosterFolder lockedFolder = context.work("pack")) {
      Packing packing = new Packing(context, open, lockedFolder, asked);
      if (show > 0) {
        show(packing);
        return Exit.DONE;
      }
      Packing.Result result = packing.pack();
      if (result.refused().isPresent()) {
        refuse(result.checked(), result.refused().get());
        return Exit.FINDINGS;
      }
      PackedRun packed = result.packed().orElseThrow();
      options.show(
          packed::document, screen -> new PackText(screen, packed).write(context.settings()));
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

  private void verifyShow(BatchChoice batches) {
    if (show < 0 || show > MOST_SHOWN) {
      throw Problem.usage("--show takes how many rows, from 1 to " + MOST_SHOWN + ".");
    }
    if (show > 0 && batches.layouts().size() != batches.formats().size()) {
      throw Problem.usage(
          "--show looks at the files of a layout: neat-roster pack --as layout:NAME --show 5");
    }
  }

  /** Shows the first rows of each file of the layouts, and packs nothing. */
  private void show(Packing packing) throws IOException {
    List<LayoutBeginnings> shown = packing.beginnings(show);
    List<Finding> unfitValues = packing.unfitValues();
    options.show(
        () -> LayoutText.document(shown, unfitValues),
        screen -> {
          shown.forEach(one -> LayoutText.write(screen, one));
          LayoutText.unfitValues(screen, unfitValues);
        });
  }

  private void refuse(CheckResult checked, String why) {
    List<Finding> errors =
        checked.findings().stream().filter(f -> f.severity() == Severity.ERROR).toList();
    options.show(
        () ->
            Json.of("pack")
                .put("run", null)
                .put("folder", null)
                .put("files", List.of())
                .put("refused", why)
                .put("findings", FindingsJson.findings(errors)),
        screen -> {
          if (!errors.isEmpty()) {
            new FindingsText(screen, false).write(checked);
            screen.line("");
          }
          screen.line(screen.red(why));
        });
  }
}
