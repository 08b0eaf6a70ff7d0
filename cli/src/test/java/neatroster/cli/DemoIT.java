package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The whole job on the demo school, by the built program. */
class DemoIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir static Path temp;

  private static Path folder;
  private static Program program;
  private static Program.Result demo;

  /** The same school before anything is sent. */
  private static Program packed;

  @BeforeAll
  static void runTheDemo() throws Exception {
    folder = Files.createDirectory(temp.resolve("work"));
    demo = new Program(folder).run("demo", "school");
    program = new Program(folder.resolve("school"));
    packed = new Program(temp).demoSchool("packed");
  }

  @Test
  void walksThroughTheJob() {
    assertThat(demo.exit()).isZero();
    assertThat(demo.err()).contains("enrollments: 150 of 150");
    assertThat(demo.out())
        .contains("$ neat-roster check handed-in/users.xlsx")
        .contains("15 errors, 2 warnings")
        .contains("nothing is wrong")
        .contains("Issued 60 accounts")
        .contains("made 8 join codes")
        .contains("Packed run ")
        .contains("236  done")
        .contains("236  as asked")
        .contains("60 slips in accounts/slips.pdf");
    assertThat(folder.resolve("school/accounts/accounts.csv")).exists();
  }

  @Test
  void aSecondDemoTouchesNothing() throws Exception {
    Map<String, String> before = digests(folder.resolve("school"));
    Program.Result second = new Program(folder).run("demo", "school");
    assertThat(second.exit()).isEqualTo(2);
    assertThat(second.out()).isEmpty();
    assertThat(second.err()).contains("school is there already, and was not touched");
    assertThat(digests(folder.resolve("school"))).isEqualTo(before);
  }

  @Test
  void findsEveryPlantedMistakeAndNothingElse() throws Exception {
    Program.Result check =
        packed.run(
            "check",
            "--format",
            "json",
            "handed-in/users.xlsx",
            "handed-in/courses.csv",
            "handed-in/groups.csv",
            "handed-in/enrollments.csv");
    assertThat(check.exit()).isEqualTo(1);
    JsonNode report = JSON.readTree(check.out());
    List<String> found = new ArrayList<>();
    for (JsonNode finding : report.get("findings")) {
      found.add(
          "%s:%s %s %s → %s"
              .formatted(
                  finding.get("file").asText().replace("handed-in/", ""),
                  finding.get("row").asText(),
                  finding.get("column").asText(),
                  finding.get("rule").asText(),
                  finding.get("suggestion").asText()));
    }
    assertThat(found)
        .containsExactly(
            "users.xlsx:5 Username bad-username → bfinch",
            "users.xlsx:11 Email bad-email → tomas.novotny@cadets.gannet-point.example",
            "users.xlsx:13 Family Name stray-space → Vandermeer",
            "users.xlsx:37 ID another-person → null",
            "users.xlsx:54 Given Name missing-value → null",
            "users.xlsx:61 Email duplicate-email → null",
            "courses.csv:4 null uneven-row → \"Knots, Bends and Hitches\"",
            "courses.csv:8 Code duplicate-course → null",
            "groups.csv:9 name duplicate-group → null",
            "groups.csv:12 course unknown-course → RAD-1",
            "enrollments.csv:31 role unknown-role → learner",
            "enrollments.csv:33 group stray-space → Cutter Crew",
            "enrollments.csv:34 group unknown-group → Port Watch",
            "enrollments.csv:39 course unknown-course → NAV-2",
            "enrollments.csv:49 ends bad-date → null",
            "enrollments.csv:92 user unknown-user → aiyana.tidewater@cadets.gannet-point.example",
            "enrollments.csv:152 user duplicate-enrollment → null");
    JsonNode users = report.get("sheets").get(0);
    assertThat(users.get("sheet").asText()).isEqualTo("Intake");
    assertThat(users.get("table").asText()).isEqualTo("users");
    assertThat(users.get("rows").asInt()).isEqualTo(60);
    assertThat(users.get("headerRow").asInt()).isEqualTo(1);
    assertThat(report.get("counts").get("enrollments").asInt()).isEqualTo(151);
    assertThat(report.get("counts").get("errors").asInt()).isEqualTo(15);
    JsonNode duplicate = report.get("findings").get(16);
    assertThat(duplicate.get("related").get(0).get("row").asInt()).isEqualTo(14);
    assertThat(duplicate.get("related").get(0).get("file").asText())
        .isEqualTo("handed-in/enrollments.csv");
  }

  @Test
  void theMendedSheetsAreSound() throws Exception {
    Program.Result check = packed.run("check");
    assertThat(check.exit()).isZero();
    assertThat(check.out())
        .contains("enrollments.csv: 150 rows → 150 enrollments\n")
        .endsWith("\nChecked 60 users, 8 courses, 12 groups, 150 enrollments: nothing is wrong.\n");
  }

  @Test
  void issuingAndPackingAgainGivesTheSameBytes() throws Exception {
    assertThat(program.run("pack").out())
        .contains("Nothing is to be changed on the platform, so no run was packed.");
    Path accounts = temp.resolve("packed/accounts/accounts.csv");
    String before = sha256(accounts);
    Program.Result issue = packed.run("issue", "--format", "json");
    assertThat(issue.exit()).isZero();
    assertThat(JSON.readTree(issue.out()).get("kept").asInt()).isEqualTo(60);
    assertThat(JSON.readTree(issue.out()).get("issued")).isEmpty();
    assertThat(sha256(accounts)).isEqualTo(before);

    JsonNode one = JSON.readTree(packed.run("pack", "--format", "json").out());
    JsonNode two = JSON.readTree(packed.run("pack", "--format", "json").out());
    assertThat(one.get("run")).isNotEqualTo(two.get("run"));
    assertThat(one.get("files")).isEqualTo(two.get("files")).hasSize(5);
    for (JsonNode file : one.get("files")) {
      Path path =
          temp.resolve("packed")
              .resolve(one.get("folder").asText())
              .resolve(file.get("path").asText());
      assertThat(sha256(path)).isEqualTo(file.get("sha256").asText());
    }
  }

  @Test
  void usernamesAreAsciiAndTwoPeopleOfOneNameGetTwo() throws Exception {
    List<String> accounts = Files.readAllLines(folder.resolve("school/accounts/accounts.csv"));
    assertThat(accounts)
        .anyMatch(line -> line.startsWith("akorabelnikova,") && line.contains("Анна"))
        .anyMatch(line -> line.startsWith("hlin,") && line.contains("海 林"))
        .anyMatch(line -> line.startsWith("malbhrany,") && line.contains("محمد"))
        .anyMatch(line -> line.startsWith("amarlowe,") && line.contains("Ana Marlowe"))
        .anyMatch(line -> line.startsWith("amarlowe2,") && line.contains("Ana Marlowe"))
        .hasSize(61);
    assertThat(accounts.subList(1, 61))
        .allMatch(line -> line.matches("[a-z0-9._-]{3,30},[a-z]+(-[a-z]+){3},.*"));
  }

  @Test
  void firstPasswordsAreOnlyWhereTheyBelong() throws Exception {
    List<String> passwords = new ArrayList<>();
    for (String line : Files.readAllLines(folder.resolve("school/accounts/accounts.csv"))) {
      passwords.add(line.split(",", -1)[1]);
    }
    passwords.remove(0);
    List<Path> holders = new ArrayList<>();
    try (Stream<Path> files = Files.walk(folder)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        String content =
            new String(Files.readAllBytes(file), java.nio.charset.StandardCharsets.ISO_8859_1);
        if (passwords.stream().anyMatch(content::contains)) {
          holders.add(file);
        }
      }
    }
    assertThat(holders)
        .allMatch(
            file -> file.endsWith("accounts/accounts.csv") || file.endsWith("plain/3-users.csv"))
        .hasSizeGreaterThanOrEqualTo(2);
    assertThat(demo.out()).doesNotContain(passwords);
  }

  private static Map<String, String> digests(Path root) throws Exception {
    Map<String, String> digests = new TreeMap<>();
    try (Stream<Path> files = Files.walk(root)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        digests.put(root.relativize(file).toString(), sha256(file));
      }
    }
    return digests;
  }

  private static String sha256(Path file) throws Exception {
    return HexFormat.of()
        .formatHex(MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(file)));
  }
}
