package neatroster.cli.command;

import java.util.List;
import java.util.concurrent.Callable;
import neatroster.cli.report.PreviewJson;
import neatroster.cli.report.PreviewText;
import neatroster.cli.report.ReportFiles;
import neatroster.cli.terminal.Exit;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.OpenRoster;
import neatroster.work.preview.Preview;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Says what would change on the platform, and why; writes nothing. */
@Command(
    name = "preview",
    description = "Says what would change on the platform, and why; writes nothing.")
public final class PreviewCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;
  @Mixin private ReportOptions reports;

  @Parameters(
      paramLabel = "FILE",
      description = {
        "The sheets. Without any: what the roster folder holds. What the platform holds is in",
        "known/, or named with --known."
      })
  private List<String> files = List.of();

  @Override
  public Integer call() {
    ReportFiles<Preview> kinds = ReportFiles.ofPreview();
    reports.verify(kinds);
    CommandContext context = options.context();
    if (context.folder().isEmpty()) {
      // Two lists are compared, and all that differs is told.
      context.compareLists();
    }
    try (OpenRoster open = OpenRoster.open(context, files)) {
      reports.verify(context, open);
      Preview preview = Preview.of(context, open);
      options.show(
          new PreviewJson(preview)::document, screen -> new PreviewText(screen).write(preview));
      reports.write(kinds, preview, context);
      return preview.leftOut() > 0 ? Exit.FINDINGS : Exit.DONE;
    }
  }
}
