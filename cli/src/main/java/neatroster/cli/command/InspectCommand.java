package neatroster.cli.command;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import neatroster.cli.report.InspectJson;
import neatroster.cli.report.InspectText;
import neatroster.cli.report.PeopleReport;
import neatroster.cli.report.ProposalReport;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.core.check.CheckInput;
import neatroster.core.check.Proposals;
import neatroster.core.check.pass.Checker;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetSurvey;
import neatroster.core.layout.LayoutProposal;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.disk.DiskErrors;
import neatroster.disk.TextForm;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.Layouts;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.SettingsSaver;
import neatroster.work.json.Json;
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
    Screen screen = options.screen();
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
      Roster roster = open.roster();
      if (who) {
        return people(context, open);
      }
      List<SheetSurvey> seen = roster.sheets().stream().map(SheetSurvey::of).toList();
      List<SheetSurvey> known =
          files.isEmpty() || !context.known().isEmpty()
              ? open.exports(context).stream().map(SheetSurvey::of).toList()
              : List.of();
      open.verifyUnchanged();
      if (options.json()) {
        Json.write(
            screen.out(), InspectJson.document(seen, roster.unread(), open.leftOut(), known));
      } else {
        InspectText text = new InspectText(screen);
        text.write(seen, roster.unread(), open.leftOut());
        text.known(known);
      }
      if (save) {
        new SettingsSaver(context.folder().get(), screen)
            .save(
                seen,
                roster.unread(),
                context.settings(),
                Proposals.of(Checker.check(roster, KnownFiles.checkInput(context, roster))));
      }
      boolean troubled =
          roster.unread().stream().anyMatch(sheet -> !sheet.isLeftAlone())
              || seen.stream().anyMatch(sheet -> sheet.trouble() != null);
      return troubled ? Exit.FINDINGS : Exit.DONE;
    }
  }

  private int propose(CommandContext context) {
    if (files.isEmpty() || save || who) {
      throw Problem.usage(
          "--layout takes the platform’s templates: neat-roster inspect TEMPLATE… --layout "
              + layout);
    }
    Layouts layouts = new Layouts(context);
    layouts.verifyFree(layout);
    try (OpenRoster open = OpenRoster.open(context, files)) {
      List<SheetReading> sheets = open.roster().sheets();
      if (sheets.isEmpty()) {
        throw Problem.unreadable(
            files.get(0)
                + ": no header is one that we know, so no layout can be made of it. Write"
                + " layouts/"
                + layout
                + ".yaml by hand; docs/layouts.md says how.",
            null);
      }
      Map<String, List<SheetReading>> byFile = new LinkedHashMap<>();
      for (SheetReading sheet : sheets) {
        byFile.computeIfAbsent(sheet.name().file(), f -> new ArrayList<>()).add(sheet);
      }
      List<LayoutProposal.Template> templates = new ArrayList<>();
      for (Map.Entry<String, List<SheetReading>> one : byFile.entrySet()) {
        Path template = context.resolve(Path.of(one.getKey()));
        templates.add(
            new LayoutProposal.Template(
                template.getFileName().toString(),
                one.getValue(),
                TextForm.lineEnd(template),
                TextForm.hasMark(template)));
      }
      LayoutProposal proposal = new LayoutProposal(layout, templates, context.settings().roles());
      open.verifyUnchanged();
      String file = layouts.write(layout, proposal.text());
      ProposalReport report =
          new ProposalReport(
              layout, file, proposal.matched(), open.roster(), layouts.trouble(layout));
      if (options.json()) {
        Json.write(options.screen().out(), report.document());
      } else {
        report.text(options.screen());
      }
      return Exit.DONE;
    } catch (UnreadableSheetException e) {
      throw Problem.unreadable(files.get(0) + " cannot be read: " + e.getMessage() + ".", e);
    } catch (IOException e) {
      throw Problem.unreadable(files.get(0) + " cannot be read (" + DiskErrors.reason(e) + ").", e);
    }
  }

  private int people(CommandContext context, OpenRoster open) {
    Screen screen = options.screen();
    CheckInput checkInput = KnownFiles.checkInput(context, open.roster());
    PeopleReport report =
        new PeopleReport(ResolvedRoster.of(open.roster(), context.settings(), checkInput.known()));
    open.verifyUnchanged();
    if (options.json()) {
      Json.write(screen.out(), report.document());
    } else {
      report.text(screen);
    }
    return Exit.DONE;
  }
}
