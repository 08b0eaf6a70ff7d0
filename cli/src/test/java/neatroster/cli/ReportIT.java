package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the built program says about a roster, to people and to programs. */
class ReportIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;

  private Path folder;
  private Program program;

  @BeforeEach
  void makeFolder() throws Exception {
    folder = Files.createDirectory(temp.resolve("work"));
    program = new Program(folder);
  }

  @Test
  void theTextIsGroupedBySheetAndSaysWhatToType() throws Exception {
    program.file("courses.csv", "code,title", "NAV-1,Coastal Navigation");
    program.file("who.csv", "user,course", "ana,NAV-11");
    program.file("users.csv", "username,given name,email", "ana,Ana,ana@pier", "bob,,");
    Program.Result result = program.run("check", "courses.csv", "users.csv", "who.csv");
    assertThat(result.exit()).isEqualTo(1);
    assertThat(result.err()).isEmpty();
    assertThat(result.out())
        .isEqualTo(
            """
            courses.csv: 1 row → 1 course
            users.csv: 2 rows → 2 rows left out
              error    row 2, column email  bad-email
                       “ana@pier” is no email address: what stands behind the @ has no dot, as in pier.example.
              error    row 3, column given name  missing-value
                       The user has no name. Fill in at least one of the names.

            who.csv: 1 row → 1 row left out
              error    row 2, column course  unknown-course
                       There is no course “NAV-11”.
                       → type NAV-1

            Checked 2 users, 1 course, 1 enrollment: 3 errors. Rows with errors cannot be delivered.
            """);
  }

  @Test
  void aSlipThatRepeatsIsToldOnceInTextAndRowByRowInJson() throws Exception {
    StringBuilder users = new StringBuilder("given name,family name,id\n");
    for (int i = 0; i < 40; i++) {
      users.append("Ana ,Marlowe,").append(i).append('\n');
    }
    program.file("users.csv", users.toString().split("\n"));
    Program.Result text = program.run("check", "users.csv");
    assertThat(text.exit()).isZero();
    assertThat(text.out().lines().filter(line -> line.contains("stray-space"))).hasSize(1);
    assertThat(text.out())
        .contains("40 rows: 2, 3, 4, 5, 6, 7, 8, 9 and 32 more, column given name")
        .contains("40 warnings. Nothing keeps it from being delivered.");
    JsonNode report = JSON.readTree(program.run("check", "users.csv", "--format", "json").out());
    assertThat(report.get("findings")).hasSize(40);
    assertThat(report.get("counts").get("warnings").asInt()).isEqualTo(40);
  }

  @Test
  void aFindingInJsonHasEveryKeyOfTheContract() throws Exception {
    program.file("courses.csv", "code,title", "NAV-1,Coast", "NAV-1,Night");
    JsonNode report = JSON.readTree(program.run("check", "courses.csv", "--format", "json").out());
    assertThat(report.fieldNames())
        .toIterable()
        .containsExactly("command", "sheets", "counts", "findings", "proposals", "accepted");
    assertThat(report.get("counts").fieldNames())
        .toIterable()
        .containsExactly(
            "users", "courses", "groups", "enrollments", "errors", "warnings", "notes");
    JsonNode finding = report.get("findings").get(0);
    assertThat(finding.fieldNames())
        .toIterable()
        .containsExactly(
            "rule",
            "severity",
            "file",
            "sheet",
            "row",
            "column",
            "field",
            "value",
            "message",
            "suggestion",
            "related");
    assertThat(finding.get("rule").asText()).isEqualTo("duplicate-course");
    assertThat(finding.get("severity").asText()).isEqualTo("error");
    assertThat(finding.get("sheet").isNull()).isTrue();
    assertThat(finding.get("row").asInt()).isEqualTo(3);
    assertThat(finding.get("field").asText()).isEqualTo("code");
    assertThat(finding.get("value").asText()).isEqualTo("NAV-1");
    assertThat(finding.get("related").get(0).toString())
        .isEqualTo("{\"file\":\"courses.csv\",\"sheet\":null,\"row\":2}");
  }

  @Test
  void colourIsForTerminalsAndWhoAsksForIt() throws Exception {
    program.file("users.csv", "given name", "Ana", "Ana");
    assertThat(program.run("check", "users.csv").out()).doesNotContain("\u001b");
    assertThat(program.run("check", "users.csv", "--color", "always").out())
        .contains("\u001b[1;31m");
    assertThat(program.run("check", "users.csv", "--color", "always", "--format", "json").out())
        .doesNotContain("\u001b");
  }

  @Test
  void textIsInUtf8WhateverThePlatformsEncoding() throws Exception {
    program.file("users.csv", "given name,email", "Анна,анна");
    Program.Result result = program.run(List.of("-Dfile.encoding=US-ASCII"), "check", "users.csv");
    assertThat(result.out()).contains("“анна” is no email address");
  }

  @Test
  void oneBadFileDoesNotHideWhatIsWrongInTheOthersNorMakeEchoes() throws Exception {
    Files.write(folder.resolve("users.csv"), new byte[] {'P', 'K', 3, 4, 9, 9});
    program.file("courses.csv", "code,title", "NAV-1,Coast", "NAV-1,Night");
    program.file("who.csv", "user,course", "ana,NAV-1", "nobody,NAV-1");
    JsonNode report =
        JSON.readTree(
            program.run("check", "users.csv", "courses.csv", "who.csv", "--format", "json").out());
    assertThat(report.get("findings").findValuesAsText("rule"))
        .contains("unreadable-file", "duplicate-course")
        .doesNotContain("unknown-user");
  }

  @Test
  void aQuotationMarkThatIsNotClosedIsOneShortFinding() throws Exception {
    StringBuilder rows = new StringBuilder("given name,email\nAna,\"a@pier.example\n");
    for (int i = 0; i < 5000; i++) {
      rows.append("Bo,b").append(i).append("@pier.example\n");
    }
    Files.writeString(folder.resolve("users.csv"), rows);
    Program.Result result = program.run("check", "users.csv");
    assertThat(result.exit()).isZero();
    assertThat(result.out())
        .contains("row 2  stray-quote", "Checked 5001 users: 1 warning")
        .hasSizeLessThan(600);
  }

  @Test
  void theFolderAboveIsFoundAndWhoHasItIsSaid() throws Exception {
    program.file("roster.yaml", "rules: {bad-email: warning}");
    program.file("sheets/users.csv", "given name,email", "Ana,ana@pier");
    Files.createDirectories(folder.resolve("sheets/deeper"));
    Program below = new Program(folder.resolve("sheets/deeper"));
    Program.Result result = below.run("check");
    assertThat(result.exit()).isZero();
    assertThat(result.out()).contains("users.csv: 1 row → 1 person", "1 warning");
  }

  @Test
  void twoCommandsAtOnceTakeTurns() throws Exception {
    program.file("roster.yaml");
    StringBuilder users = new StringBuilder("id,given name\n");
    for (int i = 0; i < 2000; i++) {
      users.append(i).append(",Ana\n");
    }
    program.file("sheets/users.csv", users.toString());
    Process one = program.start(List.of(), "issue", "--quiet");
    Process two =
        new Program(Files.createDirectory(temp.resolve("other")))
            .start(List.of(), "issue", "--folder", folder.toString(), "--format", "json");
    assertThat(one.waitFor()).isZero();
    assertThat(two.waitFor()).isZero();
    assertThat(Files.readAllLines(folder.resolve("accounts/accounts.csv"))).hasSize(2001);
  }

  @Test
  void aFolderThatCannotBeWrittenToIsSaid() throws Exception {
    program.file("roster.yaml");
    program.file("sheets/users.csv", "given name", "Ana");
    program.file("accounts", "a file where a folder should be");
    Program.Result result = program.run("issue");
    assertThat(result.exit()).isEqualTo(3);
    assertThat(result.err()).contains("could not be written").doesNotContain("Exception");
    assertThat(program.run("pack").out()).contains("no username yet");
  }
}
