package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import neatroster.disk.PrivateFiles;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The built program on small files of its own, good and bad. */
class ProgramIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;

  private Path folder;
  private Program program;

  @BeforeEach
  void makeFolder() throws Exception {
    folder = Files.createDirectory(temp.resolve("work"));
    program = new Program(folder).asProcess();
  }

  private void roster() throws Exception {
    program.file("roster.yaml");
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coastal Navigation", "RAD-1,Radio");
    program.file("sheets/groups.csv", "course,name", "NAV-1,Port Watch", ",Choir");
    program.file(
        "sheets/users.csv",
        "id,given name,family name,email,password",
        "501,Ana,Marlowe,ana@pier.example,",
        "502,Bo,Finch,bo@pier.example,sea-shells",
        "503,Abel,Marlowe,,");
  }

  private List<String> files() throws Exception {
    try (Stream<Path> files = Files.walk(folder)) {
      return files
          .filter(Files::isRegularFile)
          .map(file -> folder.relativize(file).toString().replace('\\', '/'))
          .sorted()
          .toList();
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "check missing.csv              | 3 | There is no file missing.csv.",
        "check uses.csv                 | 3 | Is users.csv meant?",
        "check .                        | 3 | is a folder, not a file",
        "check users.csv --fromat json  | 2 | Is --format meant?",
        "chekc users.csv                | 2 | Is check meant?",
        "check                          | 2 | Name the spreadsheets",
        "check --format xml users.csv   | 2 | --format",
        "issue users.csv                | 2 | --to DIR",
        "pack --as csv --to out users.csv | 2 | There is no format “csv”",
        "check users.csv#Other          | 2 | has no sheet “Other”",
        "check --folder nowhere         | 3 | There is no folder nowhere.",
      })
  void wrongUsageGetsOneClearLine(String line, int exit, String said) throws Exception {
    program.file("users.csv", "given name", "Ana");
    Program.Result result = program.run(line.strip().split(" "));
    assertThat(result.exit()).isEqualTo(exit);
    assertThat(result.out()).isEmpty();
    assertThat(result.err()).contains(said).doesNotContain("Exception", "\tat ");
    assertThat(result.err().lines().count()).isLessThanOrEqualTo(2);
    assertThat(files()).containsExactly("users.csv");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "usernmaes: {}                  | line 1, column 1: there is no setting “usernmaes”; is “usernames” meant?",
        "dates: dayfirst                | line 1, column 8: “dayfirst” is not one of day-first, month-first, ask",
        "usernames: {pattern: \"{famly}\"} | line 1, column 24: there is no value “famly”; is “family” meant?",
        "rules: {bad-emial: off}        | line 1, column 9: there is no rule “bad-emial”; is “bad-email” meant?",
        "usernames: {length: 30-3}      | line 1, column 21: here stand the fewest and the most characters",
        "dates: [                       | this is not YAML",
        "- one                          | line 1, column 1: here stand keys",
      })
  void brokenSettingsGetOneLineWithThePlace(String settings, String said) throws Exception {
    program.file("roster.yaml", settings);
    program.file("sheets/users.csv", "given name", "Ana");
    for (String command : List.of("check", "issue", "pack")) {
      Program.Result result = program.run(command);
      assertThat(result.exit()).isEqualTo(2);
      assertThat(result.err()).contains("roster.yaml").contains(said);
      assertThat(result.err().lines().count()).isEqualTo(1);
    }
    assertThat(files()).containsExactly("roster.yaml", "sheets/users.csv");
  }

  @Test
  void filesThatAreNoTablesAreFindings() throws Exception {
    program.file("empty.csv");
    Files.write(folder.resolve("photo.xlsx"), new byte[] {(byte) 0x89, 'P', 'N', 'G', 0, 0, 0});
    Files.write(folder.resolve("book.xlsx"), new byte[] {'P', 'K', 3, 4, 9, 9});
    Program.Result result =
        program.run("check", "--format", "json", "empty.csv", "photo.xlsx", "book.xlsx");
    assertThat(result.exit()).isEqualTo(1);
    JsonNode findings = JSON.readTree(result.out()).get("findings");
    assertThat(findings.findValuesAsText("rule"))
        .containsExactly("not-a-table", "unreadable-file", "unreadable-file");
    assertThat(findings.findValuesAsText("row")).allMatch(row -> row.equals("null"));
  }

  @Test
  void readsStandardInputAndTablesByName() throws Exception {
    program.file("list.txt", "Name,Course", "Port Watch,NAV-1");
    Program.Result result = program.run("check", "groups=list.txt", "--format", "json");
    assertThat(JSON.readTree(result.out()).get("counts").get("groups").asInt()).isEqualTo(1);
    assertThat(program.run("check", "-").exit()).isEqualTo(1);
  }

  @Test
  void packRefusesFaultyRowsOrGivesThemBack() throws Exception {
    roster();
    program.file(
        "sheets/enrollments.csv",
        "user,course,group,role",
        "ana@pier.example,NAV-1,Port Watch,",
        "502,NAV-2,,learner",
        "503,RAD-1,,teacher",
        "503,,Choir,");
    assertThat(program.run("pack").out()).contains("1 error must be mended first");
    program.file(
        "sheets/users.csv",
        "id,given name,family name,email,password",
        "501,Ana,Marlowe,ana@pier.example,",
        "502,Bo,Finch,bo@pier.example,sea-shells",
        "503,Abel,Marlowe,,",
        "504,=Cy,Quay,cy@pier,open-sesame",
        "505,Di,Quay,di@pier.example,");
    program.file("sheets/more.csv", "user,course", "504,NAV-1", "505,NAV-1");
    assertThat(program.run("issue").exit()).isEqualTo(1);
    Program.Result refused = program.run("pack");
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.out()).contains("unknown-course", "bad-email", "--leave-out-faulty");
    assertThat(folder.resolve("runs")).doesNotExist();

    Program.Result packed = program.run("pack", "--leave-out-faulty", "--format", "json");
    assertThat(packed.exit()).isEqualTo(1);
    JsonNode run = JSON.readTree(packed.out());
    Path place = folder.resolve(run.get("folder").asText());
    assertThat(Files.readString(place.resolve("plain/5-enrollments.csv")))
        .isEqualToNormalizingNewlines(
            """
            change,user,course,role,group,starts,ends
            enroll,amarlowe,NAV-1,learner,Port Watch,,
            enroll,amarlowe2,RAD-1,instructor,,,
            enroll,amarlowe2,,learner,Choir,,
            enroll,dquay,NAV-1,learner,,,
            """);
    assertThat(Files.readString(place.resolve("corrections/enrollments.csv")))
        .isEqualToNormalizingNewlines(
            """
            \ufeffuser,course,group,role,why left out (from sheets/enrollments.csv)
            502,NAV-2,,learner,There is no course “NAV-2”. Type NAV-1.
            """);
    assertThat(Files.readString(place.resolve("corrections/more.csv")))
        .contains("504,NAV-1,\"The user “504” is left out, so this row is too.\"");
    assertThat(Files.readString(place.resolve("corrections/users.csv")))
        .contains("504,'=Cy,Quay,cy@pier,,")
        .doesNotContain("sesame");
    assertThat(Files.readString(place.resolve("plain/3-users.csv")))
        .contains("sea-shells", "dquay")
        .doesNotContain("Cy");
    assertThat(run.get("leftOut").asInt()).isEqualTo(3);
    assertThat(JSON.readTree(place.resolve("run.json").toFile())).isEqualTo(run);
  }

  @Test
  void packAsksForAccountsFirst() throws Exception {
    roster();
    Program.Result result = program.run("pack");
    assertThat(result.exit()).isEqualTo(1);
    assertThat(result.out()).contains("3 users have no username yet. Run neat-roster issue first.");
  }

  @Test
  void looseFilesNeedNoRosterFolder() throws Exception {
    program.file("people.csv", "Given Name;FAMILY_NAME;E-Mail", "Ana;Marlowe;ana@pier.example");
    program.file("courses.csv", "title,code", "Coastal Navigation,NAV-1");
    program.file("who.csv", "user,course", "amarlowe,NAV-1");
    assertThat(program.run("issue", "people.csv", "--to", "out").exit()).isZero();
    Program.Result pack =
        program.run("pack", "people.csv", "courses.csv", "who.csv", "--to", "out");
    assertThat(pack.exit()).as(pack.out()).isZero();
    assertThat(files())
        .contains("out/accounts/accounts.csv", "out/register.db")
        .anyMatch(name -> name.matches("out/runs/\\d{4}-\\d\\d-\\d\\d-1/plain/5-enrollments.csv"));
  }

  @Test
  void everyoneInACrossCourseGroupCanBeEnrolledAtOnce() throws Exception {
    roster();
    program.file(
        "sheets/a.csv",
        "user,members of,course,group,ends",
        ",Choir,RAD-1,,+2 weeks",
        "501,,,Choir,",
        "502,,,Choir,",
        "501,,RAD-1,,");
    assertThat(program.run("issue").exit()).isZero();
    JsonNode run = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(
            Files.readAllLines(
                folder.resolve(run.get("folder").asText()).resolve("plain/5-enrollments.csv")))
        .hasSize(5)
        .contains("enroll,amarlowe,RAD-1,learner,,,")
        .anyMatch(line -> line.matches("enroll,bfinch,RAD-1,learner,,,\\d{4}-\\d\\d-\\d\\d"));
  }

  @Test
  void accountsFollowThePersonNotTheRow() throws Exception {
    roster();
    assertThat(program.run("issue").exit()).isZero();
    String accounts = Files.readString(folder.resolve("accounts/accounts.csv"));
    program.file(
        "sheets/users.csv",
        "family name,given name,id,email",
        "Marlowe,Anabel,501,anabel@pier.example",
        "New,Nia,504,",
        "Marlowe,Abel,503,");
    JsonNode again = JSON.readTree(program.run("issue", "--format", "json").out());
    assertThat(again.get("kept").asInt()).isEqualTo(2);
    assertThat(again.get("issued").findValuesAsText("username")).containsExactly("nnew");
    assertThat(Files.readString(folder.resolve("accounts/accounts.csv"))).startsWith(accounts);
  }

  @Test
  void anInterruptedIssueIsFinishedOrForgotten() throws Exception {
    roster();
    assertThat(program.run("issue").exit()).isZero();
    Path accounts = folder.resolve("accounts/accounts.csv");
    Path next = folder.resolve("accounts/accounts.csv.new");
    String before = Files.readString(accounts);
    // Stopped after the register was written, before the file took its place.
    Files.move(accounts, next);
    assertThat(program.run("issue").exit()).isZero();
    assertThat(accounts).hasContent(before);
    // Stopped before the register was written.
    Files.writeString(next, before + "half,of-a-row");
    assertThat(program.run("issue").exit()).isZero();
    assertThat(accounts).hasContent(before);
    assertThat(next).doesNotExist();
  }

  @Test
  void killedAtAnyMomentIssueLeavesRegisterAndAccountsInStep() throws Exception {
    program.file("roster.yaml");
    StringBuilder users = new StringBuilder("id,given name,family name\n");
    for (int i = 0; i < 3000; i++) {
      users.append(i).append(",Ana,Marlowe\n");
    }
    program.file("sheets/users.csv", users.toString());
    Path register = folder.resolve("register.db");
    Path draft = folder.resolve("accounts/accounts.csv.new");
    for (Callable<Boolean> progress :
        List.<Callable<Boolean>>of(
            () -> Files.exists(register),
            () -> Files.exists(draft),
            () -> Files.exists(draft) && Files.size(draft) > 0)) {
      PrivateFiles.delete(folder.resolve("accounts"));
      Files.deleteIfExists(register);
      Program.kill(program.start(List.of(), "issue"), progress);
    }
    assertThat(program.run("issue").exit()).isZero();
    List<String> accounts = Files.readAllLines(folder.resolve("accounts/accounts.csv"));
    assertThat(accounts).hasSize(3001).doesNotHaveDuplicates();
    assertThat(program.run("pack", "--format", "json").exit()).isZero();
  }

  @Test
  void aForeignRegisterIsRefused() throws Exception {
    roster();
    Files.writeString(folder.resolve("register.db"), "no database at all, but a text ".repeat(40));
    for (String command : List.of("check", "issue", "pack")) {
      Program.Result result = program.run(command);
      assertThat(result.exit()).isEqualTo(3);
      assertThat(result.err()).contains("register.db cannot be read");
    }
  }

  @Test
  void helpSaysWhatThereIs() throws Exception {
    assertThat(program.run("--version").out()).matches("neat-roster \\d+\\.\\d+\\.\\d+\\R");
    assertThat(program.run("--help").out())
        .contains("check", "issue", "pack", "demo", "Exit codes");
    assertThat(program.run("check", "--help").out()).contains("--format", "TABLE=PATH");
  }

  @Test
  void theLauncherStartsTheProgram() throws Exception {
    Process process =
        new ProcessBuilder(Program.root().resolve("neat-roster").toString(), "--version")
            .directory(folder.toFile())
            .redirectErrorStream(true)
            .start();
    String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(process.waitFor()).as(out).isZero();
    assertThat(out).contains("neat-roster ");
  }
}
