package neatroster.cli.command;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import neatroster.cli.folder.OpenRoster;
import neatroster.cli.folder.Session;
import neatroster.cli.folder.WritePlaces;
import neatroster.cli.report.FindingsJson;
import neatroster.cli.report.FindingsText;
import neatroster.cli.report.OwnFiles;
import neatroster.cli.report.Report;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.Screen;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
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

  @Option(
      names = "--report",
      paramLabel = "FILE",
      description = {
        "Writes what was found into a file as well; repeatable. Its ending tells the kind:",
        ".html a page to read and print, .xlsx a coloured copy of the sheets, .csv, .json."
      })
  private List<Path> reports = List.of();

  @Option(
      names = "--overwrite",
      description = "Lets a report take the place of a file that is no report of ours.")
  private boolean overwrite;

  @Parameters(
      paramLabel = "FILE",
      description = {
        "PATH, PATH#SHEET, TABLE=PATH, course:CODE=PATH for a class list, or - for standard input.",
        "Without any: what the roster folder holds in sheets/."
      })
  private List<String> files = List.of();

  @Override
  public Integer call() {
    Screen screen = options.screen();
    Report.verify(reports);
    Session session = options.session();
    try (OpenRoster open = session.open(files)) {
      WritePlaces places = new WritePlaces(session.folder(), open.paths(), OwnFiles::isOwn);
      reports.forEach(file -> places.verifyFile(session.resolve(file), file.toString(), overwrite));
      CheckResult result = Checker.check(open.roster(), session.basis(open.roster()));
      open.verifyUnchanged();
      if (options.json()) {
        Json.write(screen.out(), json -> FindingsJson.write(json, result));
      } else {
        new FindingsText(screen).write(result);
      }
      for (Path report : reports) {
        Report.write(result, session.resolve(report), report);
        screen.remark("Wrote " + report + ".");
      }
      return result.hasErrors() ? Exit.FINDINGS : Exit.DONE;
    }
  }
}
