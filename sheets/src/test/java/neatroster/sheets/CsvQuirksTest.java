package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** CSV as it is found in the wild. */
class CsvQuirksTest {
  @TempDir Path folder;

  private static List<List<String>> rows(Path path) throws Exception {
    List<List<String>> rows = new ArrayList<>();
    try (SheetFile file = SheetFiles.open(path, "test.csv")) {
      Sheet sheet = file.sheets().get(0);
      assertThat(sheet.facts().format()).isEqualTo("csv");
      sheet.read(
          row -> {
            List<String> cells = new ArrayList<>();
            for (int i = 0; i < row.size(); i++) {
              cells.add(row.cell(i).toString());
            }
            assertThat(row.number()).isEqualTo(rows.size() + 1);
            assertThat(row.cell(row.size() + 5)).isEmpty();
            return rows.add(cells);
          });
    }
    return rows;
  }

  private List<List<String>> rows(String text) throws Exception {
    return rows(Files.writeString(folder.resolve("test.csv"), text));
  }

  static Stream<Arguments> quirks() {
    return Stream.of(
        Arguments.of("a,b\rc,d\r", List.of(List.of("a", "b"), List.of("c", "d"))),
        Arguments.of("a,b\r\nc,d", List.of(List.of("a", "b"), List.of("c", "d"))),
        Arguments.of("a,b\nc,d\n\n", List.of(List.of("a", "b"), List.of("c", "d"), List.of())),
        Arguments.of("a,,\n", List.of(List.of("a", "", ""))),
        Arguments.of("\"a\",\"\"\n", List.of(List.of("a", ""))),
        Arguments.of("5\" pipe,b\n", List.of(List.of("5\" pipe", "b"))),
        Arguments.of("\"a;b\",c\n", List.of(List.of("a;b", "c"))),
        Arguments.of("a;\"b;c\";d\n", List.of(List.of("a", "b;c", "d"))),
        Arguments.of("a\tb c\td\n", List.of(List.of("a", "b c", "d"))),
        Arguments.of(
            "one,two,three\n,,\"; ; ;\n; ; ;\n;\"\n",
            List.of(List.of("one", "two", "three"), List.of("", "", "; ; ;\n; ; ;\n;"))),
        Arguments.of("#a,b\n", List.of(List.of("#a", "b"))),
        Arguments.of("\"a\nb\",c\nd,e\n", List.of(List.of("a\nb", "c"), List.of("d", "e"))),
        Arguments.of("名,Ünal,🐚\n", List.of(List.of("名", "Ünal", "🐚"))));
  }

  @ParameterizedTest
  @MethodSource("quirks")
  void readsWhatSpreadsheetProgramsWrite(String text, List<List<String>> expected)
      throws Exception {
    assertThat(rows(text)).isEqualTo(expected);
  }

  @Provide
  Arbitrary<List<List<String>>> tables() {
    Arbitrary<String> cell =
        Arbitraries.strings()
            .withChars("ab,;\"'|\t \n\rÄ名=")
            .ofMaxLength(6)
            // A bare line end of the old kind inside a cell is read as written; the guard adds a
            // sign.
            .filter(text -> CsvRows.withoutFormula(text).equals(text));
    return cell.list().ofSize(3).list().ofMinSize(1).ofMaxSize(8);
  }

  @Property
  void whatIsWrittenIsReadBack(@ForAll("tables") List<List<String>> table) throws Exception {
    Path file = Files.createTempFile("neat-roster", ".csv");
    List<List<String>> withHeader = new ArrayList<>();
    withHeader.add(List.of("one", "two", "three"));
    withHeader.addAll(table);
    try (CsvRows rows = CsvRows.forPeople(Files.newOutputStream(file))) {
      withHeader.forEach(rows::row);
    }
    assertThat(rows(file)).isEqualTo(withHeader);
    Files.delete(file);
  }

