package neatroster.cli.command;

import java.util.List;
import java.util.concurrent.Callable;
import neatroster.cli.report.InspectJson;
import neatroster.cli.report.InspectText;
import neatroster.cli.report.PeopleReport;
import neatroster.cli.report.ProposalReport;
import neatroster.cli.terminal.Exit;
import neatroster.core.check.CheckInput;
import neatroster.core.roster.ResolvedRoster;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.OpenRoster;
import neatroster.work.inspect.Inspection;
import neatroster.work.inspect.TemplateLayout;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Says how each sheet is understood. */
@Command(
    name = "inspect",
    description = "Says how each sheet is understood: its format, its headers, what is skipped.")
public final class InspectCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Option(
      names = "--save",
      description =
          "Writes it into roster.yaml, where it can be corrected; what stands there is not touched.")
  private boolean save;

  @Option(
      names = "--people",
      description = {
        "Says who is who instead: which rows and accounts are one person, and by what that was",
        "found out."
      })
  private boolean who;

  @Option(
      names = "--layout",
      paramLabel = "NAME",
      description =
          "Makes layouts/NAME.yaml of a platform’s blank import template, for pack --as layout:NAME.")
  private String layout;

  @Parameters(
      paramLabel = "FILE",
      description = "PATH, PATH#SHEET, TABLE=PATH, or course:CODE=PATH. Without any: sheets/.")
  private List<String> files = List.of();

  @Override
  public Integer call() {
    CommandContext context = options.context();
    if (save && who) {
      throw Problem.usage("--save writes how sheets are understood; --people says who is who.");
    }
    if (save && context.folder().isEmpty()) {
      throw Problem.usage(
          "--save writes into the roster.yaml of a roster folder, and there is none here. Make one"
              + " with neat-roster begin DIR.");
    }
    if (layout != null) {
      return propose(context);
    }
    try (OpenRoster open = OpenRoster.open(context, files)) {
      if (who) {
        return people(context, open);
      }
      Inspection inspection =
          Inspection.of(context, open, files.isEmpty() || !context.known().isEmpty());
      options.show(
          () -> InspectJson.document(inspection),
          screen -> new InspectText(screen).write(inspection));
      if (save) {
        inspection.save(context, context.folder().get(), open);
      }
      return inspection.isTroubled() ? Exit.FINDINGS : Exit.DONE;
    }
  }

  private int propose(CommandContext context) {
    if (files.isEmpty() || save || who) {
      throw Problem.usage(
          "--layout takes the platform’s templates: neat-roster inspect TEMPLATE… --layout "
              + layout);
    }
    ProposalReport report = new ProposalReport(TemplateLayout.write(context, layout, files));
    options.show(report::document, report::text);
    return Exit.DONE;
  }

  private int people(CommandContext context, OpenRoster open) {
    CheckInput checkInput = KnownFiles.checkInput(context, open.roster());
    PeopleReport report =
        new PeopleReport(ResolvedRoster.of(open.roster(), context.settings(), checkInput.known()));
    open.verifyUnchanged();
    options.show(report::document, report::text);
    return Exit.DONE;
  }
}
