package neatroster.cli.command;

import java.nio.file.Path;
import java.util.concurrent.Callable;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.work.begin.NewRosterFolder;
import neatroster.work.json.Json;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Makes a roster folder: settings with comments, and sheets to fill in. */
@Command(
    name = "begin",
    description = "Makes a roster folder: settings with comments, and sheets to fill in.")
public final class BeginCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Parameters(paramLabel = "DIR", description = "The folder to make.")
  private Path folder;

  @Option(
      names = "--starter",
      paramLabel = "xlsx|ods|csv",
      description = "What the sheets to fill in are written as (default: xlsx).")
  private NewRosterFolder.Starter starter = NewRosterFolder.Starter.xlsx;

  @Override
  public Integer call() {
    Screen screen = options.screen();
    NewRosterFolder made = NewRosterFolder.make(options.resolve(folder), folder, starter);
    if (options.json()) {
      Json.write(
          screen.out(),
          Json.of("begin")
              .put("folder", folder.toString())
              .list("sheets", made.sheets(), name -> "sheets/" + name));
      return Exit.DONE;
    }
    screen.line("The roster folder " + screen.bold(folder.toString()) + " is ready:");
    screen.line(String.format("  %-24s %s", "roster.yaml", "settings; every one has a default"));
    for (String name : made.sheets()) {
      screen.line(
          String.format(
              "  %-24s %s",
              "sheets/" + name,
              starter == NewRosterFolder.Starter.csv
                  ? "to fill in, with an example row that is skipped"
                  : "a tab each for users, courses, groups and enrollments, with an example row"));
    }
    screen.line(
        String.format("  %-24s %s", "known/", "for exports of what the platform holds already"));
    screen.line("");
    screen.line(
        "Put what you were handed into sheets/ as it is, or fill in the starter. Then, in that"
            + " folder:");
    screen.line("  neat-roster inspect    how each sheet is understood");
    screen.line("  neat-roster check      everything that is wrong, at once");
    return Exit.DONE;
  }
}
