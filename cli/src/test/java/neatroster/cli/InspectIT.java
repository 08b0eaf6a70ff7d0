package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.File;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * What {@code inspect} makes of small files, one for each format, encoding, language, shape and
 * kind of dirt. {@code expected.txt} says what a careful person makes of them.
 */
class InspectIT {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Path FILES = Path.of("src/test/resources/inspect").toAbsolutePath();

  @TempDir Path temp;

  @Test
  void understandsEachFileAsACarefulPersonWould() throws Exception {
    List<String> arguments = new ArrayList<>(List.of("inspect", "--format", "json"));
    try (Stream<Path> files = Files.list(FILES)) {
      files
          .map(file -> file.getFileName().toString())
          .filter(name -> !name.equals("expected.txt"))
          .sorted()
          .forEach(arguments::add);
    }
    assertThat(arguments.size() - 3).isGreaterThan(40);
    Program.Result result = new Program(FILES).run(arguments.toArray(String[]::new));
    assertThat(result.exit()).isEqualTo(1);
    JsonNode report = JSON.readTree(result.out());
    Map<String, String> understood = new TreeMap<>();
    for (JsonNode sheet : report.get("sheets")) {
      understood.merge(
          sheet.get("file").asText(), brief(sheet), (one, other) -> one + "\n" + other);
    }
    for (JsonNode sheet : report.get("notUnderstood")) {
      String file = sheet.get("file").asText();
      String tab = sheet.get("sheet").isNull() ? "" : " # " + sheet.get("sheet").asText();
      String how = sheet.get("leftAlone").asBoolean() ? "left alone" : "not understood";
      understood.merge(file, file + tab + "\n  " + how + "\n", (one, other) -> one + other);
    }
    String found = String.join("", understood.values());
    // Kept for whoever has changed something on purpose and reads the difference.
    Files.writeString(Path.of("target/inspect-found.txt"), found);
    assertThat(found).isEqualTo(Files.readString(FILES.resolve("expected.txt")));
  }

  /** What {@code --save} writes into the settings is what was found without them. */
  @Test
  void savingChangesNothingOfHowAnythingIsRead() throws Exception {
    Path sheets = Files.createDirectories(temp.resolve("sheets"));
    Files.writeString(temp.resolve("roster.yaml"), "");
    try (Stream<Path> files = Files.list(FILES)) {
      for (Path file : files.filter(f -> !f.endsWith("expected.txt")).toList()) {
        Files.copy(file, sheets.resolve(file.getFileName()));
      }
    }
    Program program = new Program(temp);
    List<String> before = understood(program);
    assertThat(before).hasSizeGreaterThan(100);
    program.run("inspect", "--save");
    assertThat(Files.readString(temp.resolve("roster.yaml"))).contains("sheets:", "columns:");
    assertThat(understood(program)).containsExactlyElementsOf(before);
  }

  /** Each sheet with all that is told of it but how that was found out. */
  private static List<String> understood(Program program) throws Exception {
    List<String> all = new ArrayList<>();
    JsonNode report = JSON.readTree(program.run("inspect", "--format", "json").out());
    for (JsonNode sheet : report.get("sheets")) {
      for (JsonNode column : sheet.get("columns")) {
        ((ObjectNode) column).remove(List.of("by", "evidence"));
      }
      all.add(sheet.toString());
    }
    return all;
  }

  /** A sheet in a few lines. */
  private static String brief(JsonNode sheet) {
    StringBuilder brief = new StringBuilder(sheet.get("file").asText());
    brief.append(sheet.get("sheet").isNull() ? "" : " # " + sheet.get("sheet").asText());
    brief.append("\n  ").append(sheet.get("table").asText());
    brief.append(", ").append(sheet.get("shape").asText());
    brief.append(", ").append(sheet.get("format").asText());
    if (!sheet.get("encoding").isNull()) {
      brief.append(" ").append(sheet.get("encoding").asText());
    }
    if (!sheet.get("separator").isNull()) {
      brief.append(" ").append(sheet.get("separator").asText().replace("\t", "tab"));
    }
    brief.append(", header ").append(sheet.get("headerRow").asText());
    brief.append(", rows ").append(sheet.get("rows").asText());
    brief.append(", enrollments ").append(sheet.get("enrollments").asText());
    if (!sheet.get("course").isNull()) {
      brief.append(" in ").append(sheet.get("course").asText());
    }
    brief.append("\n ");
    int alone = 0;
    for (JsonNode column : sheet.get("columns")) {
      if (column.get("field").isNull()) {
        alone++;
      } else {
        brief.append(" ").append(column.get("column").asText()).append("=");
        brief.append(column.get("field").asText().replace(' ', '-'));
        brief.append(column.get("by").asText().equals("values") ? "?" : "");
      }
    }
    brief.append(alone == 0 ? "" : " +" + alone).append("\n");
    for (JsonNode skipped : sheet.get("skipped")) {
      brief.append("  skipped ").append(skipped.get("row").asText());
      brief.append(": ").append(skipped.get("why").asText()).append("\n");
    }
    for (JsonNode pattern : sheet.get("patterns")) {
      brief.append("  ").append(pattern.get("field").asText()).append(" follows ");
      brief.append(pattern.get("pattern").asText()).append(" but ");
      brief.append(pattern.get("breaking")).append("\n");
    }
    for (JsonNode dates : sheet.get("dates")) {
      brief.append("  ").append(dates.get("field").asText()).append(" ");
      brief.append(dates.get("order").asText()).append("\n");
    }
    JsonNode hidden = sheet.get("hidden");
    if (hidden.get("sheet").asBoolean() || hidden.get("rows").asInt() > 0) {
      brief.append("  hidden ").append(hidden).append("\n");
    }
    return brief.toString();
  }

