package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Runs: whole or not at all, closed to others, and what was left out comes back to be mended. */
class PackIT {
  private static final ObjectMapper JSON = new ObjectMapper();

  @TempDir Path temp;

  private Path folder;
  private Program program;

  @BeforeEach
  void makeRoster() throws Exception {
    folder = Files.createDirectory(temp.resolve("work"));
    program = new Program(folder);
    program.file("roster.yaml");
    program.file("sheets/courses.csv", "code,title", "NAV-1,\"Coast, near\"", "RAD-1,Radio");
    program.file("sheets/users.csv", "id,given name,family name", "1,Ana,Marlowe", "2,Bo,Finch");
    program.file("sheets/enrollments.csv", "user,course", "1,NAV-1", "2,NAV-1");
  }

  private List<Path> under(String name) throws Exception {
    try (Stream<Path> all = Files.walk(folder.resolve(name))) {
      return all.toList();
    }
  }

  @Test
  void accountsAndRunsAreReadableByTheirOwnerAlone() throws Exception {
    assumeThat(FileSystems.getDefault().supportedFileAttributeViews()).contains("posix");
    assertThat(program.run("issue").exit()).isZero();
    assertThat(program.run("pack").exit()).isZero();
    List<Path> made = new ArrayList<>(under("accounts"));
    made.addAll(under("runs"));
    made.add(folder.resolve("register.db"));
    assertThat(made).hasSizeGreaterThan(8);
    for (Path path : made) {
      assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(path)))
          .as(path.toString())
          .isEqualTo(Files.isDirectory(path) ? "rwx------" : "rw-------");
    }
  }

  @Test
  void runsOfADayAreNumberedAndLeftoversOfInterruptedOnesGo() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    JsonNode first = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(first.get("run").asText()).matches("\\d{4}-\\d\\d-\\d\\d-1");
    String day = first.get("run").asText().replaceAll("-1$", "");
    program.file("runs/.unfinished-" + day + "-2/plain/1-sites.csv", "change,site");
    Files.createDirectories(folder.resolve("runs/" + day + "-9"));
    JsonNode next = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(next.get("run").asText()).isEqualTo(day + "-10");
    assertThat(folder.resolve("runs/.unfinished-" + day + "-2")).doesNotExist();
  }

  @Test
  void aRunThatIsKilledLeavesNoHalfRun() throws Exception {
    StringBuilder users = new StringBuilder("id,given name,username\n");
    for (int i = 0; i < 25_000; i++) {
      users.append(i).append(",Ana,cadet").append(i).append('\n');
    }
    program.file("sheets/users.csv", users.toString());
    for (int written : new int[] {0, 1, 200_000, 500_000}) {
      Process process = program.start(List.of(), "pack");
      Program.kill(process, () -> bytesUnfinished() >= written);
      if (Files.exists(folder.resolve("runs"))) {
        for (Path run : under("runs")) {
          if (run.getFileName().toString().matches("\\d{4}-.*") && Files.isDirectory(run)) {
            assertThat(run.resolve("run.json")).exists();
          }
        }
      }
    }
    JsonNode run = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(run.get("counts").get("users").get("create").asInt()).isEqualTo(25_000);
    assertThat(under("runs")).noneMatch(path -> path.toString().contains(".unfinished"));
  }

  /** How much a run in the making has of users; -1 where there is none in the making. */
  private long bytesUnfinished() throws Exception {
    if (!Files.isDirectory(folder.resolve("runs"))) {
      return -1;
    }
    try (Stream<Path> runs = Files.list(folder.resolve("runs"))) {
      Optional<Path> run =
          runs.filter(path -> path.getFileName().toString().startsWith(".unfinished")).findFirst();
      if (run.isEmpty()) {
        return -1;
      }
      Path users = run.get().resolve("plain/3-users.csv");
      return Files.exists(users) ? Files.size(users) : 0;
    }
  }

  @Test
  void aRunThatIsInterruptedLeavesNothingOfIt() throws Exception {
    assumeThat(Files.exists(Path.of("/bin/sh"))).isTrue();
    StringBuilder users = new StringBuilder("id,given name,username\n");
    for (int i = 0; i < 120_000; i++) {
      users.append(i).append(",Ana,cadet").append(i).append('\n');
    }
    program.file("sheets/users.csv", users.toString());
    Process process = program.start(List.of(), "pack");
    Program.await(process, () -> bytesUnfinished() > 0);
    Program.interrupt(process);
    assertThat(process.waitFor()).isEqualTo(130);
    assertThat(folder.resolve("runs")).isEmptyDirectory();
  }

  @Test
  void anInterruptEndsWith130AndLeavesNothing() throws Exception {
    assumeThat(Files.isDirectory(Path.of("/proc/self/fd"))).isTrue();
    StringBuilder rows = new StringBuilder("user,course\n");
    for (int i = 0; i < 400_000; i++) {
      rows.append("nobody").append(i).append(",NAV-1\n");
    }
    program.file("sheets/enrollments.csv", rows.toString());
    Process process = program.start(List.of("-Xmx1g"), "check", "--format", "json");
    Program.await(process, () -> Program.hasOpen(process, "enrollments.csv"));
    Program.interrupt(process);
    assertThat(process.waitFor()).isEqualTo(130);
    assertThat(under(".")).noneMatch(path -> path.toString().contains("runs"));
  }

  /** A spreadsheet program takes noughts from CSV, and not from a workbook. */
  @Test
  void rowsOfAWorkbookComeBackInAWorkbook() throws Exception {
    Files.delete(folder.resolve("sheets/users.csv"));
    try (OutputStream out = Files.newOutputStream(folder.resolve("sheets/users.xlsx"));
        Workbook workbook = new Workbook(out, "Quay", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("People");
      List<List<String>> rows =
          List.of(
              List.of("id", "given name", "family name", "email"),
              List.of("1", "Ana", "Marlowe", "ana@pier.example"),
              List.of("0417", "Bo", "Fínch", "bo@pier"));
      for (int row = 0; row < rows.size(); row++) {
        for (int column = 0; column < rows.get(row).size(); column++) {
          sheet.value(row, column, rows.get(row).get(column));
        }
      }
    }
    program.run("issue");
    JsonNode run =
        JSON.readTree(program.run("pack", "--leave-out-faulty", "--format", "json").out());
    String name = "corrections/users-People.xlsx";
    assertThat(run.get("corrections").toString()).contains(name);
    Path corrections = folder.resolve(run.get("folder").asText()).resolve(name);
    try (InputStream in = Files.newInputStream(corrections);
        ReadableWorkbook workbook = new ReadableWorkbook(in)) {
      Row row = workbook.getFirstSheet().read().get(1);
      assertThat(row.getCellText(0)).isEqualTo("0417");
      assertThat(row.getCellText(2)).isEqualTo("Fínch");
    }
    assertThat(
            program
                .run("pack", "--leave-out-faulty", "--corrections", "csv", "--format", "json")
                .out())
        .contains("corrections/users-People.csv");
  }

  @Test
  void whatWasLeftOutIsMendedAndComesBack() throws Exception {
    program.file(
        "sheets/users.csv",
        "id,given name,family name,email",
        "1,Ana,Marlowe,",
        "2,Bo,Finch,bo@pier");
    assertThat(program.run("issue").exit()).isEqualTo(1);
    JsonNode run =
        JSON.readTree(program.run("pack", "--leave-out-faulty", "--format", "json").out());
    assertThat(run.get("corrections").toString())
        .isEqualTo("[\"corrections/users.csv\",\"corrections/enrollments.csv\"]");
    Path corrections = folder.resolve(run.get("folder").asText()).resolve("corrections");
    String users = Files.readString(corrections.resolve("users.csv"));
    assertThat(users)
        .startsWith("\ufeff")
        .isEqualToNormalizingNewlines(
            """
            \ufeffid,given name,family name,email,why left out (from sheets/users.csv)
            2,Bo,Finch,bo@pier,"“bo@pier” is no email address: what stands behind the @ has no dot, as in pier.example."
            """);
    program.file("sheets/users.csv", users.replaceFirst("bo@pier", "bo@pier.example"));
    Files.copy(
        corrections.resolve("enrollments.csv"),
        folder.resolve("sheets/enrollments.csv"),
        java.nio.file.StandardCopyOption.REPLACE_EXISTING);
    Program.Result check = program.run("check");
    assertThat(check.out()).endsWith("nothing is wrong.\n");
    assertThat(check.exit()).isZero();
    assertThat(program.run("issue").exit()).isZero();
    assertThat(program.run("pack").exit()).isZero();
  }

  @Test
  void aSheetThatCannotBeReadAsAWholeCannotBeLeftOutRowByRow() throws Exception {
    program.file("sheets/more.csv", "course,role", "NAV-1,learner");
    assertThat(program.run("issue").exit()).isZero();
    Program.Result pack = program.run("pack", "--leave-out-faulty");
    assertThat(pack.exit()).isEqualTo(1);
    assertThat(pack.out()).contains("missing-column", "leave the file out of the command");
    assertThat(folder.resolve("runs")).doesNotExist();
    JsonNode refused = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(refused.get("run").isNull()).isTrue();
    assertThat(refused.get("findings").findValuesAsText("rule")).contains("missing-column");
  }

  @Test
  void pathsInSheetAndFileNamesStayInsideTheRun() throws Exception {
    program.file("lists/...csv", "code,title", ",Nothing", "X-1,Something");
    Program.Result pack =
        program.run(
            "pack", "lists/...csv", "--leave-out-faulty", "--to", "out", "--format", "json");
    JsonNode run = JSON.readTree(pack.out());
    assertThat(run.get("corrections")).hasSize(1);
    assertThat(
            folder
                .resolve("out")
                .resolve(run.get("folder").asText())
                .resolve(run.get("corrections").get(0).asText())
                .normalize())
        .startsWith(folder.resolve("out/runs"))
        .exists();
  }

  @Test
  void theReasonForARefusalIsTheSameInEveryFormat() throws Exception {
    assertThat(program.run("pack").out()).contains("2 users have no username yet");
    JsonNode refused = JSON.readTree(program.run("pack", "--format", "json").out());
    assertThat(refused.get("refused").asText()).contains("2 users have no username yet");
    assertThat(refused.get("files")).isEmpty();
  }
}
