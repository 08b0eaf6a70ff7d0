package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JsonTableTest {
  @TempDir Path temp;

  private List<String> read(String text) throws Exception {
    Path file = Files.writeString(temp.resolve("list.json"), text);
    List<String> rows = new ArrayList<>();
    try (SheetFile sheets = SheetFiles.open(file, "list.json")) {
      for (Sheet sheet : sheets.sheets()) {
        sheet.read(
            row -> {
              StringBuilder line = new StringBuilder();
              for (int i = 0; i < row.size(); i++) {
                line.append(i == 0 ? "" : " | ").append(row.cell(i));
              }
              String tab = sheet.name().sheet() == null ? "" : sheet.name().sheet() + ": ";
              return rows.add(tab + line);
            });
      }
    }
    return rows;
  }

  @Test
  void keysAreHeadersAlsoOfObjectsWithinAndListsHaveSemicolons() throws Exception {
    assertThat(
            read(
                """
                [{"id": 1, "name": {"first": "Ana"}, "courses": ["NAV-1", "NAV-2"], "x": null},
                 {"id": 2, "grade": 7, "active": true, "more": [{"y": 1}]}]
                """))
        .containsExactly(
            "id | name first | courses | x | grade | active | more",
            "1 | Ana | NAV-1; NAV-2 |  |  |  | ",
            "2 |  |  |  | 7 | true | ");
  }

  @Test
  void listsByNameAreSheetsAndObjectsOnLinesAreRows() throws Exception {
    assertThat(read("{\"people\": [{\"id\": 1}], \"courses\": [{\"code\": \"N\"}]}"))
        .containsExactly("people: id", "people: 1", "courses: code", "courses: N");
    assertThat(read("{\"id\": 1}\n{\"id\": 2}\n")).containsExactly("id", "1", "2");
  }

  @Test
  void whatBreaksOffIsSaidWithItsLine() {
    assertThatThrownBy(() -> read("[{\"id\": 1},\n{\"id\": "))
        .isInstanceOf(UnreadableSheetException.class)
        .hasMessageContaining("breaks off");
  }

  @ParameterizedTest
  @CsvSource({"%PDF-1.7 ..., PDF", "GIF89a...., picture", "{\\rtf1 x, RTF"})
  void otherKindsOfFilesAreNamedWithWhatToDo(String begin, String kind) throws Exception {
    Path file = temp.resolve("other");
    Files.write(file, begin.getBytes(StandardCharsets.ISO_8859_1));
    assertThatThrownBy(() -> SheetFiles.open(file, "other")).hasMessageContaining(kind);
  }
}
