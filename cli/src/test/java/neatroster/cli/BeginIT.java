package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
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
    assertThat(inspect.out().split("nothing filled in yet", -1))
        .hasSize(starter.equals("csv") ? 5 : 2);
    assertThat(inspect.out()).doesNotContain("left alone", "hidden");
    JsonNode json =
        new ObjectMapper()
            .readTree(program.run("inspect", "--folder", "school", "--format", "json").out());
    assertThat(json.get("sheets")).hasSize(4);
    for (JsonNode sheet : json.get("sheets")) {
      assertThat(sheet.get("skipped").findValuesAsText("why")).containsExactly("example row");
      assertThat(sheet.get("columns").findValuesAsText("by")).containsOnly("name");
    }
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
      assertThat(users).contains("outlineLevel=\"1\"").contains("hidden=\"true\"");
      assertThat(text(zip, "xl/comments1.xml")).contains("Leave it blank to have one made");
    }
  }

  @Test
  void anExampleThatIsHalfWrittenOverGetsNobodyItsAddress() throws Exception {
    Program program = new Program(temp);
    program.run("begin", "school", "--starter", "csv");
    Path users = temp.resolve("school/sheets/users.csv");
    String starter = Files.readString(users);
    Files.writeString(users, starter.replace("Wren,Halyard", "Ana,Marlowe"));
    Program.Result check = program.run("check", "--folder", "school");
    assertThat(check.exit()).isEqualTo(1);
    assertThat(check.out())
        .contains("example-left", "wren.halyard@pier.example")
        .contains("1 user");
    assertThat(program.run("issue", "--folder", "school").exit()).isEqualTo(1);
    // What was only deleted is nobody's.
    Files.writeString(users, starter.replaceAll("An example[^\"]*", "").replace("EXAMPLE-1", ""));
    assertThat(program.run("check", "--folder", "school").out()).contains("There are no rows yet");
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
