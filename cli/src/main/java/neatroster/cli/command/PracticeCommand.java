package neatroster.cli.command;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.core.roster.Roster;
import neatroster.core.state.Known;
import neatroster.core.text.Nearest;
import neatroster.disk.DiskErrors;
import neatroster.disk.PrivateFiles;
import neatroster.platform.HttpTransport;
import neatroster.platform.PlatformAddress;
import neatroster.platform.PlatformException;
import neatroster.platform.PlatformIds;
import neatroster.platform.SignIn;
import neatroster.platform.Transport;
import neatroster.platform.WaitListener;
import neatroster.practice.Faults;
import neatroster.practice.PracticeServer;
import neatroster.register.SqliteLibrary;
import neatroster.work.Problem;
import neatroster.work.delivery.PracticeFilling;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.PracticeToken;
import neatroster.work.folder.WritePlaces;
import neatroster.work.json.Json;
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
  private static final int MOST = 99_999_999;

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
    Faults faults = faults(named);
    Path place = options.resolve(data).toAbsolutePath();
    new WritePlaces(options.context().folder(), List.of(), file -> true)
        .verifyFile(place, data.toString(), true);
    if (place.getParent() != null && !Files.isDirectory(place.getParent())) {
      throw Problem.unreadable("There is no folder " + data.getParent() + " for the data.", null);
    }
    boolean isNew = !Files.exists(place);
    if (!options.context().known().isEmpty() && !isNew) {
      throw Problem.usage(
          data
              + " holds data already, and --known is for a platform that starts with an export. Name"
              + " another file with --data, or delete that one.");
    }
    Screen screen = options.screen();
    SqliteLibrary.prepare();
    String token;
    try {
      token = PracticeToken.beside(place);
    } catch (IOException e) {
      throw Problem.unreadable(
          "The token cannot be kept beside " + data + " (" + DiskErrors.reason(e) + ").", e);
    }
    try {
      // The names of a whole school are nobody else's business on this machine.
      PrivateFiles.own(place);
      PracticeServer server = PracticeServer.start(port, place, token, faults);
      // An interrupt ends the process by way of its shutdown hooks.
      Runtime.getRuntime().addShutdownHook(new Thread(server::close));
      if (!options.context().known().isEmpty()) {
        fill(server, token);
      }
      say(screen, server, data.resolveSibling(PracticeToken.fileName(place)));
      new CountDownLatch(1).await();
      return Exit.DONE;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return Exit.DONE;
    } catch (IOException e) {
      throw Problem.unreadable(
          "The practice platform cannot be started: " + e.getMessage() + ".", e);
    }
  }

  /** Starts with what the exports say that the platform holds. */
  private void fill(PracticeServer server, String token) throws IOException, InterruptedException {
    CommandContext context = options.context();
    Known known =
        KnownFiles.checkInput(context, new Roster(List.of(), List.of(), List.of())).known();
    try {
      Transport transport =
          new HttpTransport(
              PlatformAddress.of(server.service()),
              SignIn.token(token),
              List.of(),
              WaitListener.NOBODY);
      PracticeFilling.fill(context, known, transport, new PlatformIds(Map.of()));
    } catch (PlatformException e) {
      throw Problem.unreadable(
          "The practice platform could not be filled: " + e.getMessage() + ".", e);
    }
  }

  private void say(Screen screen, PracticeServer server, Path tokenFile) throws IOException {
    if (options.json()) {
      screen.line(
          Json.line(
              Json.of("practice")
                  .put("service", server.service())
                  .put("pages", server.pages())
                  .put("tokenFile", tokenFile.toString())));
    } else {
      screen.line("The practice platform is ready, for programs on this machine alone.");
      screen.line("");
      screen.line("  its pages    " + screen.bold(server.pages()));
      screen.line("  its service  " + server.service());
      screen.line("  its token    in " + tokenFile + "; its pages ask for it");
      String on = server.faults().text();
      if (!on.isEmpty()) {
        screen.line("  its faults   " + on);
      }
      screen.line("");
      screen.line("To send a roster folder's runs to it, write into its roster.yaml:");
      screen.line("");
      screen.line("  platform:");
      screen.line("    address: " + server.pages());
      screen.line("    service: " + server.service());
      screen.line("    token: {file: " + options.resolve(tokenFile).toAbsolutePath() + "}");
      screen.line("");
      screen.line("Ctrl+C stops it; its data stays in " + data + ".");
    }
    screen.out().flush();
  }

  private static Faults faults(List<String> named) {
    Faults faults = new Faults();
    for (String text : named) {
      String word = text.contains("=") ? text.substring(0, text.indexOf('=')) : text;
      Faults.Kind kind =
          Faults.Kind.named(word)
              .orElseThrow(
                  () -> {
                    List<String> words = new ArrayList<>();
                    for (Faults.Kind one : Faults.Kind.values()) {
                      words.add(one.word());
                    }
                    return Problem.usage(
                        "There is no fault “"
                            + word
                            + "”."
                            + Nearest.word(word, words)
                                .map(near -> " Is " + near + " meant?")
                                .orElse(" There are " + String.join(", ", words) + "."));
                  });
      String number = text.contains("=") ? text.substring(text.indexOf('=') + 1) : "";
      if (kind.isSwitch() && !number.isEmpty()) {
        throw Problem.usage("--fault " + word + " takes no number.");
      }
      if (!kind.isSwitch() && (!number.matches("\\d{1,8}") || Integer.parseInt(number) > MOST)) {
        throw Problem.usage(
            "--fault " + word + " takes a number, such as " + word + "=5: " + kind.meaning() + ".");
      }
      faults.set(kind, kind.isSwitch() ? 1 : Integer.parseInt(number));
    }
    return faults;
  }
}
