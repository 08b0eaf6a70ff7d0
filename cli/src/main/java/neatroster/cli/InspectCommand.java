package neatroster.cli;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import neatroster.core.check.Basis;
import neatroster.core.intake.SheetSurvey;
import neatroster.core.model.Settings;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Says how each sheet is understood. */
@Command(
    name = "inspect",
    description = "Says how each sheet is understood: its format, its headers, what is skipped.")
final class InspectCommand implements Callable<Integer> {
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

  @Parameters(
      paramLabel = "FILE",
      description = "PATH, PATH#SHEET, TABLE=PATH, or course:CODE=PATH. Without any: sheets/.")
  private List<String> files = List.of();

  @Override
  public Integer call() {
    Screen screen = options.screen();
    Optional<RosterFolder> folder = options.folder();
    Settings settings = folder.map(f -> f.settings(screen)).orElseGet(SettingsReader::standard);
    if (save && who) {
      throw Problem.usage("--save writes how sheets are understood; --people says who is who.");
    }
    if (save && folder.isEmpty()) {
      throw Problem.usage(
          "--save writes into the roster.yaml of a roster folder, and there is none here. Make one"
              + " with neat-roster begin DIR.");
    }
    try (OpenRoster open = OpenRoster.open(options, settings, files, folder)) {
      Roster roster = open.roster();
      if (who) {
        return people(screen, settings, folder, open);
      }
      List<SheetSurvey> seen = roster.sheets().stream().map(SheetSurvey::of).toList();
      open.verifyUnchanged();
      if (options.json()) {
        Json.write(
            screen.out(), json -> InspectJson.write(json, seen, roster.unread(), open.leftOut()));
      } else {
        new InspectText(screen).write(seen, roster.unread(), open.leftOut());
      }
      if (save) {
        new SettingsSaver(folder.get(), screen).save(seen, roster.unread(), settings);
      }
      boolean troubled =
          roster.unread().stream().anyMatch(sheet -> !sheet.isLeftAlone())
              || seen.stream().anyMatch(sheet -> sheet.trouble() != null);
      return troubled ? Exit.FINDINGS : Exit.DONE;
    }
  }

  private int people(
      Screen screen, Settings settings, Optional<RosterFolder> folder, OpenRoster open) {
    Basis basis =
        KnownFiles.basis(options, settings, folder, Workplace.knownIn(folder), open.roster());
    PeopleReport report =
        new PeopleReport(ResolvedRoster.of(open.roster(), settings, basis.known()));
    open.verifyUnchanged();
    if (options.json()) {
      Json.write(screen.out(), report::json);
    } else {
      report.text(screen);
    }
    return Exit.DONE;
  }
}
