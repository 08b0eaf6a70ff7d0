package neatroster.cli.command;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import neatroster.cli.report.TidyReport;
import neatroster.cli.terminal.Exit;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.disk.DiskErrors;
import neatroster.work.Problem;
import neatroster.work.tidy.Tidying;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Writes clean sheets with our headers, and a list of everything that was changed. */
@Command(
    name = "tidy",
    description =
        "Writes clean sheets: repairs what is safe, splits names, and lists every change.")
public final class TidyCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Option(
      names = "--to",
      paramLabel = "DIR",
      required = true,
      description = "The folder to write to; files that are there are not overwritten.")
  private Path to;

  @Option(
      names = "--as",
      paramLabel = "csv|xlsx",
      description = "What the sheets are written as (default: csv).")
  private Tidying.Kind kind = Tidying.Kind.csv;

  @Option(
      names = "--with-suggestions",
      description = "Types what check suggests, of the rules named with --rule.")
  private boolean withSuggestions;

  @Option(
      names = "--rule",
      paramLabel = "RULE",
      description = "A rule whose suggestions are typed; repeatable.")
  private List<String> rules = List.of();

  @Parameters(
      paramLabel = "FILE",
      description = "The sheets to tidy. Without any: what the roster folder holds.")
  private List<String> files = List.of();

  @Override
  public Integer call() {
    int shown = options.json() ? Integer.MAX_VALUE : TidyReport.SHOWN;
    Tidying.Asked asked = new Tidying.Asked(to, kind, rules, shown);
    if (withSuggestions == rules.isEmpty()) {
      throw Problem.usage(
          "--with-suggestions and --rule belong together: say whose suggestions are to be typed,"
              + " such as --with-suggestions --rule unknown-course.");
    }
    try {
      Tidying.Result result = Tidying.tidy(options.context(), files, asked);
      TidyReport report = new TidyReport(asked, result);
      options.show(report::document, report::text);
      boolean troubled = result.roster().unread().stream().anyMatch(one -> !one.isLeftAlone());
      return troubled ? Exit.FINDINGS : Exit.DONE;
    } catch (IOException | UncheckedIOException e) {
      Exception cause = e instanceof UncheckedIOException unchecked ? unchecked.getCause() : e;
      throw Problem.unreadable(
          "The tidy sheets could not be written (" + DiskErrors.reason(cause) + ").", e);
    } catch (UnreadableSheetException e) {
      throw Problem.unreadable("A sheet could not be read to its end: " + e.getMessage() + ".", e);
    }
  }
}
