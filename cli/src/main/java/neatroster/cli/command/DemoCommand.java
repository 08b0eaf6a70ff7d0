package neatroster.cli.command;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.ProcessEnvironment;
import neatroster.cli.terminal.Screen;
import neatroster.disk.DiskErrors;
import neatroster.disk.NewFile;
import neatroster.disk.NewFolder;
import neatroster.practice.Faults;
import neatroster.practice.PracticeServer;
import neatroster.register.SqliteLibrary;
import neatroster.work.Problem;
import neatroster.work.folder.PracticeToken;
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

  /** How the steps end that have a command: what was handed in has mistakes. */
  private static final List<Integer> PLANNED =
      List.of(Exit.FINDINGS, Exit.DONE, Exit.DONE, Exit.DONE, Exit.DONE, Exit.DONE, Exit.DONE);

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
        "Its roster folder is now in " + folder + ". The walk through the job, in eight steps:");
    List<Integer> exits = new ArrayList<>();
    step(
        screen,
        1,
        "What was handed in is checked. Mistakes come all at once, each with its place.");
    exits.add(
        command(
            screen,
            "check",
            "handed-in/users.xlsx",
            "handed-in/courses.csv",
            "handed-in/groups.csv",
            "handed-in/enrollments.csv"));
    step(
        screen,
        2,
        "The sheets were mended; the mended ones are in sheets/, where commands look by themselves.");
    exits.add(command(screen, "check"));
    step(screen, 3, "Everybody gets an account.");
    exits.add(command(screen, "issue"));
    step(screen, 4, "The import batches are written.");
    exits.add(command(screen, "pack"));
    step(
        screen,
        5,
        "A practice platform stands in for the real one; in another window it is started so:");
    PracticeServer practice = practice(screen);
    try {
      step(screen, 6, "The run is sent: courses and people first, then who is in which.");
      exits.add(command(screen, "send", "--yes"));
      step(screen, 7, "What the platform holds is compared with what was asked, person by person.");
      exits.add(command(screen, "confirm"));
    } finally {
      practice.close();
    }
    step(screen, 8, "The login slips are printed, a stack for each course.");
    exits.add(command(screen, "handout", "--by", "course"));
    screen.line("");
    screen.line(
        screen.bold("That was the job. ")
            + "Look into "
            + folder
            + ", or work on in it: cd "
            + folder
            + ". To see the courses in a browser, type neat-roster practice there.");
    if (!exits.equals(PLANNED)) {
      throw Problem.unreadable("A step of the demo did not end as it should.", null);
    }
    return Exit.DONE;
  }

  /** Starts the practice platform as the command of that name would, and stops it with the demo. */
  private PracticeServer practice(Screen screen) {
    screen.line(screen.dim("$ ") + screen.green("neat-roster practice"));
    screen.line("");
    Path data = options.resolve(folder).resolve("practice.db").toAbsolutePath();
    SqliteLibrary.prepare();
    try {
      String token = PracticeToken.beside(data);
      PracticeServer practice = start(data, token);
      String usual = "http://127.0.0.1:" + PracticeCommand.USUAL_PORT + "/scim/v2";
      if (!practice.service().equals(usual)) {
        // The usual port is taken on this machine.
        Path settings = options.resolve(folder).resolve("roster.yaml");
        String text = Files.readString(settings).replace(usual, practice.service());
        NewFile.replace(
            settings,
            out -> {
              out.write(text.getBytes(StandardCharsets.UTF_8));
              return settings;
            });
      }
      screen.line("The practice platform is ready: its service is " + practice.service() + ",");
      screen.line("which roster.yaml names under platform: service.");
      return practice;
    } catch (IOException e) {
      throw Problem.unreadable(
          "The practice platform could not be started (" + DiskErrors.reason(e) + ").", e);
    }
  }

  private static PracticeServer start(Path data, String token) throws IOException {
    try {
      return PracticeServer.start(PracticeCommand.USUAL_PORT, data, token, new Faults());
    } catch (IOException e) {
      return PracticeServer.start(0, data, token, new Faults());
    }
  }

  private static void step(Screen screen, int number, String what) {
    screen.line("");
    screen.line(screen.bold(number + ". " + what));
  }

  /** Runs a command as if it had been typed in the demo's folder. */
  private int command(Screen screen, String... words) {
    screen.line(screen.dim("$ ") + screen.green("neat-roster " + String.join(" ", words)));
    screen.line("");
    ProcessEnvironment inside = options.environment().in(options.resolve(folder));
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
      throw Problem.unreadable(folder + " cannot be made (" + DiskErrors.reason(e) + ").", e);
    }
  }
}
