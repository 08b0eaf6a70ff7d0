package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SheetFilesTest {
  @TempDir Path folder;

  private Path file(String name, byte[] content) throws IOException {
    return Files.write(folder.resolve(name), content);
  }

  private Path file(String name, String content) throws IOException {
    return file(name, content.getBytes(StandardCharsets.UTF_8));
  }

  /** Each row as its number and its cells. */
  private static List<String> rows(Path path) throws IOException, UnreadableSheetException {
    List<String> rows = new ArrayList<>();
    try (SheetFile file = SheetFiles.open(path, path.getFileName().toString())) {
      for (Sheet sheet : file.sheets()) {
        sheet.read(
            row -> {
              StringBuilder cells = new StringBuilder(row.number() + ":");
              for (int i = 0; i < row.size(); i++) {
                cells.append(i == 0 ? "" : "|").append(row.cell(i));
              }
              return rows.add(cells.toString());
            });
      }
    }
    return rows;
  }

  @Test
  void rowsAreCountedAsASpreadsheetProgramCountsThem() throws Exception {
    Path path =
        file("a.csv", "\uFEFFcode,title\r\n\r\nNAV-1,\"two\nlines, \"\"quoted\"\"\"\r\nNAV-2,x");
    assertThat(rows(path))
        .containsExactly("1:code|title", "2:", "3:NAV-1|two\nlines, \"quoted\"", "4:NAV-2|x");
  }

  @ParameterizedTest
  @CsvSource(
      delimiterString = "=>",
      value = {
        "a;b,c;d => ;",
        "a\\tb\\tc,d => \\t",
        "a|b|c => |",
        "\"a;b;c\",d => ,",
        "alone => ,"
      })
  void theSeparatorIsTold(String line, String separator) {
    String text = line.replace("\\t", "\t");
    char expected = separator.equals("\\t") ? '\t' : separator.charAt(0);
    assertThat(SeparatorGuess.of(text + "\n").orElse(',')).isEqualTo(expected);
  }

  @Test
  void cellsOfAWorkbookAreWhatTheUserSees() throws Exception {
    Path path = folder.resolve("book.csv");
    try (OutputStream out = Files.newOutputStream(path);
        Workbook workbook = new Workbook(out, "test", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("Intake");
      sheet.value(0, 0, "id");
      sheet.value(1, 0, 417);
      sheet.style(1, 0).format("000000").set();
      sheet.value(1, 1, 120000000000L);
      sheet.value(1, 2, java.time.LocalDate.of(2027, 1, 31));
      sheet.style(1, 2).format("dd.mm.yyyy").set();
      sheet.value(1, 3, true);
      sheet.value(1, 4, 2.5);
      sheet.value(3, 1, "behind a gap");
    }
    assertThat(rows(path))
        .containsExactly("1:id", "2:000417|120000000000|2027-01-31|true|2.5", "4:|behind a gap");
  }

  @Test
  void whatCannotBeReadIsSaidInPlainWords() throws Exception {
    assertThatThrownBy(() -> rows(file("empty.csv", "")))
        .isInstanceOfSatisfying(
            UnreadableSheetException.class, e -> assertThat(e.isNotATable()).isTrue());
    assertThatThrownBy(() -> rows(file("photo.csv", new byte[] {1, 2, 0, 4, 0})))
        .isInstanceOf(UnreadableSheetException.class)
        .hasMessageContaining("neither text nor a workbook");
    assertThatThrownBy(() -> rows(file("broken.xlsx", "PK\u0003\u0004 and no more")))
        .isInstanceOf(UnreadableSheetException.class)
        .hasMessageContaining("damaged");
  }

  @ParameterizedTest
  @CsvSource({
    "=1+1, '''=1+1'",
    "@SUM(A1), '''@SUM(A1)'",
    "+49 30 1234, +49 30 1234",
    "-, -",
    "+cmd|x, '''+cmd|x'",
    "plain, plain"
  })
  void writtenValuesAreNoFormulas(String value, String written) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (CsvRows rows = CsvRows.forPeople(bytes)) {
      rows.row(List.of("a", value));
    }
    assertThat(bytes.toString(StandardCharsets.UTF_8)).isEqualTo("\ufeffa," + written + "\r\n");
  }
}
