package neatroster.cli.command;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Collection;
import java.util.List;
import neatroster.cli.report.OwnFiles;
import neatroster.cli.report.ReportFiles;
import neatroster.disk.DiskErrors;
import neatroster.disk.PrivateFiles;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.RosterFolder;
import neatroster.work.folder.WritePlaces;
import picocli.CommandLine.Option;

/** The reports that a command writes beside what it says. */
final class ReportOptions {
  @Option(
      names = "--report",
      paramLabel = "FILE",
      description = {
        "Writes the result into a file as well; repeatable. Its ending tells the kind:",
        ".html a page to read and print, .csv, .json; of check also .xlsx, a coloured copy of the",
        "sheets."
      })
  private List<Path> reports = List.of();

  @Option(
      names = "--overwrite",
      description = "Lets a report take the place of a file that is no report of ours.")
  private boolean overwrite;

  /** Refuses what cannot be written, before any work is done. */
  void verify(ReportFiles<?> kinds) {
    kinds.verify(reports);
  }

  /** Refuses places where a report does not belong. */
  void verify(CommandContext context, OpenRoster open) {
    verify(context, open.paths());
  }

  /** Refuses places where a report does not belong, and those of files that are read. */
  void verify(CommandContext context, Collection<Path> read) {
    WritePlaces places = new WritePlaces(context.folder(), read, OwnFiles::isOwn);
    reports.forEach(file -> places.verifyFile(context.resolve(file), file.toString(), overwrite));
  }

  /** A roster folder has a place for reports, which is made when the first one comes. */
  private static void makeReports(RosterFolder folder, Path report) {
    Path reports = folder.path("reports").toAbsolutePath().normalize();
    try {
      if (reports.equals(report.toAbsolutePath().normalize().getParent())) {
        PrivateFiles.folder(reports);
      }
    } catch (IOException e) {
      throw Problem.unreadable(
          folder.shown("reports") + " cannot be made (" + DiskErrors.reason(e) + ").", e);
    }
  }

  /** Writes the reports. */
  <T> void write(ReportFiles<T> kinds, T result, CommandContext context) {
    for (Path report : reports) {
      context.folder().ifPresent(folder -> makeReports(folder, context.resolve(report)));
      kinds.write(result, context.resolve(report), report);
      context.dialog().remark("Wrote " + report + ".");
    }
  }
}
