package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.sun.net.httpserver.HttpServer;
import com.sun.net.httpserver.HttpsConfigurator;
import com.sun.net.httpserver.HttpsServer;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.KeyStore;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import javax.net.ssl.KeyManagerFactory;
import javax.net.ssl.SSLContext;
import neatroster.practice.Faults;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A run goes to a platform over SCIM, each change once, whatever happens on the way. */
class SendIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir static Path demo;
  @TempDir Path temp;
  private Program program;
  private PracticePlatform platform;

  @BeforeAll
  static void aRosterWithAPackedRun() throws Exception {
    new Program(demo).demoSchool("school");
  }

  private static void copy(Path to) throws IOException {
    try (Stream<Path> files = Files.walk(demo.resolve("school"))) {
      for (Path file : files.toList()) {
        Path place = to.resolve(demo.resolve("school").relativize(file).toString());
        Files.copy(file, place, StandardCopyOption.COPY_ATTRIBUTES);
      }
    }
  }

  @BeforeEach
  void aPackedRun() throws Exception {
    copy(temp.resolve("school"));
    program = new Program(temp.resolve("school"));
    platform = new PracticePlatform(temp.resolve("practice.db"));
    platform.nameIn(temp.resolve("school"));
  }

  @AfterEach
  void stop() {
    platform.close();
  }

  private JsonNode json(String... args) throws Exception {
    List<String> all = new ArrayList<>(List.of(args));
    all.addAll(List.of("--format", "json"));
    return JSON.readTree(program.run(all.toArray(String[]::new)).out());
  }

  private String state() throws Exception {
    return json("history").get("runs").get(0).get("state").asText();
  }

  /** What the platform holds after a delivery that nothing disturbed. */
  private List<String> undisturbed() throws Exception {
    try (PracticePlatform other = new PracticePlatform(temp.resolve("other.db"))) {
      copy(temp.resolve("twin"));
      other.nameIn(temp.resolve("twin"));
      Program twin = new Program(temp.resolve("twin"));
      assertThat(twin.run("send", "--yes").exit()).isZero();
      return other.held();
    }
  }

  private void assertAsAsked() throws Exception {
    JsonNode confirmed = json("confirm");
    assertThat(confirmed.get("missing")).isEmpty();
    assertThat(confirmed.get("different")).isEmpty();
    assertThat(confirmed.get("extra")).isEmpty();
    assertThat(confirmed.get("asAsked").asInt() + confirmed.get("notTold").asInt()).isEqualTo(236);
    assertThat(state()).isEqualTo("confirmed");
  }

  @Test
  void whatARunAsksForIsOnThePlatformAfterwardsAndPasswordsNowhereElse() throws Exception {
    assertThat(program.run("send").exit()).isEqualTo(2);
    assertThat(program.run("send").err()).contains("60 users", "--yes");
    Program.Result shown = program.run("send", "--show");
    assertThat(shown.out()).contains("POST /Bulk", "\"userName\" : \"", "(the first password)");
    assertThat(program.run("send", "--rehearse").out()).contains("236  as asked");
    assertThat(platform.get("/Users").get("totalResults").asInt()).isZero();
    assertThat(state()).isEqualTo("packed");

    JsonNode sent = json("send", "--yes", "--verbose");
    assertThat(sent.get("done").asInt()).isEqualTo(236);
    assertThat(sent.get("failed").asInt()).isZero();
    assertThat(sent.get("left").asInt()).isZero();
    assertThat(sent.get("notCarried").toString()).contains("birth date of users");
    assertThat(state()).isEqualTo("sent");
    assertAsAsked();
    assertThat(json("preview", "--known", "platform").get("counts")).isEmpty();

    long before = platform.requests();
    assertThat(program.run("send", "--yes").out()).contains("already");
    assertThat(platform.requests()).isEqualTo(before);
    String passwords = Files.readString(temp.resolve("school/accounts/accounts.csv"));
    String account = passwords.lines().skip(1).findFirst().orElseThrow();
    int comma = account.indexOf(',');
    String secret = account.substring(comma + 1, account.indexOf(',', comma + 1));
    assertThat(secret).contains("-");
    assertThat(Files.readString(temp.resolve("school/register.db"), StandardCharsets.ISO_8859_1))
        .doesNotContain(secret);
    assertThat(Files.readString(temp.resolve("practice.db"), StandardCharsets.ISO_8859_1))
        .doesNotContain(secret);
    assertThat(shown.out()).doesNotContain(secret);
  }

  /** Kills it at random points, with a fault that changes each time, and lets it end. */
  @Test
  void killedAtTwentyPointsUnderEveryFaultItEndsAsAskedAndNothingTwice() throws Exception {
    List<String> expected = undisturbed();
    platform.faults().set(Faults.Kind.MOST_OPERATIONS, 3);
    platform.faults().set(Faults.Kind.SLOW, 15);
    List<Faults.Kind> kinds =
        List.of(
            Faults.Kind.BUSY,
            Faults.Kind.BROKEN,
            Faults.Kind.CUT_BEFORE,
            Faults.Kind.CUT_AFTER,
            Faults.Kind.NO_BULK);
    Random random = new Random(20270112);
    int kills = 0;
    while (kills < 20) {
      Faults.Kind kind = kinds.get(kills % kinds.size());
      kinds.forEach(one -> platform.faults().set(one, 0));
      platform.faults().set(kind, 4 + random.nextInt(5));
      long until = platform.requests() + 6 + random.nextInt(7);
      Process process = program.start(List.of(), "send", "--yes");
      Program.kill(process, () -> platform.requests() >= until);
      kills++;
    }
    kinds.forEach(one -> platform.faults().set(one, 0));
    assertThat(state()).isEqualTo("sent in part");
    assertThat(program.run("pack").out() + program.run("pack").err()).contains("in part");
    PracticePlatform.name(temp.resolve("school"), "http://127.0.0.1:1/scim/v2", "t");
    assertThat(program.run("send", "--yes").err()).contains("was sent to " + platform.service());
    platform.nameIn(temp.resolve("school"));
    platform.faults().set(Faults.Kind.SLOW, 0);
    JsonNode sent = json("send", "--yes");
    assertThat(sent.get("failed").asInt()).isZero();
    assertThat(sent.get("left").asInt()).isZero();
    assertThat(platform.held()).isEqualTo(expected);
    assertAsAsked();
  }

  @Test
  void aPlatformWithoutBulkPatchAndExtensionGetsWhatItCanHold() throws Exception {
    for (Faults.Kind kind :
        List.of(
            Faults.Kind.NO_BULK,
            Faults.Kind.NO_PATCH,
            Faults.Kind.NO_EXTENSION,
            Faults.Kind.UNIQUE_NAMES)) {
      platform.faults().set(kind, 1);
    }
    platform.faults().set(Faults.Kind.PAGE, 7);
    JsonNode sent = json("send", "--yes");
    assertThat(sent.get("failed").asInt()).as(sent.toString()).isZero();
    assertThat(sent.get("notCarried").toString())
        .contains("role of enrollments", "category of courses");
    assertAsAsked();
    assertThat(platform.held()).anyMatch(line -> line.matches("group::Drill Team \\[\\w.+]"));
    // The other way round: who leaves is taken out, of one group after another.
    String run = json("history").get("runs").get(0).get("run").asText();
    Program.Result undone =
        program.run("undo", run, "--go-above", "removals=100", "--go-above", "withdrawals=200");
    assertThat(undone.exit()).as(undone.out() + undone.err()).isZero();
    JsonNode back = json("send", "--yes");
    assertThat(back.get("failed").asInt()).as(back.toString()).isZero();
    assertThat(platform.held()).isEmpty();
  }

  @Test
  void whatThePlatformDoesNotAnnounceIsNotCarriedAndItsCursorsAreFollowed() throws Exception {
    platform.faults().set(Faults.Kind.NO_ENTERPRISE, 1);
    platform.faults().set(Faults.Kind.CURSORS, 1);
    platform.faults().set(Faults.Kind.PAGE, 7);
    JsonNode sent = json("send", "--yes");
    assertThat(sent.get("failed").asInt()).as(sent.toString()).isZero();
    assertThat(sent.get("notCarried").toString()).contains("site of users");
    platform.faults().set(Faults.Kind.CURSORS, 0);
    assertThat(platform.all("Users")).noneMatch(user -> user.toString().contains("enterprise"));
    platform.faults().set(Faults.Kind.CURSORS, 1);
    assertAsAsked();
  }

  /** What is made under an id that nobody says is made once, and found when it is needed. */
  @Test
  void whatIsMadeWithoutAnIdIsNotMadeAgain() throws Exception {
    for (Faults.Kind kind : List.of(Faults.Kind.NO_IDS, Faults.Kind.NO_BULK)) {
      platform.faults().set(kind, 1);
    }
    assertThat(json("send", "--yes").get("failed").asInt()).isZero();
    assertThat(platform.all("Users")).hasSize(60);
    assertThat(platform.all("Groups")).hasSize(20);
    assertAsAsked();
  }

  /** RFC 6749, section 4.4: the token comes from a server of OAuth. */
  @Test
  void aTokenIsAskedForWhereTheSettingsNameAClient() throws Exception {
    HttpServer tokens = HttpServer.create(new InetSocketAddress("localhost", 0), 0);
    tokens.createContext(
        "/token",
        exchange -> {
          byte[] answer =
              ("{\"access_token\":\"" + PracticePlatform.TOKEN + "\"}")
                  .getBytes(StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(200, answer.length);
          exchange.getResponseBody().write(answer);
          exchange.close();
        });
    tokens.start();
    try {
      Path settings = temp.resolve("school/roster.yaml");
      String oauth =
          "oauth: {address: \"http://localhost:"
              + tokens.getAddress().getPort()
              + "/token\", client: office, secret: {file: secret}}";
      Files.writeString(
          settings, Files.readString(settings).replace("token: {file: token}", oauth));
      assertThat(program.run("send", "--yes").err()).contains("secret", "is missing");
      Path secret = temp.resolve("school/secret");
      Files.writeString(secret, "tarred marline\n");
      assertThat(program.run("send", "--yes").err()).contains("can be read by others");
      Files.setPosixFilePermissions(secret, PosixFilePermissions.fromString("rw-------"));
      assertThat(json("send", "--yes").get("failed").asInt()).isZero();
      Files.writeString(
          settings, Files.readString(settings).replace("oauth:", "user: office, oauth:"));
      assertThat(program.run("confirm").err()).contains("one thing proves that we may");
    } finally {
      tokens.stop(0);
    }
  }

  @Test
  void smallLimitsAreKeptToAndAnInterruptSaysHowToGoOn() throws Exception {
    platform.faults().set(Faults.Kind.MOST_BYTES, 3000);
    platform.faults().set(Faults.Kind.MOST_OPERATIONS, 2);
    platform.faults().set(Faults.Kind.SLOW, 40);
    Process interrupted = program.start(List.of(), "send", "--yes");
    Program.await(interrupted, () -> platform.requests() > 12);
    Program.interrupt(interrupted);
    assertThat(interrupted.waitFor()).isEqualTo(130);
    assertThat(program.err()).contains("to go on: neat-roster send");
    platform.faults().set(Faults.Kind.SLOW, 0);
    assertThat(json("send", "--yes").get("failed").asInt()).isZero();
    assertAsAsked();
  }

  @Test
  void whatIsRefusedComesBackAndTheMendedRowsGoAlone() throws Exception {
    platform.send(
        "POST",
        "/Users",
        "{\"schemas\":[\"urn:ietf:params:scim:schemas:core:2.0:User\"],"
            + "\"userName\":\"tkestrel\",\"name\":{\"givenName\":\"Ada\",\"familyName\":\"Other\"}}");
    Program.Result result = program.run("send", "--yes", "--format", "json");
    JsonNode sent = JSON.readTree(result.out());
    assertThat(result.exit()).isEqualTo(4);
    assertThat(sent.get("failed").asInt()).isEqualTo(2);
    JsonNode first = sent.get("failures").get(0);
    assertThat(first.get("key").asText()).isEqualTo("tkestrel");
    assertThat(first.get("status").asInt()).isEqualTo(409);
    assertThat(first.get("reason").asText()).contains("belongs to somebody else", "Ada Other");
    assertThat(sent.get("failures").get(1).get("reason").asText())
        .contains("the user tkestrel is not on the platform");
    assertThat(state()).isEqualTo("sent in part");
    Path failed = temp.resolve("school").resolve(first.get("file").asText());
    assertThat(Files.readAllLines(failed).get(first.get("row").asInt() - 1)).contains("tkestrel");

    String other =
        platform
            .get("/Users?filter=userName%20eq%20%22tkestrel%22")
            .get("Resources")
            .get(0)
            .get("id")
            .asText();
    platform.send("DELETE", "/Users/" + other, "");
    assertThat(program.run("pack").exit()).isZero();
    JsonNode again = json("send", "--yes");
    assertThat(again.get("done").asInt()).isEqualTo(2);
    assertThat(again.get("failed").asInt()).isZero();
  }

  @Test
  void nothingIsSentWhereItMayNotGo() throws Exception {
    Path school = temp.resolve("school");
    platform.faults().set(Faults.Kind.READ_ONLY, 1);
    Program.Result readOnly = program.run("send", "--yes");
    assertThat(readOnly.exit()).isEqualTo(3);
    assertThat(readOnly.err()).contains("may read the platform but not change it");
    Files.setPosixFilePermissions(
        school.resolve("token"), PosixFilePermissions.fromString("rw-r--r--"));
    assertThat(program.run("send", "--yes").err()).contains("chmod 600");
    PracticePlatform.name(school, platform.service(), "wrong");
    assertThat(program.run("send", "--yes").err()).contains("does not let us in");
    PracticePlatform.name(school, "http://learn.pier.example/scim", "t");
    assertThat(program.run("send", "--yes").err()).contains("https://");
    PracticePlatform.name(school, "http://127.0.0.1:1/scim", "t");
    Program.Result nobody = program.run("send", "--yes");
    assertThat(nobody.exit()).isEqualTo(3);
    assertThat(nobody.err()).contains("nothing answers there");
    try (Redirecting elsewhere = new Redirecting()) {
      PracticePlatform.name(school, elsewhere.address(), "t");
      assertThat(program.run("send", "--yes").err()).contains("localhost, another host");
    }
    assertThat(platform.get("/Users").get("totalResults").asInt()).isZero();
    assertThat(state()).isEqualTo("packed");
  }

  /** A server that sends everybody on to another name of this machine. */
  private static final class Redirecting implements AutoCloseable {
    private final HttpServer server;

    Redirecting() throws IOException {
      server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
      server.createContext(
          "/",
          exchange -> {
            exchange.getResponseHeaders().add("Location", "http://localhost:1/scim/v2/Users");
            exchange.sendResponseHeaders(302, -1);
            exchange.close();
          });
      server.start();
    }

    String address() {
      return "http://127.0.0.1:" + server.getAddress().getPort() + "/scim/v2";
    }

    @Override
    public void close() {
      server.stop(0);
    }
  }

  @Test
  void usernamesThatThePlatformMakesComeBackForTheSlips() throws Exception {
    platform.faults().set(Faults.Kind.MAKES_USERNAMES, 1);
    Path folder = Files.createDirectory(temp.resolve("nameless"));
    Program nameless = new Program(folder);
    nameless.file("roster.yaml", "usernames: {made-by: platform}");
    nameless.file(
        "sheets/users.csv",
        "id,given name,family name,email,manager",
        "1,Ana,Morgan,ana@gull.example,bo@gull.example",
        "2,Bo,Finch,bo@gull.example,");
    nameless.file("sheets/courses.csv", "code,title", "NAV-1,Coast");
    nameless.file("sheets/enrollments.csv", "user,course,role", "1,NAV-1,", "2,NAV-1,instructor");
    platform.nameIn(folder);
    nameless.run("issue");
    nameless.run("pack");
    Program.Result sent = nameless.run("send", "--yes");
    assertThat(sent.exit()).as(sent.out() + sent.err()).isZero();
    assertThat(platform.held()).anyMatch(line -> line.matches("member-100\\d Morgan"));
    Program.Result confirmed = nameless.run("confirm");
    assertThat(confirmed.exit()).as(confirmed.out()).isZero();
    assertThat(nameless.run("handout", "--to", "slips.csv").exit()).isZero();
    assertThat(Files.readString(folder.resolve("slips.csv")))
        .containsPattern("Ana Morgan,Ana,Morgan,member-100\\d,[a-z-]+,");
    assertThat(nameless.run("preview").out()).contains("Nothing would change");
  }

  /** A service proves itself by a certificate; a school's own authority has to be named. */
  @Test
  void aServiceThatCannotProveItselfGetsNothing() throws Exception {
    Path school = temp.resolve("school");
    Path keys = temp.resolve("keys.p12");
    keytool(
        "-genkeypair -alias s -keyalg RSA -dname CN=pier -ext SAN=ip:127.0.0.1 -keystore "
            + keys
            + " -storetype PKCS12 -storepass changeit");
    keytool(
        "-exportcert -rfc -alias s -storepass changeit -keystore "
            + keys
            + " -file "
            + school.resolve("ca.pem"));
    KeyStore store = KeyStore.getInstance("PKCS12");
    try (InputStream in = Files.newInputStream(keys)) {
      store.load(in, "changeit".toCharArray());
    }
    KeyManagerFactory managers =
        KeyManagerFactory.getInstance(KeyManagerFactory.getDefaultAlgorithm());
    managers.init(store, "changeit".toCharArray());
    SSLContext context = SSLContext.getInstance("TLS");
    context.init(managers.getKeyManagers(), null, null);
    HttpsServer server =
        HttpsServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.setHttpsConfigurator(new HttpsConfigurator(context));
    AtomicInteger asked = new AtomicInteger();
    server.createContext(
        "/",
        exchange -> {
          asked.incrementAndGet();
          exchange.sendResponseHeaders(404, -1);
          exchange.close();
        });
    server.start();
    try {
      PracticePlatform.name(
          school, "https://127.0.0.1:" + server.getAddress().getPort() + "/scim", "t");
      Program.Result unknown = program.run("send", "--yes");
      assertThat(unknown.exit()).isEqualTo(3);
      assertThat(unknown.err()).contains("certificate is not vouched for");
      assertThat(asked).hasValue(0);
      Path settings = school.resolve("roster.yaml");
      Files.writeString(
          settings,
          Files.readString(settings)
              .replace("token: {file: token}", "token: {file: token}, authority: {file: ca.pem}"));
      assertThat(program.run("send", "--yes").err()).contains("there is no SCIM service");
      assertThat(asked).hasPositiveValue();
    } finally {
      server.stop(0);
    }
  }

  private static void keytool(String line) throws Exception {
    List<String> command = new ArrayList<>();
    command.add(Path.of(System.getProperty("java.home"), "bin", "keytool").toString());
    command.addAll(Arrays.asList(line.split(" ", -1)));
    assertThat(new ProcessBuilder(command).inheritIO().start().waitFor()).isZero();
  }

  @Test
  void aYearRollsOverOnThePlatform() throws Exception {
    assertThat(json("send", "--yes").get("failed").asInt()).isZero();
    program.file(
        "roster.yaml",
        Files.readString(temp.resolve("school/roster.yaml"))
            + "policy:\n"
            + "  users: {known: overwrite, renamed: follow, removed: carry-out}\n"
            + "  courses: {known: overwrite}\n"
            + "  enrollments: {known: overwrite, absent: withdraw}\n"
            + "stop-above: {removals: 10, withdrawals: 100%, changes: 100%}\n"
            + "sheets: [{file: enrollments.csv, covers: everything}]\n");
    Path sheets = temp.resolve("school/sheets");
    String enrollments = Files.readString(sheets.resolve("enrollments.csv"));
    List<String> lines = new ArrayList<>(enrollments.lines().toList());
    String gone = lines.remove(1);
    lines.set(1, lines.get(1).replace(",learner", ",observer").replace(",instructor", ",observer"));
    Files.write(sheets.resolve("enrollments.csv"), lines);
    String courses = Files.readString(sheets.resolve("courses.csv"));
    Files.writeString(
        sheets.resolve("courses.csv"), courses.replace("Coastal Navigation", "Coast and Harbour"));
    program.file("sheets/leavers.csv", "username,status", "isolheim,suspended");
    Program.Result packed = program.run("pack");
    assertThat(packed.exit()).as(packed.out() + packed.err()).isZero();
    JsonNode sent = json("send", "--yes");
    assertThat(sent.get("failed").asInt()).as(sent.toString()).isZero();
    assertThat(json("confirm").get("missing")).isEmpty();
    assertThat(json("confirm").get("different")).isEmpty();
    assertThat(platform.held())
        .anyMatch(line -> line.startsWith("isolheim ") && line.endsWith("suspended"));
    assertThat(
            platform
                .get("/Groups?filter=displayName%20eq%20%22Coast%20and%20Harbour%22")
                .get("totalResults")
                .asInt())
        .isEqualTo(1);
    assertThat(gone).isNotEmpty();
    assertThat(json("preview", "--known", "platform").get("counts")).isEmpty();
  }

  @Test
  void thePracticeCommandSaysWhereItIsAndStopsOnAnInterrupt() throws Exception {
    Process practice =
        program.start(List.of(), "practice", "--port", "0", "--data", "p.db", "--format", "json");
    Program.await(practice, () -> program.out().contains("\n"));
    JsonNode line = JSON.readTree(program.out());
    assertThat(line.get("service").asText()).startsWith("http://127.0.0.1:").endsWith("/scim/v2");
    Path token = temp.resolve("school").resolve(line.get("tokenFile").asText());
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(token)))
        .isEqualTo("rw-------");
    Program.interrupt(practice);
    assertThat(practice.waitFor()).isEqualTo(130);
    try (Stream<Path> left = Files.list(temp.resolve("school"))) {
      assertThat(new HashSet<>(left.map(file -> file.getFileName().toString()).toList()))
          .contains("p.db", "p.db.token")
          .doesNotContain("p.db-wal");
    }
  }
}