  @Test
  void theTextSaysTheSameToPeople() throws Exception {
    Program program = new Program(FILES);
    Program.Result result =
        program.run("inspect", "course:NAV-1=29-gradebook.csv", "12-totals-and-footer.csv");
    assertThat(result.exit()).isZero();
    assertThat(result.out())
        .isEqualTo(
            """
            29-gradebook.csv — 2 users
              csv, utf-8, cells separated by commas; headers in row 1
              A   Nachname                 family name
              B   Vorname                  given name
              C   E-Mail                   email
              left alone: 30 columns (Quiz 1, Quiz 2, Quiz 3, …)
              2 enrollments in NAV-1: the sheet is a class list

            12-totals-and-footer.csv — 1 user
              csv, utf-8, cells separated by commas; headers in row 1
              A   First name               given name
              B   Last name                family name
              C   Email                    email
              skipped as footer: row 4
              skipped as total: row 3

            """);
  }

  @Test
  void whatWasUnderstoodIsSavedBesideTheRemarksThatAreThere() throws Exception {
    Path folder = Files.createDirectory(temp.resolve("office"));
    Program program = new Program(folder);
    program.file("roster.yaml", "# ours", "sheets: []  # none yet", "", "dates: ask # always");
    program.file(
        "sheets/in.csv",
        "Klasse;Zug;Nachname;Vorname;Kennung",
        "NAV;1;Marlowe;Ana;amarlowe",
        "NAV;2;Finch;Bo;bfinch",
        "NAV;2;Lin;Mei;mlin",
        "NAV;2;Holm;Ida;iholm");
    assertThat(program.run("inspect", "--save").exit()).isZero();
    String saved = Files.readString(folder.resolve("roster.yaml"));
    assertThat(saved)
        .isEqualTo(
            """
            # ours
            sheets:   # none yet
              - file: in.csv
                table: users
                header-row: 1
                columns:
                  course: Klasse
                  family name: Nachname
                  given name: Vorname
                  username: Kennung

            dates: ask # always

            usernames:
              pattern: "{given:1}{family}"  # as in sheets/in.csv
            """);
    // What it wrote is read back, and can be corrected by hand.
    program.file(
        "roster.yaml", saved.replace("course: Klasse", "course: \"{Klasse}-{Zug}\"").split("\n"));
    program.file("sheets/two.csv", "code;title", "NAV-1;Coast", "NAV-2;Night");
    Program.Result again = program.run("inspect", "--save");
    assertThat(again.out()).contains("course  (from {Klasse}-{Zug})");
    assertThat(again.err()).contains("in.csv has its entry at roster.yaml, line 3; it was left");
    assertThat(Files.readString(folder.resolve("roster.yaml")))
        .contains("Kennung\n  - file: two.csv\n    table: courses\n");
    assertThat(program.run("check").exit()).isZero();
    program.file("roster.yaml", "sheets: [{file: other.csv}]");
    Program.Result inOneLine = program.run("inspect", "--save");
    assertThat(inOneLine.exit()).isEqualTo(2);
    assertThat(inOneLine.err()).contains("between brackets");
    assertThat(program.run("inspect", "--save", "--folder", temp.toString()).exit()).isEqualTo(2);
  }

