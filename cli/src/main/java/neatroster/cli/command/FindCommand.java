package neatroster.cli.command;

import java.util.concurrent.Callable;
import neatroster.cli.report.SearchReport;
import neatroster.cli.terminal.Exit;
import neatroster.work.Problem;
import neatroster.work.find.FolderSearch;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.RosterFolder;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Finds a person, a course, a group or a site by any part of any field. */
@Command(
    name = "find",
    description =
        "Finds a person, course, group or site by any part of any field: in the sheets, in what is"
            + " known, among the accounts issued.")
public final class FindCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Parameters(paramLabel = "TEXT", description = "Case and accents make no difference.")
  private String text;

  @Override
  public Integer call() {
    if (text.isBlank()) {
      throw Problem.usage("Say what to find: a part of a name, an address, a code.");
    }
    CommandContext context = options.context();
    RosterFolder folder =
        context.folderOr(
            "find looks through a roster folder, and there is none here. Name one with --folder"
                + " DIR.");
    SearchReport report = new SearchReport(FolderSearch.of(context, folder, text));
    options.show(report::document, report::text);
    return Exit.DONE;
  }
}
