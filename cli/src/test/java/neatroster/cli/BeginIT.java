package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A new roster folder, made and used by the built program. */
class BeginIT {
  @TempDir Path temp;

  @ParameterizedTest
  @ValueSource(strings = {"xlsx", "ods", "csv"})
  void theStarterIsUnderstoodWholeAndItsExamplesAreSkipped(String starter) throws Exception {
    Program program = new Program(temp);
    assertThat(program.run("begin", "school", "--starter", starter).exit()).isZero();
    Program.Result inspect = program.run("inspect", "--folder", "school");
    assertThat(inspect.exit()).isZero();
    assertThat(inspect.out().split("skipped as example row: row 2", -1)).hasSize(5);
    assertThat(inspect.out())
        .doesNotContain("left alone")
        .contains("every header is one of our own names");
    Program.Result check = program.run("check", "--folder", "school");
    assertThat(check.exit()).isZero();
    assertThat(check.out()).contains("There are no rows yet");
    // The settings that it writes say what the defaults are.
    assertThat(check.err()).isEmpty();
  }

  @Test
  void theWorkbookHasCommentsChoicesAndAHeaderThatStays() throws Exception {
    Program program = new Program(temp);
    program.run("begin", "school");
    try (ZipFile zip = new ZipFile(temp.resolve("school/sheets/starter.xlsx").toFile())) {
      String users = text(zip, "xl/worksheets/sheet1.xml");
      assertThat(users).contains("state=\"frozen\"").contains("active,suspended,removed");
      assertThat(text(zip, "xl/comments1.xml")).contains("Leave it blank to have one made");
    }
  }

  private static String text(ZipFile zip, String entry) throws Exception {
    try (var in = zip.getInputStream(zip.getEntry(entry))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }

  @Test
  void aFolderThatIsOneAlreadyIsNotTouched() throws Exception {
    Program program = new Program(temp);
    program.file("school/roster.yaml", "dates: ask");
    assertThat(program.run("begin", "school").exit()).isEqualTo(2);
    assertThat(Files.readString(temp.resolve("school/roster.yaml"))).isEqualTo("dates: ask\n");
    program.file("file.txt", "x");
    assertThat(program.run("begin", "file.txt").exit()).isEqualTo(3);
  }
}
