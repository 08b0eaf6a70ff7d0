package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import neatroster.disk.PrivateFiles;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** First passwords: whole where they belong, and nowhere else. */
class PasswordsStayIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir private Path temp;
  private Path folder;
  private Program program;

  @BeforeEach
  void makeFolder() throws Exception {
    folder = Files.createDirectory(temp.resolve("school"));
    program = new Program(folder);
    program.file("roster.yaml");
    program.file("sheets/users.csv", "id,given name,family name", "1,Ana,Marlowe", "2,Bo,Finch");
  }

  private String accounts() throws Exception {
    return Files.readString(folder.resolve("accounts/accounts.csv"));
  }

  private String batch(Program.Result pack) throws Exception {
    JsonNode run = JSON.readTree(pack.out());
    return Files.readString(folder.resolve(run.get("folder").asText() + "/plain/3-users.csv"));
  }

  @Test
  void whatThePlatformTakesLiterallyIsWrittenLiterally() throws Exception {
    program.file("roster.yaml", "usernames: {allow: 'a-z0-9.-', pattern: '{given}.{family}'}");
    program.file(
        "sheets/users.csv",
        "id,username,given name,family name,password,note",
        "1,-ana,Ana,Marlowe,kelp-otter-9x,",
        "2,bofi,Bo,Finch,=kelp-otter-9x,",
        "3,cyqu,- Cy,Quay,'kelp'-otter,",
        "4,diha,Di,O'Hara,kelp=otter+9,");
    Program.Result check = program.run("check", "--format", "json");
    assertThat(JSON.readTree(check.out()).get("findings").findValuesAsText("rule"))
        .filteredOn("formula-sign"::equals)
        .hasSize(2);
    assertThat(check.out()).doesNotContain("kelp");
    Program.Result pack = program.run("pack", "--leave-out-faulty", "--format", "json");
    assertThat(batch(pack))
        .contains(",- Cy,", "'kelp'-otter", "kelp=otter+9")
        .doesNotContain("''", ",'-", ",'=");
  }

  @Test
  void aDamagedOrMissingAccountsFileIsRefusedAndCanBeMended() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    Path file = folder.resolve("accounts/accounts.csv");
    String whole = accounts();
    Files.writeString(file, whole.replaceFirst("amarlowe,", "amarlowe,\""));
    for (String command : List.of("pack", "handout", "issue")) {
      if (command.equals("issue")) {
        program.file("sheets/more.csv", "id,given name", "3,Cy");
      }
      Program.Result refused = program.run(command);
      assertThat(refused.exit()).as(command).isEqualTo(3);
      assertThat(refused.err()).contains("accounts/accounts.csv", "Nothing was done");
    }
    Files.delete(folder.resolve("sheets/more.csv"));
    assertThat(folder.resolve("runs")).doesNotExist();
    Files.delete(file);
    Program.Result gone = program.run("pack");
    assertThat(gone.exit()).isEqualTo(3);
    assertThat(gone.err()).contains("2 accounts (amarlowe, bfinch)", "issue --again-lost");
    assertThat(program.run("issue", "--again-lost").exit()).isZero();
    assertThat(accounts()).containsPattern("amarlowe,[a-z]+-").containsPattern("bfinch,[a-z]+-");
    assertThat(accounts()).isNotEqualTo(whole);
    Program.Result pack = program.run("pack", "--format", "json");
    assertThat(batch(pack)).containsPattern("amarlowe,.*[a-z]+-[a-z]+-[a-z]+-[a-z]+");
    assertThat(program.run("issue", "--again-lost").out()).contains("nothing was done");
  }

  @Test
  void sealingThatIsSwitchedOnLaterSealsWhatLiesOpen() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    program.file("secret.txt", "kelp and anchor 42");
    program.file("roster.yaml", "accounts: {sealed: true, passphrase: {file: secret.txt}}");
    assertThat(program.run("check").err()).contains("lies open");
    Program.Result handout = program.run("handout");
    assertThat(handout.err()).contains("the accounts are sealed now");
    assertThat(folder.resolve("accounts/accounts.csv")).doesNotExist();
    assertThat(folder.resolve("accounts/accounts.csv.pgp")).exists();
    assertThat(handout.out()).contains("2 slips");
    assertThat(program.run("pack").err()).doesNotContain("sealed");
  }

  @Test
  void oneForAllIsASettingOfItsOwnAndNoDefault() throws Exception {
    for (String field : List.of("password", "id", "email", "username")) {
      program.file("roster.yaml", "defaults:", "  users: {" + field + ": KelpOtter99}");
      Program.Result refused = program.run("check");
      assertThat(refused.exit()).isEqualTo(2);
      assertThat(refused.err()).contains("line 2, column").doesNotContain("KelpOtter99");
    }
    program.file("roster.yaml", "passwords: {style: one-for-all, value: {file: first.txt}}");
    assertThat(program.run("issue").err()).contains("first.txt").contains("is missing");
    program.file("first.txt", "short");
    Program.Result weak = program.run("issue");
    assertThat(weak.exit()).isEqualTo(2);
    assertThat(weak.err()).contains("fewer than 8").doesNotContain("short");
    program.file("first.txt", "KelpOtter99");
    Program.Result issue = program.run("issue");
    assertThat(issue.exit()).isZero();
    assertThat(issue.out() + issue.err()).doesNotContain("KelpOtter99");
    assertThat(accounts()).contains("amarlowe,KelpOtter99,").contains("bfinch,KelpOtter99,");
  }

  @Test
  void columnsThatMayHoldPasswordsAreShownNowhere() throws Exception {
    program.file(
        "sheets/users.csv",
        "id,given name,family name,Temp PW,Zugangscode,xyz,email",
        "1,Ana,Marlowe,Kx7#Secret11,Secret12,Secret1b7q,ana@pier",
        "2,Bo,Finch,Zq9!Secret22,Secret21,Secret2x9p,bo@pier,torn",
        "3,Cy,Quay,Wn4%Secret23,Secret22,Secret2c4t,cy@pier.example");
    nowhere("three columns");
    program.file(
        "sheets/users.csv",
        "Ana Marlowe,ana@pier.example,Kx7#Secret11",
        "Bo Finch,bo@@pier.example,Zq9!Secret22",
        "Cy Quay,cy@pier.example,Wn4%Secret33");
    nowhere("no headers");
  }

  private void nowhere(String what) throws Exception {
    List<String> said = new ArrayList<>();
    for (List<String> line :
        List.of(
            List.of("check", "--report", "r.html", "--report", "r.csv", "--report", "r.json"),
            List.of("check", "--format", "json", "--report", "r.xlsx"),
            List.of("inspect"),
            List.of("inspect", "--format", "json"),
            List.of("find", "Secret"),
            List.of("find", "marlowe"),
            List.of("pack", "sheets/users.csv", "--leave-out-faulty", "--to", "out"))) {
      Program.Result result = program.run(line.toArray(String[]::new));
      said.add(result.out() + result.err());
    }
    for (String name : List.of("r.html", "r.csv", "r.json")) {
      said.add(Files.readString(folder.resolve(name)));
    }
    try (java.util.zip.ZipFile book =
        new java.util.zip.ZipFile(folder.resolve("r.xlsx").toFile())) {
      for (var entry : java.util.Collections.list(book.entries())) {
        said.add(new String(book.getInputStream(entry).readAllBytes(), UTF_8));
      }
    }
    try (Stream<Path> corrections = Files.walk(folder.resolve("out"))) {
      for (Path file :
          corrections.filter(path -> path.toString().contains("corrections")).toList()) {
        said.add(Files.isRegularFile(file) ? Files.readString(file) : "");
      }
    }
    assertThat(said)
        .as(what)
        .noneMatch(text -> text.contains("Secret1") || text.contains("Secret2"));
    PrivateFiles.delete(folder.resolve("out"));
  }

  private static final java.nio.charset.Charset UTF_8 = java.nio.charset.StandardCharsets.UTF_8;

  @Test
  void whatComesThroughAPipeIsKeptFromOthersAndGoes() throws Exception {
    assumeThat(Files.isDirectory(Path.of("/proc/self/fd"))).isTrue();
    assumeThat(FileSystems.getDefault().supportedFileAttributeViews()).contains("posix");
    Path kept = Program.cache().resolve("neat-roster/unfinished");
    PrivateFiles.delete(kept);
    Path pipe = folder.resolve("pipe");
    new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor();
    // Somebody holds the pipe open, so that the command waits for more.
    Process writer =
        new ProcessBuilder(
                "/bin/sh", "-c", "exec 3> pipe; printf 'id,given name\\n1,Ana\\n' >&3; sleep 60")
            .directory(folder.toFile())
            .start();
    try {
      for (boolean kill : new boolean[] {false, true}) {
        Process process = program.start(List.of(), "check", "users=pipe");
        Program.await(process, () -> Files.isDirectory(kept) && inside(kept) > 0);
        try (Stream<Path> files = Files.list(kept)) {
          for (Path file : files.toList()) {
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
          }
        }
        if (kill) {
          process.destroyForcibly().waitFor();
          assertThat(inside(kept)).isEqualTo(1);
        } else {
          Program.interrupt(process);
          assertThat(process.waitFor()).isEqualTo(130);
          assertThat(inside(kept)).isZero();
        }
      }
      // The next start clears away what the kill left.
      assertThat(program.run(List.of(), "rules").exit()).isZero();
      assertThat(inside(kept)).isZero();
    } finally {
      writer.destroyForcibly();
    }
    assertThat(program.shell("printf 'id,given name\\n1,Ana\\n' | $RUN check users=-").exit())
        .isZero();
    assertThat(inside(kept)).isZero();
  }

  private static long inside(Path folder) throws Exception {
    try (Stream<Path> files = Files.list(folder)) {
      return files.count();
    }
  }
}
