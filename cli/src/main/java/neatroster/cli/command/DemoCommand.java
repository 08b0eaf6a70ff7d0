package neatroster.cli.command;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import neatroster.cli.disk.DiskTrouble;
import neatroster.cli.disk.NewFolder;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Problem;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.Surroundings;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Makes a roster folder with demo data and walks through the job. */
@Command(
    name = "demo",
    description = "Makes a roster folder with demo data and walks through the whole job.")
public final class DemoCommand implements Callable<Integer> {
  private static final List<String> FILES =
      List.of(
          "roster.yaml",
          "handed-in/users.xlsx",
          "handed-in/courses.csv",
          "handed-in/groups.csv",
          "handed-in/enrollments.csv",
          "sheets/users.xlsx",
          "sheets/courses.csv",
          "sheets/groups.csv",
          "sheets/enrollments.csv");

  @Mixin private CommonOptions options;

  @Parameters(
      paramLabel = "DIR",
      arity = "0..1",
      description = "The folder to make (default: neat-roster-demo).")
  private Path folder = Path.of("neat-roster-demo");

  @Override
  public Integer call() {
    Screen screen = options.screen();
    if (options.json()) {
      throw Problem.usage("demo is for people to read; it has no --format json.");
    }
    if (Files.exists(options.resolve(folder))) {
      throw Problem.usage(
          folder
              + " is there already, and was not touched. Name another folder for the demo, or delete"
              + " that one.");
    }
    unpack();
    screen.line(
        screen.bold("The demo school: Gannet Point Seamanship School")
            + " — everybody and everything in it is made up.");
    screen.line(
        "Its roster folder is now in " + folder + ". The walk through the job, in five steps:");

    step(
        screen,
        1,
        "What was handed in is checked. Mistakes come all at once, each with its place.");
    int first =
        command(
            screen,
            "check",
            "handed-in/users.xlsx",
            "handed-in/courses.csv",
            "handed-in/groups.csv",
            "handed-in/enrollments.csv");
    step(
        screen,
        2,
        "The sheets were mended; the mended ones are in sheets/, where commands look by themselves.");
    int second = command(screen, "check");
    step(screen, 3, "Everybody gets an account.");
    int third = command(screen, "issue");
    step(screen, 4, "The import batches are written.");
    int fourth = command(screen, "pack");
    step(screen, 5, "The login slips are printed, a stack for each course.");
    int fifth = command(screen, "handout", "--by", "course");
    screen.line("");
    screen.line(
        screen.bold("That was the job. ")
            + "Look into "
            + folder
            + ", or work on in it: cd "
            + folder);
    boolean asPlanned =
        first == Exit.FINDINGS
            && second == Exit.DONE
            && third == Exit.DONE
            && fourth == Exit.DONE
            && fifth == Exit.DONE;
    if (!asPlanned) {
      throw Problem.unreadable("A step of the demo did not end as it should.", null);
    }
    return Exit.DONE;
  }

  private static void step(Screen screen, int number, String what) {
    screen.line("");
    screen.line(screen.bold(number + ". " + what));
  }

  /** Runs a command as if it had been typed in the demo's folder. */
  private int command(Screen screen, String... words) {
    screen.line(screen.dim("$ ") + screen.green("neat-roster " + String.join(" ", words)));
    screen.line("");
    Surroundings inside = options.surroundings().in(options.resolve(folder));
    return options.program().run(inside, options.likeThis(List.of(words)));
  }

  /**
   * Makes the folder beside its place and moves it there, so that a demo is whole or not at all.
   */
  private void unpack() {
    Path absolute = options.resolve(folder).toAbsolutePath();
    try (NewFolder making = NewFolder.beside(absolute)) {
      for (String name : FILES) {
        try (InputStream in = DemoCommand.class.getResourceAsStream("demo/" + name);
            OutputStream out = making.create(name)) {
          in.transferTo(out);
        }
      }
      making.moveTo(absolute);
    } catch (IOException e) {
      throw Problem.unreadable(folder + " cannot be made (" + DiskTrouble.reason(e) + ").", e);
    }
  }
}
