package neatroster.work.practice;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
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

/** A practice platform that runs until it is closed. */
public final class PracticePlatform implements Closeable {
  private static final int MOST = 99_999_999;

  private final PracticeServer server;
  private final Path tokenFile;

  private PracticePlatform(PracticeServer server, Path tokenFile) {
    this.server = server;
    this.tokenFile = tokenFile;
  }

  /**
   * Starts it. Where exports are named, it begins with what they say that the platform holds.
   *
   * @param data the file of its data, as the user calls it
   * @throws Problem where the file cannot be used, or the platform cannot be started or filled; it
   *     does not run then
   * @throws InterruptedException where it is stopped while it is filled; it does not run then
   */
  public static PracticePlatform start(CommandContext context, int port, Path data, Faults faults)
      throws InterruptedException {
    Path place = context.resolve(data).toAbsolutePath();
    new WritePlaces(context.folder(), List.of(), file -> true)
        .verifyFile(place, data.toString(), true);
    if (place.getParent() != null && !Files.isDirectory(place.getParent())) {
      throw Problem.unreadable("There is no folder " + data.getParent() + " for the data.", null);
    }
    boolean isFilled = !context.known().isEmpty();
    if (isFilled && Files.exists(place)) {
      throw Problem.usage(
          data
              + " holds data already, and --known is for a platform that starts with an export. Name"
              + " another file with --data, or delete that one.");
    }
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
      if (isFilled) {
        try {
          fill(context, server, token);
        } catch (IOException | InterruptedException | RuntimeException e) {
          server.close();
          throw e;
        }
      }
      return new PracticePlatform(server, data.resolveSibling(PracticeToken.fileName(place)));
    } catch (IOException e) {
      throw Problem.unreadable(
          "The practice platform cannot be started: " + e.getMessage() + ".", e);
    }
  }

  private static void fill(CommandContext context, PracticeServer server, String token)
      throws IOException, InterruptedException {
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

  /**
   * The faults that somebody names.
   *
   * @param named each a fault's word, {@code WORD=NUMBER} where it takes one
   * @throws Problem where there is none of that name, or its number is none
   */
  public static Faults faults(List<String> named) {
    Faults faults = new Faults();
    for (String text : named) {
      int equals = text.indexOf('=');
      String word = equals < 0 ? text : text.substring(0, equals);
      String number = equals < 0 ? "" : text.substring(equals + 1);
      Faults.Kind kind = Faults.Kind.named(word).orElseThrow(() -> unknownFault(word));
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

  private static Problem unknownFault(String word) {
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
  }

  /** The address of its SCIM service. */
  public String service() {
    return server.service();
  }

  /** The address of its pages. */
  public String pages() {
    return server.pages();
  }

  /** The file that its token is in, as the user calls it. */
  public Path tokenFile() {
    return tokenFile;
  }

  /** The faults that are on, in words; empty where none is. */
  public String faults() {
    return server.faults().text();
  }

  @Override
  public void close() {
    server.close();
  }
}
