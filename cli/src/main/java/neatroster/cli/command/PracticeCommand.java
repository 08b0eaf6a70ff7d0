package neatroster.cli.command;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.practice.Faults;
import neatroster.work.Problem;
import neatroster.work.json.Json;
import neatroster.work.practice.PracticePlatform;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Starts the practice platform and goes on until it is interrupted. */
@Command(
    name = "practice",
    description = {
      "Starts the practice platform: a small learning platform on this machine alone, to try send and",
      "confirm on. It keeps its data in one file, and goes on until you press Ctrl+C."
    })
public final class PracticeCommand implements Callable<Integer> {
  /** The port where none is named. */
  static final int USUAL_PORT = 8421;

  private static final int HIGHEST_PORT = 65_535;

  @Mixin private CommonOptions options;

  @Option(
      names = "--port",
      paramLabel = "N",
      description = "The port it listens on (default: 8421); 0 takes a free one.")
  private int port = USUAL_PORT;

  @Option(
      names = "--data",
      paramLabel = "FILE",
      description = "The file that it keeps its data in (default: practice.db).")
  private Path data = Path.of("practice.db");

  @Option(
      names = "--fault",
      paramLabel = "NAME[=N]",
      description =
          "What goes wrong or is not offered: slow=MILLISECONDS, busy=N, broken=N, cut-before=N,"
              + " cut-after=N, no-bulk, no-patch, most-operations=N, most-bytes=N, page=N,"
              + " no-extension, no-enterprise, cursors, no-ids, read-only, unique-names, makes-usernames."
              + " Repeatable; its page /faults changes them later.")
  private List<String> named = List.of();

  @Override
  public Integer call() {
    if (port < 0 || port > HIGHEST_PORT) {
      throw Problem.usage("--port takes a number from 0 to " + HIGHEST_PORT + ".");
    }
    Faults faults = PracticePlatform.faults(named);
    try (PracticePlatform platform =
        PracticePlatform.start(options.context(), port, data, faults)) {
      say(options.screen(), platform);
      new CountDownLatch(1).await();
      return Exit.DONE;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return Exit.DONE;
    }
  }

  private void say(Screen screen, PracticePlatform platform) {
    Path tokenFile = platform.tokenFile();
    if (options.json()) {
      screen.line(
          Json.line(
              Json.of("practice")
                  .put("service", platform.service())
                  .put("pages", platform.pages())
                  .put("tokenFile", tokenFile.toString())));
    } else {
      screen.line("The practice platform is ready, for programs on this machine alone.");
      screen.line("");
      screen.line("  its pages    " + screen.bold(platform.pages()));
      screen.line("  its service  " + platform.service());
      screen.line("  its token    in " + tokenFile + "; its pages ask for it");
      String on = platform.faults();
      if (!on.isEmpty()) {
        screen.line("  its faults   " + on);
      }
      screen.line("");
      screen.line("To send a roster folder's runs to it, write into its roster.yaml:");
      screen.line("");
      screen.line("  platform:");
      screen.line("    address: " + platform.pages());
      screen.line("    service: " + platform.service());
      screen.line("    token: {file: " + options.resolve(tokenFile).toAbsolutePath() + "}");
      screen.line("");
      screen.line("Ctrl+C stops it; its data stays in " + data + ".");
    }
    screen.out().flush();
  }
}
