package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Odd command lines, settings, disks and machines: one line that says what is wrong. */
class OddWorldIT {
  @TempDir private Path temp;
  private Path folder;
  private Program program;

  @BeforeEach
  void makeFolder() throws Exception {
    folder = Files.createDirectory(temp.resolve("school"));
    program = new Program(folder).asProcess();
    program.file("roster.yaml");
    program.file("sheets/users.csv", "id,given name,family name", "1,Ana,Marlowe", "2,Bo,Finch");
  }

  private void refused(Program.Result result, int exit, String... said) {
    assertThat(result.exit()).as(result.out() + result.err()).isEqualTo(exit);
    assertThat(result.err()).contains(said).doesNotContain("should not have", "Exception");
  }

  @Test
  void aFormatThatIsNamedTwiceIsWrittenOnce() throws Exception {
    assertThat(program.run("issue").exit()).isZero();
    Program.Result pack = program.run("pack", "--as", "plain", "plain");
    assertThat(pack.exit()).as(pack.err()).isZero();
    assertThat(pack.out()).containsOnlyOnce("3-users.csv");
    // Passwords that the sheets and accounts do not have are not spoken of.
    program.file("roster.yaml", "passwords: {style: none}");
    program.file("sheets/users.csv", "id,given name,username", "7,Di,di");
    assertThat(program.run("pack").out()).doesNotContain("password");
  }

  @Test
  void settingsThatCannotBeMeantAreRefusedWithTheirPlace() throws Exception {
    for (List<String> settings :
        List.of(
            List.of("usernames: {allow: \"z-a\"}", "goes backwards", "is “a-z” meant?"),
            List.of("usernames: {allow: \"._\"}", "characters allowed"),
            List.of("school: {name: \"" + "x".repeat(20_000) + "\"}", "characters"),
            List.of("platform: {address: \"https://" + "a".repeat(100_000) + "\"}", "characters"),
            List.of("school: {name: \"" + "x".repeat(200) + "\"}", "120 are the most"))) {
      program.file("roster.yaml", settings.get(0));
      Program.Result check = program.run("check");
      refused(check, 2, settings.subList(1, settings.size()).toArray(String[]::new));
      assertThat(check.err()).contains("roster.yaml, line 1, column").hasSizeLessThan(400);
    }
  }

  @Test
  void devicesAndPipesInTheWrongPlaceDoNotHang() throws Exception {
    assumeThat(Files.exists(Path.of("/dev/zero"))).isTrue();
    refused(program.run("check", "/dev/zero"), 3, "/dev/zero", "neither text nor a workbook");
    Files.delete(folder.resolve("roster.yaml"));
    new ProcessBuilder("mkfifo", folder.resolve("roster.yaml").toString()).start().waitFor();
    refused(program.run("check", "--folder", "."), 2, "roster.yaml is no file");
  }

  @Test
  void sheetsThatNoSpreadsheetProgramHoldsAreSaid() throws Exception {
    StringBuilder wide = new StringBuilder("id,given name");
    for (int i = 0; i < 16_400; i++) {
      wide.append(",mark ").append(i);
    }
    program.file("wide.csv", wide.toString(), "1,Ana");
    Program.Result tidy = program.run("tidy", "wide.csv", "--to", "clean", "--as", "xlsx");
    assertThat(tidy.exit()).isEqualTo(1);
    assertThat(tidy.out()).contains("wide.csv: it has more than 16384 columns");
    program.file("long.csv", "id,given name,note", "1,Ana," + "x".repeat(40_000));
    refused(
        program.run("tidy", "long.csv", "--to", "other", "--as", "xlsx"),
        3,
        "40000 letters",
        "write it as CSV");
    assertThat(folder.resolve("other")).doesNotExist();
  }

  @Test
  void aFullDiskUnderAHandoutIsASentence() throws Exception {
    StringBuilder users = new StringBuilder("id,given name,family name\n");
    for (int i = 0; i < 800; i++) {
      users.append(i).append(",Ana,Marlowe").append(i).append('\n');
    }
    program.file("sheets/users.csv", users.toString());
    assertThat(program.run("issue").exit()).isZero();
    for (String ending : List.of("pdf", "html", "xlsx", "csv")) {
      Program.Result handout = program.shell("ulimit -f 40; $RUN handout --to slips." + ending);
      assertThat(handout.exit()).as(ending + handout.err()).isEqualTo(3);
      assertThat(handout.err()).contains("could not be written").doesNotContain("should not");
      assertThat(folder.resolve("slips." + ending)).doesNotExist();
    }
    try (Stream<Path> left = Files.list(folder)) {
      assertThat(left).noneMatch(path -> path.toString().endsWith(".unfinished"));
    }
  }

  @Test
  void aTemporaryFolderThatIsOfNoUseDoesNotMatter() throws Exception {
    assertThat(program.run(List.of("-Djava.io.tmpdir=/proc/none"), "issue").exit()).isZero();
    Program.Result pack =
        program.run(List.of("-Djava.io.tmpdir=" + folder.resolve("missing")), "pack");
    assertThat(pack.exit()).as(pack.err()).isZero();
    // Without a cache folder the library is unpacked as it used to be.
    assertThat(program.shell("$RUN check", "XDG_CACHE_HOME", "/proc/none").exit()).isZero();
  }

  @Test
  void whoRunsOutOfMemoryHearsAtWhichSheet() throws Exception {
    StringBuilder users = new StringBuilder("id,given name,family name\n");
    for (int i = 0; i < 400_000; i++) {
      users.append(i).append(",Ana").append(i).append(",Marlowe").append(i).append('\n');
    }
    program.file("sheets/users.csv", users.toString());
    refused(program.run(List.of("-Xmx24m"), "check"), 3, "memory", "sheets/users.csv");
  }
}