  @Test
  void readingStopsWhenThereIsEnough() throws Exception {
    Path file = folder.resolve("long.csv");
    Files.writeString(file, "a,b\n".repeat(100_000));
    int[] rows = {0};
    try (SheetFile opened = SheetFiles.open(file, "long.csv")) {
      opened.sheets().get(0).read(row -> ++rows[0] < 3);
    }
    assertThat(rows[0]).isEqualTo(3);
  }

  @Test
  void aCellWithoutAnEndIsRefusedInsteadOfFillingTheMemory() throws Exception {
    Path file = folder.resolve("huge.csv");
    Files.writeString(file, "a,b\n1,\"" + "x".repeat(20_000_000) + "\n");
    assertThatThrownBy(() -> rows(file))
        .isInstanceOfSatisfying(
            UnreadableSheetException.class, e -> assertThat(e.row()).isEqualTo(2))
        .hasMessageContaining("larger than anybody types");
  }

  @Test
  void aLetterThatIsNoneIsMarkedInItsRow() throws Exception {
    byte[] good = ("name\n" + "Zoë\n".repeat(100_000)).getBytes(StandardCharsets.UTF_8);
    byte[] bad = "Jos\u00e9\n".getBytes(StandardCharsets.ISO_8859_1);
    byte[] all = new byte[good.length + bad.length];
    System.arraycopy(good, 0, all, 0, good.length);
    System.arraycopy(bad, 0, all, good.length, bad.length);
    Path file = Files.write(folder.resolve("mixed.csv"), all);
    assertThat(rows(file).get(100_000)).containsExactly("Zoë");
    assertThat(rows(file).get(100_001)).containsExactly("Jos\ufffd");
  }

  @Test
  void formatsAreToldByContentNotByName() throws Exception {
    Path text = Files.writeString(folder.resolve("list.xlsx"), "a,b\n");
    assertThat(rows(text)).containsExactly(List.of("a", "b"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiterString = "=>",
      value = {
        // A mark that is not closed ends with its line; the rows behind it are rows.
        "a,b\\n1,\"open\\n2,ok\\n3,x => 1,open 2,ok 3,x",
        "a,b\\n1,\"open\\n => 1,open",
        "a,b\\n\"Robert \"Bob\"\",Quill\\n2,x => Robert \"Bob\",Quill 2,x",
        "a,b\\n\"Robert\" ,Quill => Robert,Quill",
        "a,b\\n1,\"two\\nlines\"\\n\"x\"y,z => 1,two/lines x\"y,z",
        "a,b\\n\"say \"\"ah\"\"\",2 => say \"ah\",2"
      })
  void badlyQuotedRowsAreReadAsAPersonWould(String text, String read) throws Exception {
    Path file = folder.resolve("quoted.csv");
    Files.writeString(file, text.replace("\\n", "\n"));
    List<String> found = new ArrayList<>();
    try (SheetFile open = SheetFiles.open(file, "quoted.csv")) {
      open.sheets()
          .get(0)
          .read(
              row -> {
                if (row.number() > 1 && !row.isBlank()) {
                  found.add(row.cell(0) + "," + row.cell(1).toString().replace('\n', '/'));
                }
                return true;
              });
    }
    assertThat(String.join(" ", found)).isEqualTo(read);
  }

  @ParameterizedTest
  @CsvSource(
      delimiterString = "=>",
      value = {
        "A list, of ours\\ncode;title\\nNAV-1;Coast, near\\nNAV-2;Sea => ;",
        "code^title\\nNAV-1^Coast\\nNAV-2^Sea => ^",
        "code~title\\nNAV-1~Coast\\nNAV-2~Sea => ~",
        "at 10:30 o'clock\\nwe meet => ,",
        "name,score\\n\"a;b\",1\\n\"c;d\",2 => ,"
      })
  void theSeparatorIsWhatMakesATable(String text, String separator) {
    assertThat(SeparatorGuess.of(text.replace("\\n", "\n")).orElse(','))
        .isEqualTo(separator.charAt(0));
  }
}
