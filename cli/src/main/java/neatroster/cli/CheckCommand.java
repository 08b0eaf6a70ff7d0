package neatroster.cli;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import neatroster.core.check.Basis;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Checker;
import neatroster.core.model.Settings;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Says everything that is wrong at once, and what was checked. */
@Command(
    name = "check",
    description = "Says everything that is wrong with the sheets, at once and where it is.")
final class CheckCommand implements Callable<Integer> {
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
    Optional<RosterFolder> folder = options.folder();
    Settings settings = folder.map(f -> f.settings(screen)).orElseGet(SettingsReader::standard);
    try (OpenRoster open = OpenRoster.open(options, settings, files, folder)) {
      WritePlaces places = new WritePlaces(folder, open.paths());
      reports.forEach(file -> places.verifyFile(options.resolve(file), file.toString(), overwrite));
      Basis basis =
          KnownFiles.basis(options, settings, folder, Workplace.knownIn(folder), open.roster());
      CheckResult result = Checker.check(open.roster(), basis);
      open.verifyUnchanged();
      if (options.json()) {
        Json.write(screen.out(), json -> FindingsJson.write(json, result));
      } else {
        new FindingsText(screen).write(result);
      }
      for (Path report : reports) {
        Report.write(result, options.resolve(report), report);
        screen.remark("Wrote " + report + ".");
      }
      return result.hasErrors() ? Exit.FINDINGS : Exit.DONE;
    }
  }
}