  @Test
  void aSheetThatChangesWhileItIsReadIsNotMixedFromTwo() throws Exception {
    Assumptions.assumeTrue(new File("/usr/bin/mkfifo").exists());
    Path folder = Files.createDirectory(temp.resolve("busy"));
    Program program = new Program(folder);
    program.file("users.csv", "given name,email", "Ana,ana@pier.example");
    Path pipe = folder.resolve("courses.csv");
    new ProcessBuilder("mkfifo", pipe.toString()).start().waitFor();
    Process process = program.start(List.of(), "check", "users.csv", "courses.csv");
    // The pipe opens when the program has come to it: by then it has begun with the other file.
    try (var out = Files.newOutputStream(pipe)) {
      program.file("users.csv", "given name,email", "Bo,bo@pier.example", "Cy,cy@pier.example");
      out.write("code,title\nNAV-1,Coast\n".getBytes(StandardCharsets.UTF_8));
    }
    assertThat(process.waitFor()).isEqualTo(3);
    assertThat(program.err()).contains("users.csv was changed while it was being read");
  }

  @Test
  void aGradebookBecomesAClassListWithEmailsByOneCommandLine() throws Exception {
    Path out = temp.resolve("out");
    Program program = new Program(FILES);
    String[] files = {"course:NAV-1=29-gradebook.csv", "00-courses.csv", "--to", out.toString()};
    assertThat(program.run(line("issue", files)).exit()).isZero();
    JsonNode run = JSON.readTree(program.run(line("pack", files, "--format", "json")).out());
    Path batches = out.resolve(run.get("folder").asText()).resolve("plain");
    assertThat(Files.readAllLines(batches.resolve("5-enrollments.csv")))
        .containsExactly(
            "change,user,course,role,group,starts,ends",
            "enroll,amarlowe,NAV-1,learner,,,",
            "enroll,bfinch,NAV-1,learner,,,");
    assertThat(Files.readString(batches.resolve("3-users.csv"))).contains("bo@pier.example");
  }

  @Test
  void aListThatIsTakenForAClassListByItsNameIsSaid() throws Exception {
    Program program = new Program(FILES);
    Program.Result byName = program.run("check", "31 NAV-2.csv", "00-courses.csv");
    assertThat(byName.err()).contains("31 NAV-2.csv is read as the class list of NAV-2");
    assertThat(byName.out()).contains("2 users, 4 courses, 2 enrollments");
    Program.Result asked = program.run("check", "course:NAV-1=31 NAV-2.csv", "00-courses.csv");
    assertThat(asked.err()).isEmpty();
  }

  @Test
  void aPastedPageOfNamesBecomesUsersWithUsernames() throws Exception {
    Path out = temp.resolve("out");
    Program program = new Program(FILES);
    JsonNode issued =
        JSON.readTree(
            program.run("issue", "45-list.odt", "--to", out.toString(), "--format", "json").out());
    assertThat(issued.get("issued").findValuesAsText("username"))
        .containsExactly("amarlowe", "bfinch", "lwisniakowska", "mlin");
  }

  @Test
  void aPersonOnSeveralRowsIsOnePersonAndRowsThatDisagreeAreFound() throws Exception {
    Path folder = Files.createDirectory(temp.resolve("work"));
    Program program = new Program(folder);
    program.file("courses.csv", "code,title", "NAV-1,Coast", "NAV-2,Night");
    program.file(
        "who.csv",
        "id,given name,email,course,role",
        "501,Ana,ana@pier.example,NAV-1,student",
        "501,Ana,ana@pier.example,NAV-2,student",
        "502,Bo,bo@pier.example,NAV-1,student",
        "502,Bo,bob@pier.example,NAV-2,student",
        "501,Ana,ana@pier.example,NAV-2,teacher");
    JsonNode report =
        JSON.readTree(program.run("check", "courses.csv", "who.csv", "--format", "json").out());
    List<String> found = new ArrayList<>();
    report
        .get("findings")
        .forEach(f -> found.add(f.get("row").asText() + " " + f.get("rule").asText()));
    assertThat(found)
        .containsExactly("2 class-without-instructor", "5 conflicting-rows", "6 conflicting-roles");
    assertThat(report.get("counts").get("enrollments").asInt()).isEqualTo(5);
    String[] files = {"courses.csv", "who.csv", "--to", "out"};
    assertThat(program.run(line("issue", files)).exit()).isEqualTo(1);
    List<String> accounts = Files.readAllLines(folder.resolve("out/accounts/accounts.csv"));
    assertThat(accounts).hasSize(2).element(1).asString().startsWith("ana,");
  }

  private static String[] line(String command, String[] files, String... more) {
    List<String> line = new ArrayList<>(List.of(command));
    line.addAll(List.of(files));
    line.addAll(List.of(more));
    return line.toArray(String[]::new);
  }
}
