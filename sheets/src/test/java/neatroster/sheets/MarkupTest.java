package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import neatroster.core.grid.HelperSheet;
import neatroster.core.grid.UnreadableSheetException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What stands around the cells: merged ones, hidden ones, comments, colours. */
class MarkupTest {
  @TempDir Path folder;

  private XlsxMarkup markup(String xml) throws Exception {
    Path file = folder.resolve("sheet.zip");
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      zip.putNextEntry(new ZipEntry("sheet.xml"));
      zip.write(xml.getBytes(StandardCharsets.UTF_8));
    }
    try (ZipFile zip = new ZipFile(file.toFile())) {
      return XlsxMarkup.of(zip, "sheet.xml");
    }
  }

  @Test
  void mergedAndHiddenPartsAreFoundAmongAllTheOtherTags() throws Exception {
    String cells = "<c r=\"A1\" s=\"1\" t=\"s\"><v>0</v></c>".repeat(4000);
    XlsxMarkup markup =
        markup(
            "<worksheet><cols><col min='2' max='3' width='9' hidden='1'/><col min='4' max='4'"
                + " hidden='false'/></cols><sheetData><row r='1' hidden='true'>"
                + cells
                + "</row><row r='2' hidden=\"0\"/><row r='3' hidden=\"1\"/></sheetData>"
                + "<mergeCells count='3'><mergeCell ref='B2:B5'/><mergeCell ref=\"A1:C1\"/>"
                + "<mergeCell ref='AA7:AB9'/></mergeCells></worksheet>");
    assertThat(markup.hiddenRows()).isEqualTo(2);
    assertThat(markup.hiddenColumns()).containsExactly(1, 2);
    assertThat(markup.merges()).isTrue();
    assertThat(markup.lastRow(2, 1)).isEqualTo(5);
    // Merged over columns alone, a cell reaches no row below.
    assertThat(markup.lastRow(1, 0)).isEqualTo(1);
    assertThat(markup.lastRow(7, 26)).isEqualTo(9);
    assertThat(markup.rightmost()).isEqualTo(26);
  }

  @Test
  void tagsThatNobodyEndsOrThatGoOnForeverDoNoHarm() throws Exception {
    assertThat(markup("<row r='1' " + "x".repeat(100_000) + " hidden='1'>").hiddenRows()).isZero();
    assertThat(markup("<mergeCell ref='A1:B").merges()).isFalse();
    assertThat(markup("<mergeCell ref='A1:A99999999999'/><r><c></c>").merges()).isFalse();
    assertThatThrownBy(() -> markup("<v>" + "1".repeat(500_000)))
        .isInstanceOf(UnreadableSheetException.class);
  }

  @Test
  void aCellReachesDownToItsLastRowAndNoFurther() {
    RowSpans spans = new RowSpans();
    assertThat(spans.rightmost()).isEqualTo(-1);
    spans.begin(2, 5, "NAV-1");
    assertThat(spans.at(5, 2)).isEqualTo("NAV-1");
    assertThat(spans.at(6, 2)).isNull();
    assertThat(spans.at(5, 1)).isNull();
    spans.begin(2, 8, "NAV-2");
    assertThat(spans.at(7, 2)).isEqualTo("NAV-2");
    assertThat(spans.rightmost()).isEqualTo(2);
  }

  @ParameterizedTest
  @CsvSource({
    "=1+1, '''=1+1'",
    "@SUM(A1), '''@SUM(A1)'",
    "-2+3|cmd, '''-2+3|cmd'",
    "+90 days, +90 days",
    "+2 weeks, +2 weeks",
    "+44 20 7946 0123, +44 20 7946 0123",
    "-, -",
    "plain, plain",
  })
  void whatASpreadsheetProgramWouldRunStandsBehindAnApostrophe(String value, String written) {
    assertThat(CsvRows.withoutFormula(value)).isEqualTo(written);
  }

  @ParameterizedTest
  @CsvSource({
    "Intake, Intake",
    "a/b: [c]?, 'a b   c'",
    "'', Sheet",
    "A name that is much longer than any tab can be, A name that is much longer than",
  })
  void tabsHaveNamesThatEveryProgramTakes(String name, String safe) {
    assertThat(XlsxRows.safeName(name)).isEqualTo(safe);
  }

  @Test
  void theMarkedBookListsWhatWasFoundAndKeepsTheRowsInTheirPlaces() throws Exception {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (AnnotatedWorkbook book = new AnnotatedWorkbook(bytes)) {
      book.beginList("Mend and check again.");
      book.finding(
          "error",
          List.of("bad-email", "users", "B7", "email", "no @", "x@y.example"),
          "users",
          "B7");
      book.remark("That is all.");
      book.endList();
      book.beginCopy("users", 3);
      book.beginRow(3);
      book.cell(0, "name", null, null);
      book.beginRow(7);
      book.cell(0, "=1+1", null, null);
      book.cell(1, "nowhere", "error", "no @\nType x@y.example");
      book.endCopy();
    }
    Path file = folder.resolve("marked.xlsx");
    try (OutputStream out = Files.newOutputStream(file)) {
      bytes.writeTo(out);
    }
    List<String> rows = new ArrayList<>();
    try (SheetFile workbook = SheetFiles.open(file, "marked.xlsx")) {
      assertThat(HelperSheet.is(workbook.sheets().get(0))).isTrue();
      assertThat(HelperSheet.is(workbook.sheets().get(1))).isFalse();
      workbook
          .sheets()
          .get(1)
          .read(
              row -> {
                if (!row.isBlank()) {
                  rows.add(row.number() + " " + row.cell(0) + " " + row.cell(1));
                }
                return true;
              });
    }
    assertThat(rows).containsExactly("3 name ", "7 =1+1 nowhere");
    try (ZipFile zip = new ZipFile(file.toFile())) {
      String links = text(zip, "xl/worksheets/sheet1.xml").replace("&apos;", "'");
      assertThat(links).contains("'users'!B7");
      assertThat(text(zip, "xl/comments2.xml")).contains("Type x@y.example");
    }
  }

  private static String text(ZipFile zip, String entry) throws Exception {
    try (var in = zip.getInputStream(zip.getEntry(entry))) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }
}
