package neatroster.cli.command;

import java.util.List;
import java.util.concurrent.Callable;
import neatroster.cli.report.FindingsJson;
import neatroster.cli.report.FindingsText;
import neatroster.cli.report.ReportFiles;
import neatroster.cli.terminal.Exit;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.OpenRoster;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Says everything that is wrong at once, and what was checked. */
@Command(
    name = "check",
    description = "Says everything that is wrong with the sheets, at once and where it is.")
public final class CheckCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;
  @Mixin private ReportOptions reports;

  @Option(names = "--all", description = "Shows every note, not one line of each kind.")
  private boolean all;

  @Parameters(
      paramLabel = "FILE",
      description = {
        "PATH, PATH#SHEET, TABLE=PATH, course:CODE=PATH for a class list, or - for standard input.",
        "Without any: what the roster folder holds in sheets/."
      })
  private List<String> files = List.of();

  @Override
  public Integer call() {
    ReportFiles<CheckResult> kinds = ReportFiles.ofFindings();
    reports.verify(kinds);
    CommandContext context = options.context();
    try (OpenRoster open = OpenRoster.open(context, files)) {
      reports.verify(context, open);
      CheckResult result =
          Checker.check(open.roster(), KnownFiles.checkInput(context, open.roster()));
      open.verifyUnchanged();
      options.show(
          () -> FindingsJson.document(result),
          screen -> new FindingsText(screen, all).write(result));
      reports.write(kinds, result, context);
      return result.hasErrors() ? Exit.FINDINGS : Exit.DONE;
    }
  }
}
