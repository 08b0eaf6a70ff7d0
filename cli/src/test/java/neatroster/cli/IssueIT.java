package neatroster.cli;

import static java.nio.charset.StandardCharsets.ISO_8859_1;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import neatroster.core.model.KnownUser;
import neatroster.disk.PrivateFiles;
import neatroster.register.Register;
import neatroster.work.folder.Sealing;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Accounts as the built program gives them, in a folder of its own. */
class IssueIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir private Path temp;
  private Path folder;
  private Program program;

  @BeforeEach
  void makeFolder() throws Exception {
    folder = Files.createDirectory(temp.resolve("school"));
    program = new Program(folder);
    program.file("roster.yaml", "guardians: {accounts: make}");
    program.file(
        "sheets/users.csv",
        "id,given name,family name,role,site,guardian name,guardian email",
        "501,Ana,Marlowe,,Main Pier,Rosa Marlowe,rosa@home.example",
        "502,Abel,Marlowe,,Main Pier/Cadets,Rosa Marlowe,rosa@home.example",
        "503,Tom,Quay,teacher,,,");
    program.file("sheets/courses.csv", "code,title", "NAV-2,Coastal", "KNOT-1,Knots");
    program.file("sheets/groups.csv", "course,name", "NAV-2,Port Watch");
    program.file("sheets/enrollments.csv", "user,course,group", "501,NAV-2,Port Watch");
  }

  private List<String> usernames(String... options) throws Exception {
    List<String> all = new ArrayList<>(List.of("issue", "--format", "json"));
    all.addAll(List.of(options));
    List<String> usernames = new ArrayList<>();
    JSON.readTree(program.run(all.toArray(String[]::new)).out())
        .get("issued")
        .forEach(account -> usernames.add(account.get("username").asText()));
    return usernames;
  }

  private List<String> lines(String file) throws IOException {
    return Files.readAllLines(folder.resolve(file));
  }

  @Test
  void patternsDifferByRoleAndSiteAndGuardiansGetTheirs() throws Exception {
    program.file(
        "roster.yaml",
        "guardians: {accounts: make}",
        "usernames:",
        "  by-role:",
        "    instructor: {pattern: '{given}.{family}'}",
        "    guardian: {pattern: 'g-{family}'}",
        "  by-site:",
        "    Main Pier/Cadets: {pattern: 'c{n:3}'}",
        "passwords: {by-role: {instructor: {style: characters, length: 16}, guardian: {style: none}}}");
    assertThat(usernames()).containsExactly("amarlowe", "c001", "tom.quay", "g-marlowe");
    List<String> accounts = lines("accounts/accounts.csv");
    assertThat(accounts.get(1)).matches("amarlowe,[a-z]+(-[a-z]+){3},.*");
    assertThat(accounts.get(3)).matches("tom.quay,[A-Za-z0-9]{16},.*");
    assertThat(accounts.get(4)).startsWith("g-marlowe,,Rosa Marlowe,rosa@home.example");
    assertThat(usernames()).isEmpty();
  }

  @Test
  void aPatternThatNamesWhatIsNotThereIsAnErrorWithItsPlace() throws Exception {
    program.file("roster.yaml", "usernames:", "  by-role:", "    learner: {pattern: '{givn}'}");
    Program.Result result = program.run("issue");
    assertThat(result.exit()).isEqualTo(2);
    assertThat(result.err()).contains("roster.yaml, line 3, column 26", "“givn”", "“given” meant?");
    program.file("roster.yaml", "usernames:", "  by-role:", "    lerner: {pattern: '{given}'}");
    assertThat(program.run("issue").err()).contains("line 3, column 5", "“learner” meant?");
  }

  @Test
  void joinCodesAreMadeOnceForWhatIsOpenAndHasNone() throws Exception {
    program.file("roster.yaml", "join-codes: {courses: true, groups: true}");
    program.file(
        "sheets/courses.csv",
        "code,title,join code,status",
        "NAV-2,Coastal,,",
        "KNOT-1,Knots,OWN-1,",
        "OLD-1,Old,,closed");
    JsonNode codes = JSON.readTree(program.run("issue", "--format", "json").out()).get("joinCodes");
    assertThat(codes).hasSize(2);
    assertThat(codes.get(0).get("course").asText()).isEqualTo("NAV-2");
    assertThat(codes.get(1).get("group").asText()).isEqualTo("Port Watch");
    String code = codes.get(1).get("code").asText();
    assertThat(JSON.readTree(program.run("issue", "--format", "json").out()).get("joinCodes"))
        .isEmpty();
    assertThat(program.run("pack").exit()).isZero();
    try (Stream<Path> files = Files.walk(folder.resolve("runs"))) {
      Path groups =
          files.filter(file -> file.toString().endsWith("4-groups.csv")).findFirst().orElseThrow();
      assertThat(Files.readString(groups)).contains(code);
    }
    assertThat(program.run("find", code.toLowerCase(java.util.Locale.ROOT)).out())
        .contains("Port Watch");
  }

  @Test
  void accountsWithoutNamesComeWithASheetThatNoBatchCarries() throws Exception {
    assertThat(usernames("--anonymous", "3", "--course", "NAV-2")).hasSize(3);
    List<String> pairing = lines("accounts/who-is-who-NAV-2.csv");
    assertThat(pairing).hasSize(4);
    Path sheet = folder.resolve("accounts/who-is-who-NAV-2.csv");
    Files.writeString(sheet, Files.readString(sheet).replaceFirst("NAV-2,", "NAV-2,Zora Zander"));
    assertThat(usernames("--anonymous", "1", "--course", "NAV-2")).hasSize(1);
    assertThat(Files.readString(sheet)).contains("Zora Zander");
    assertThat(folder.resolve("accounts/who-is-who-NAV-2-2.csv")).exists();
    assertThat(program.run("issue").exit()).isZero();
    assertThat(program.run("pack").exit()).isZero();
    try (Stream<Path> files = Files.walk(folder.resolve("runs"))) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        String text = Files.readString(file);
        assertThat(text).doesNotContain("Zander");
        if (file.toString().endsWith("5-enrollments.csv")) {
          assertThat(text).contains(pairing.get(1).split(",", -1)[0] + ",NAV-2,learner");
        }
      }
    }
    Program.Result wrong = program.run("issue", "--anonymous", "3", "--course", "NAV-3");
    assertThat(wrong.exit()).isEqualTo(2);
    assertThat(wrong.err()).contains("no course “NAV-3”", "NAV-2 meant?");
  }

  @Test
  void whoMarriesIsRenamedWhereTheSettingsFollowAndRefusedElsewhere() throws Exception {
    assertThat(usernames()).contains("amarlowe");
    String renamed = "id,given name,family name,former username\n501,Ana,Finch,amarlowe\n";
    Files.writeString(folder.resolve("sheets/users.csv"), renamed);
    Program.Result refused = program.run("issue");
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.out()).contains("in place of “amarlowe”", "renamed: follow");
    program.file("roster.yaml", "policy: {users: {renamed: follow}}");
    assertThat(program.run("issue").out()).contains("amarlowe is now afinch", "renamed 1");
    assertThat(lines("accounts/accounts.csv").get(1)).matches("afinch,[a-z-]+,Ana Marlowe,.*");
    assertThat(program.run("issue").out()).contains("kept 1");
    // The old name is nobody else's.
    Files.writeString(folder.resolve("sheets/users.csv"), renamed + "509,Ann,Marlowe,\n");
    assertThat(usernames()).doesNotContain("amarlowe").hasSize(1);
  }

  @Test
  void sealedAccountsAreOpenedByThePassphraseAlone() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    String password = lines("accounts/accounts.csv").get(1).split(",", -1)[1];
    Path secret = temp.resolve("passphrase.txt");
    Files.writeString(secret, "kelp and anchor 42\n");
    String settings = "accounts: {sealed: true, passphrase: {file: '" + secret + "'}}";
    program.file("roster.yaml", settings);
    Files.writeString(
        folder.resolve("sheets/users.csv"), "id,given name,family name\n510,Flo,Lin\n");
    assertThat(program.run("issue").out()).contains("accounts.csv.pgp, sealed with the passphrase");
    assertThat(folder.resolve("accounts/accounts.csv")).doesNotExist();
    Path sealed = folder.resolve("accounts/accounts.csv.pgp");
    assertThat(new String(Files.readAllBytes(sealed), ISO_8859_1))
        .doesNotContain(password)
        .doesNotContain("amarlowe");
    assertThat(new String(Sealing.open(sealed, "kelp and anchor 42".toCharArray()), UTF_8))
        .contains("amarlowe," + password)
        .contains("flin,");
    opensWithOtherPrograms(sealed, secret, password);
    assertThat(program.run("handout", "--to", "slips.csv").exit()).isZero();
    assertThat(Files.readString(folder.resolve("slips.csv"))).contains(password);
    Files.writeString(secret, "some other phrase\n");
    Program.Result wrong = program.run("pack");
    assertThat(wrong.exit()).isIn(2, 3);
    assertThat(wrong.err()).contains("passphrase").doesNotContain("Exception");
    program.file("roster.yaml", "accounts: {sealed: true}");
    assertThat(program.run("pack").err()).contains("NEAT_ROSTER_PASSPHRASE");
  }

  /** The format is an open one: what reads it elsewhere opens it without us. */
  private static void opensWithOtherPrograms(Path sealed, Path secret, String password)
      throws Exception {
    Path gpg = Path.of("/usr/bin/gpg");
    if (!Files.isExecutable(gpg)) {
      return;
    }
    Path home = Files.createTempDirectory("gpg");
    Process process =
        new ProcessBuilder(
                gpg.toString(),
                "--homedir",
                home.toString(),
                "--batch",
                "--quiet",
                "--pinentry-mode",
                "loopback",
                "--passphrase-file",
                secret.toString(),
                "--decrypt",
                sealed.toString())
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .start();
    String opened = new String(process.getInputStream().readAllBytes(), UTF_8);
    assertThat(process.waitFor(30, TimeUnit.SECONDS)).isTrue();
    assertThat(opened).contains(password);
  }

  @Test
  void anotherPasswordGoesIntoEachBatchUntilOneIsDelivered() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    program.file("known/users.csv", "id,username,given name", "501,amarlowe,Ana");
    assertThat(program.run("issue", "--again", "amarlowe").exit()).isZero();
    String password = lines("accounts/accounts.csv").get(1).split(",", -1)[1];
    JsonNode first = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(first.get("counts").get("users").get("change").asInt()).isEqualTo(1);
    Path batch = folder.resolve(first.get("folder").asText()).resolve("plain/3-users.csv");
    assertThat(Files.readString(batch)).contains("change,", password);
    JsonNode second = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(second.get("repeats")).isEqualTo(first.get("run"));
    assertThat(program.run("send", second.get("run").asText(), "--by-hand").exit()).isZero();
    JsonNode third = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(third.get("counts").path("users").has("change")).isFalse();
  }

  @Test
  void usersOfThePlatformGetAFirstPasswordOnceWhereTheSettingsSaySo() throws Exception {
    program.file("roster.yaml", "passwords: {for-known: reissue}");
    program.file("known/users.csv", "id,username,given name", "501,anam,Ana");
    JsonNode first = JSON.readTree(program.run("issue", "--format", "json").out());
    assertThat(first.get("reissued").toString()).isEqualTo("[\"anam\"]");
    assertThat(first.get("issued")).hasSize(2);
    JsonNode second = JSON.readTree(program.run("issue", "--format", "json").out());
    assertThat(second.get("reissued")).isEmpty();
    assertThat(second.get("kept").asInt()).isEqualTo(3);
    JsonNode run = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(run.get("counts").get("users").toString()).isEqualTo("{\"change\":1,\"create\":2}");
  }

  @Test
  void registerAndAccountsAreInStepWhereverIssueIsKilled() throws Exception {
    writeManyUsers(12_000);
    Path draft = folder.resolve("accounts/accounts.csv.new");
    Path journal = folder.resolve("register.db-journal");
    for (Callable<Boolean> progress :
        List.<Callable<Boolean>>of(
            () -> Files.exists(folder.resolve("register.db")),
            () -> Files.exists(draft),
            () -> Files.exists(draft) && Files.size(draft) > 200_000,
            () -> Files.exists(draft) && Files.exists(journal))) {
      PrivateFiles.delete(folder.resolve("accounts"));
      Files.deleteIfExists(folder.resolve("register.db"));
      Program.kill(program.start(List.of(), "issue"), progress);
      // The next command that works on the folder puts it in order.
      assertThat(program.run("handout", "--user", "nobody").exit()).isEqualTo(2);
      inStep();
    }
    assertThat(program.run(List.of("-Xmx512m"), "issue").exit()).isZero();
    inStep();
    assertThat(lines("accounts/accounts.csv")).hasSize(12_001);
  }

  @Test
  void whatAnInterruptedIssueLeftIsFinishedOrForgotten() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    Path file = folder.resolve("accounts/accounts.csv");
    String accounts = Files.readString(file);
    // Stopped before the register knew: the draft goes.
    Files.writeString(folder.resolve("accounts/accounts.csv.new"), accounts + "half,wri");
    assertThat(program.run("issue").exit()).isZero();
    assertThat(folder.resolve("accounts/accounts.csv.new")).doesNotExist();
    assertThat(Files.readString(file)).isEqualTo(accounts);
    // Stopped after: the draft counts.
    Files.move(file, folder.resolve("accounts/accounts.csv.new"));
    Files.writeString(file, "username,password\n");
    assertThat(program.run("issue").exit()).isZero();
    assertThat(Files.readString(file)).isEqualTo(accounts);
    inStep();
  }

  @Test
  void aFullDiskLeavesNoHalfAccounts() throws Exception {
    assumeThat(Files.exists(Path.of("/bin/sh"))).isTrue();
    writeManyUsers(70_000);
    // Files may become no longer than 2 MB: writing beyond fails as on a full disk.
    List<String> line =
        List.of(
            "/bin/sh",
            "-c",
            "ulimit -f 4096; exec \"$0\" \"$@\"",
            Path.of(System.getProperty("java.home"), "bin", "java").toString(),
            "-jar",
            System.getProperty("neatroster.jar"),
            "issue");
    Process process =
        new ProcessBuilder(line).directory(folder.toFile()).redirectErrorStream(true).start();
    String said = new String(process.getInputStream().readAllBytes(), UTF_8);
    assertThat(process.waitFor()).isEqualTo(3);
    assertThat(said).contains("could not be written").doesNotContain("Exception");
    assertThat(folder.resolve("accounts/accounts.csv")).doesNotExist();
    assertThat(folder.resolve("accounts/accounts.csv.new")).doesNotExist();
    try (Register register = Register.open(folder)) {
      assertThat(register.users()).isEmpty();
    }
  }

  private void writeManyUsers(int count) throws IOException {
    StringBuilder users = new StringBuilder("id,given name,family name\n");
    for (int i = 0; i < count; i++) {
      users.append(i).append(",Ana,Marlowe\n");
    }
    Files.writeString(folder.resolve("sheets/users.csv"), users);
  }

  private void inStep() throws Exception {
    List<String> registered = new ArrayList<>();
    try (Register register = Register.open(folder)) {
      for (KnownUser user : register.users()) {
        registered.add(user.username());
      }
    }
    Path file = folder.resolve("accounts/accounts.csv");
    List<String> kept = new ArrayList<>();
    if (Files.exists(file)) {
      for (String line : Files.readAllLines(file)) {
        kept.add(line.substring(0, line.indexOf(',')));
      }
      kept.remove(0);
    }
    assertThat(kept).isEqualTo(registered);
  }
}
