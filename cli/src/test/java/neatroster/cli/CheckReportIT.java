package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipFile;
import neatroster.core.grid.RowWriter;
import neatroster.sheets.SheetFile;
import neatroster.sheets.SheetFiles;
import neatroster.sheets.XlsxRows;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The reports that {@code check} writes, and the settings that change what it finds. */
class CheckReportIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;
  private Program program;

  @BeforeEach
  void messyFiles() throws Exception {
    program = new Program(temp);
    program.file("courses.csv", "code,title", "NAV-1,Coast", "NAV-2,Night");
    program.file(
        "users.csv",
        "username,given name,family name,email,password,phone",
        "ana,Ana,Marlowe,ana@pier.example,hunter-green-mast,+44 20 7946 0123",
        "bo,<script>alert(1)</script>,Finch,bo@pier,zebra-anchor-gull,+44 20 7946 0123",
        "cy,Cy,Quay,cy@pier.example,short,");
    program.file("enr.csv", "user,course", "ana,NAV-22", "bo,NAV-1", "=1+1,NAV-1");
  }

  private String[] line(String... more) {
    List<String> line = new ArrayList<>(List.of("check", "users.csv", "courses.csv", "enr.csv"));
    line.addAll(List.of(more));
    return line.toArray(String[]::new);
  }

  private List<String> rules(String... more) throws Exception {
    List<String> all = new ArrayList<>(List.of(more));
    all.addAll(List.of("--format", "json"));
    List<String> rules = new ArrayList<>();
    JSON.readTree(program.run(line(all.toArray(String[]::new))).out())
        .get("findings")
        .forEach(finding -> rules.add(finding.get("row") + " " + finding.get("rule").asText()));
    return rules;
  }

  @Test
  void everyKindOfReportSaysTheSame() throws Exception {
    Program.Result result =
        program.run(
            line(
                "--report",
                "r.html",
                "--report",
                "r.json",
                "--report",
                "r.csv",
                "--report",
                "r.xlsx"));
    assertThat(result.exit()).isEqualTo(1);
    int findings = JSON.readTree(temp.resolve("r.json").toFile()).get("findings").size();
    assertThat(findings).isGreaterThan(5);
    String html = Files.readString(temp.resolve("r.html"));
    assertThat(html.split("<article ", -1)).hasSize(findings + 1);
    assertThat(html)
        .contains("&lt;script&gt;alert(1)&lt;/script&gt;")
        .doesNotContain("<script>alert")
        .doesNotContain("http://")
        .doesNotContain("https://")
        .contains("<kbd>NAV-2</kbd>")
        .contains("class=\"marked\"");
    assertThat(Files.readAllLines(temp.resolve("r.csv"))).hasSize(findings + 1);
    try (ZipFile zip = new ZipFile(temp.resolve("r.xlsx").toFile())) {
      assertThat(zip.getEntry("xl/comments2.xml")).isNotNull();
    }
    for (String report : List.of("r.html", "r.json", "r.csv")) {
      // A first password is in no report.
      assertThat(Files.readString(temp.resolve(report)))
          .doesNotContain("hunter-green-mast")
          .doesNotContain("zebra-anchor-gull");
    }
    assertThat(cells(temp.resolve("r.xlsx"))).contains("ana", "=1+1").doesNotContain("short");
  }

  private static List<String> cells(Path workbook) throws Exception {
    List<String> cells = new ArrayList<>();
    try (SheetFile file = SheetFiles.open(workbook, "r.xlsx")) {
      for (var sheet : file.sheets()) {
        sheet.read(
            row -> {
              for (int i = 0; i < row.size(); i++) {
                cells.add(row.cell(i).toString());
              }
              return true;
            });
      }
    }
    return cells;
  }

  @Test
  void theMarkedWorkbookCanBeMendedAndCheckedAgain() throws Exception {
    program.run(line("--report", "marked.xlsx"));
    JsonNode again = JSON.readTree(program.run("check", "marked.xlsx", "--format", "json").out());
    assertThat(again.get("sheets").findValuesAsText("sheet"))
        .containsExactly("users", "courses", "enr");
    assertThat(again.get("counts").get("enrollments").asInt()).isEqualTo(3);
    assertThat(again.get("findings").findValuesAsText("rule"))
        .contains("unknown-course", "bad-email", "duplicate-phone");
  }

  @Test
  void whatIsMeantIsAcceptedAndExceptionsThatFitNothingAreSaid() throws Exception {
    program.file(
        "roster.yaml",
        "rules: {bad-email: warning, unknown-course: off}",
        "accept:",
        "  - {rule: duplicate-phone, value: +44 20 7946 0123, why: sisters}",
        "  - {rule: too-short, sheet: elsewhere.csv, why: no more}");
    assertThat(rules())
        .contains("3 bad-email")
        .doesNotContain("3 duplicate-phone", "2 unknown-course");
    String text = program.run(line()).out();
    assertThat(text)
        .contains("Accepted by roster.yaml, line 3: 1 finding of duplicate-phone")
        .contains("roster.yaml, line 4: the exception for too-short fits nothing any more");
    program.file("roster.yaml", "accept: [{rule: duplicate-fone, why: x}]");
    Program.Result wrong = program.run(line());
    assertThat(wrong.exit()).isEqualTo(2);
    assertThat(wrong.err()).contains("line 1").contains("is “duplicate-phone” meant?");
    program.file("roster.yaml", "accept: [{rule: duplicate-phone}]");
    assertThat(program.run(line()).err()).contains("an exception says why");
    program.file("roster.yaml", "phones: {region: Atlantis}");
    assertThat(program.run(line()).err()).contains("a country as two letters");
  }

  @Test
  void suggestionsAreTypedOfTheRulesThatAreNamed() throws Exception {
    Program.Result result =
        program.run(
            "tidy",
            "users.csv",
            "courses.csv",
            "enr.csv",
            "--to",
            "out",
            "--with-suggestions",
            "--rule",
            "unknown-course");
    assertThat(result.exit()).isZero();
    assertThat(Files.readString(temp.resolve("out/enr.csv"))).contains("ana,NAV-2\r\n");
    assertThat(Files.readString(temp.resolve("out/changes.csv")))
        .contains("enr.csv,2,course,NAV-22,NAV-2,corrected as suggested")
        .doesNotContain("hunter");
    assertThat(program.run("tidy", "users.csv", "--to", "o2", "--with-suggestions").exit())
        .isEqualTo(2);
    assertThat(program.run("tidy", "users.csv", "--to", "o2", "--rule", "unknown-curse").err())
        .contains("Is unknown-course meant?");
  }

  @Test
  void whatThePlatformHasIsNotMadeAgain() throws Exception {
    program.file("roster.yaml");
    program.file("sheets/courses.csv", "code,title", "NAV-1,Coast", "NAV-2,Night");
    program.file("sheets/list.csv", "email", "ana@pier.example");
    program.file("sheets/users.csv", "email,given name", "una@pier.example,Una");
    program.file(
        "sheets/enr.csv",
        "user,course",
        "ana@pier.example,NAV-1",
        "ana@pier.example,NAV-2",
        "una@pier.example,NAV-1");
    program.file(
        "known/people.csv",
        "username,given name,family name,email",
        "amarlowe,Ana,Marlowe,ana@pier.example");
    program.file("known/courses.csv", "code,title", "NAV-1,Coast");
    program.file("known/in.csv", "user,course", "amarlowe,NAV-1");
    Program.Result check = program.run("check");
    assertThat(check.exit()).isZero();
    assertThat(check.out()).contains("already-known").contains("already-enrolled");
    JsonNode issued = JSON.readTree(program.run("issue", "--format", "json").out());
    assertThat(issued.get("issued").findValuesAsText("username")).containsExactly("una");
    JsonNode run = JSON.readTree(program.run("pack", "--format", "json").out());
    Path plain = temp.resolve(run.get("folder").asText()).resolve("plain");
    assertThat(Files.readAllLines(plain.resolve("2-courses.csv"))).hasSize(2);
    assertThat(Files.readAllLines(plain.resolve("3-users.csv"))).hasSize(2);
    assertThat(Files.readAllLines(plain.resolve("5-enrollments.csv")))
        .containsExactly(
            "change,user,course,role,group,starts,ends",
            "enroll,amarlowe,NAV-2,learner,,,",
            "enroll,una,NAV-1,learner,,,");
    Files.write(temp.resolve("known/picture.csv"), new byte[] {0, 1, 2, 3});
    assertThat(program.run("check").exit()).isEqualTo(3);
  }

  @Test
  void manyFindingsStaySmallOnThePageAndAreAllInTheLists() throws Exception {
    try (PrintWriter out = new PrintWriter(temp.resolve("many.csv").toFile(), "UTF-8")) {
      out.println("user,course");
      for (int i = 0; i < 20_000; i++) {
        out.println("nobody" + i + ",GONE-" + i % 7);
      }
    }
    Program.Result result =
        program.run(
            List.of("-Xmx128m"),
            "check",
            "many.csv",
            "users.csv",
            "courses.csv",
            "--report",
            "r.html",
            "--report",
            "r.csv",
            "--report",
            "r.xlsx");
    assertThat(result.exit()).isEqualTo(1);
    assertThat(result.out().lines().count()).isLessThan(60);
    assertThat(Files.size(temp.resolve("r.html"))).isLessThan(3_000_000);
    assertThat(Files.readString(temp.resolve("r.html"))).contains("Not shown on this page");
    try (var lines = Files.lines(temp.resolve("r.csv"))) {
      assertThat(lines.count()).isGreaterThan(20_000);
    }
  }

  @Test
  void aReportThatCannotBeWrittenSaysSo() throws Exception {
    assertThat(program.run(line("--report", "r.pdf")).err()).contains(".html .json .csv .xlsx");
    Program.Result result = program.run(line("--report", "nowhere/r.html"));
    assertThat(result.exit()).isEqualTo(3);
    assertThat(result.err()).contains("The report nowhere/r.html could not be written");
    try (RowWriter out = new XlsxRows(Files.newOutputStream(temp.resolve("f.xlsx")), "Findings")) {
      out.row(List.of("given name", "email"));
      out.row(List.of("Ana", "ana@pier.example"));
    }
    // A sheet of one’s own that happens to have the name is a sheet like any other.
    assertThat(program.run("check", "f.xlsx").out()).contains("Checked 1 user");
  }

  @Test
  void theRulesTellThemselves() throws Exception {
    assertThat(program.run("rules").out()).contains("fill-down-slip").contains("error");
    Program.Result one = program.run("rules", "near-twin");
    assertThat(one.out()).contains("Why it matters").contains("Mian Pier");
    assertThat(program.run("rules", "near-twn").err()).contains("Is near-twin meant?");
    JsonNode all = JSON.readTree(program.run("rules", "--format", "json").out());
    assertThat(all.get("rules").findValuesAsText("rule")).contains("mangled-number");
  }
}
