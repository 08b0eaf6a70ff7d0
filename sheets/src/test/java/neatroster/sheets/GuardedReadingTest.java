package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import neatroster.core.grid.OutOfMemoryInSheetException;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A reader's trouble, a receiver's trouble, and files that stand for far more than they are. */
class GuardedReadingTest {
  private static final String NAMESPACE =
      " xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\"";

  @TempDir Path folder;

  private static Path made(String name) {
    return Path.of("src/test/resources/made", name);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "people.xlsx",
        "people.ods",
        "people.xls",
        "export.xls.html",
        "table.docx",
        "table.odt"
      })
  void whatAReceiverThrowsComesBackAsItIs(String name) throws Exception {
    comesBack(made(name));
  }

  @Test
  void whatAReceiverOfTextThrowsComesBackAsItIs() throws Exception {
    comesBack(Files.writeString(folder.resolve("list.csv"), "code,title\nNAV-1,Coast\nNAV-2,Sea"));
  }

  private static void comesBack(Path path) throws IOException, UnreadableSheetException {
    try (SheetFile file = SheetFiles.open(path, "list")) {
      Sheet sheet = file.sheets().get(0);
      for (RuntimeException thrown :
          List.of(
              new IllegalStateException("full"),
              new java.io.UncheckedIOException(new IOException("full")))) {
        assertThatThrownBy(() -> sheet.read(row -> throwing(thrown, row.number())))
            .isSameAs(thrown);
      }
      assertThatThrownBy(
              () ->
                  sheet.read(
                      row -> {
                        throw new OutOfMemoryError("none left");
                      }))
          .isInstanceOf(OutOfMemoryInSheetException.class);
      int[] rows = {0};
      sheet.read(row -> ++rows[0] > 0);
      assertThat(rows[0]).isGreaterThan(1);
    }
  }

  private static boolean throwing(RuntimeException thrown, int row) {
    if (row > 1) {
      throw thrown;
    }
    return true;
  }

  private Path zip(String name, String... entriesAndContents) throws IOException {
    Path file = folder.resolve(name);
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (int i = 0; i < entriesAndContents.length; i += 2) {
        zip.putNextEntry(new ZipEntry(entriesAndContents[i]));
        zip.write(entriesAndContents[i + 1].getBytes(StandardCharsets.UTF_8));
      }
    }
    return file;
  }

  private Path workbook(String formats, String rows) throws IOException {
    return zip(
        "book.xlsx",
        "[Content_Types].xml",
        "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"><Override"
            + " PartName=\"/xl/workbook.xml\" ContentType=\"application/vnd.openxmlformats-"
            + "officedocument.spreadsheetml.sheet.main+xml\"/><Override PartName=\"/xl/styles.xml\""
            + " ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.styles"
            + "+xml\"/></Types>",
        "xl/workbook.xml",
        "<workbook"
            + NAMESPACE
            + " xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\">"
            + "<sheets><sheet name=\"A\" sheetId=\"1\" r:id=\"rId1\"/></sheets></workbook>",
        "xl/_rels/workbook.xml.rels",
        "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\">"
            + "<Relationship Id=\"rId1\" Type=\"worksheet\" Target=\"worksheets/sheet1.xml\"/>"
            + "</Relationships>",
        "xl/styles.xml",
        "<styleSheet" + NAMESPACE + ">" + formats + "</styleSheet>",
        "xl/worksheets/sheet1.xml",
        "<worksheet" + NAMESPACE + "><sheetData>" + rows + "</sheetData></worksheet>");
  }

  private static List<String> cells(Path path) throws IOException, UnreadableSheetException {
    List<String> cells = new ArrayList<>();
    try (SheetFile file = SheetFiles.open(path, "list")) {
      for (Sheet sheet : file.sheets()) {
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
  void numbersThatNoProgramHoldsStayAsTheyAreWritten() throws Exception {
    String date =
        "<numFmts><numFmt numFmtId=\"164\" formatCode=\"yyyy\"/></numFmts><cellXfs><xf"
            + " numFmtId=\"0\"/><xf numFmtId=\"164\"/></cellXfs>";
    Path book =
        workbook(
            date,
            "<row r=\"1\"><c r=\"A1\"><v>1E999999999</v></c><c r=\"B1\"><v>1E-999999999</v></c>"
                + "<c r=\"C1\" s=\"1\"><v>1E9999999</v></c><c r=\"D1\"><v>1.2E+11</v></c>"
                + "<c r=\"E1\"><f>A1</f><v>417</v></c></row>");
    assertThat(cells(book))
        .containsExactly("1E+999999999", "1E-999999999", "1E+9999999", "120000000000", "417");
  }

  @Test
  void aNumberFormatOfMillionsOfZerosMakesNoCellOfThem() throws Exception {
    String zeros = "0".repeat(3_000_000);
    Path book =
        workbook(
            "<numFmts><numFmt numFmtId=\"164\" formatCode=\""
                + zeros
                + "\"/></numFmts><cellXfs><xf numFmtId=\"164\"/></cellXfs>",
            "<row r=\"1\"><c r=\"A1\" s=\"0\"><v>7</v></c></row>".repeat(50));
    assertThat(cells(book)).hasSize(50).containsOnly("7");
  }

  private static final String ODS_BEGIN =
      "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\""
          + " xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\""
          + " xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\"><office:body>"
          + "<office:spreadsheet>";
  private static final String ODS_END =
      "</office:spreadsheet></office:body></office:document-content>";

  @Test
  void repeatedRowsTimesRepeatedColumnsAreASentence() throws Exception {
    String table =
        "<table:table table:name=\"A\"><table:table-row table:number-rows-repeated=\"10000\">"
            + "<table:table-cell table:number-columns-repeated=\"16384\"><text:p>x</text:p>"
            + "</table:table-cell></table:table-row></table:table>";
    Path book = zip("book.ods", "content.xml", ODS_BEGIN + table + ODS_END);
    assertThatThrownBy(() -> cells(book))
        .isInstanceOf(UnreadableSheetException.class)
        .hasMessageContaining("unfolds to more cells");
  }

  @Test
  @Timeout(value = 60, unit = TimeUnit.SECONDS)
  void thousandsOfTabsAreReadOnce() throws Exception {
    StringBuilder tables = new StringBuilder();
    for (int i = 0; i < 3000; i++) {
      tables
          .append("<table:table table:name=\"T")
          .append(i)
          .append("\"><table:table-row><table:table-cell><text:p>c")
          .append(i)
          .append("</text:p></table:table-cell></table:table-row></table:table>");
    }
    Path book = zip("book.ods", "content.xml", ODS_BEGIN + tables + ODS_END);
    try (SheetFile file = SheetFiles.open(book, "book.ods")) {
      assertThat(file.sheets()).hasSize(3000);
      for (Sheet sheet : file.sheets()) {
        assertThat(sheet.hidden().isNothing()).isTrue();
        List<String> cells = new ArrayList<>();
        sheet.read(row -> cells.add(row.cell(0).toString()));
        assertThat(cells).containsExactly(sheet.name().sheet().replace('T', 'c'));
      }
    }
  }

  @Test
  void rowsOfASecondTableAreItsOwnAlsoWhereNothingIsHeld() throws Exception {
    String rows =
        "<table:table-row><table:table-cell><text:p>x</text:p></table:table-cell></table:table-row>"
            .repeat(150_000);
    Path book =
        zip(
            "book.ods",
            "content.xml",
            ODS_BEGIN
                + "<table:table table:name=\"A\">"
                + rows
                + "</table:table><table:table table:name=\"B\"><table:table-row><table:table-cell>"
                + "<text:p>last</text:p></table:table-cell></table:table-row></table:table>"
                + ODS_END);
    try (SheetFile file = SheetFiles.open(book, "book.ods")) {
      int[] count = {0};
      file.sheets().get(0).read(row -> ++count[0] > 0);
      assertThat(count[0]).isEqualTo(150_000);
      List<String> second = new ArrayList<>();
      file.sheets().get(1).read(row -> second.add(row.cell(0).toString()));
      assertThat(second).containsExactly("last");
    }
  }

  @Test
  void spansOfPagesAndDocumentsAreCounted() throws Exception {
    String row = "<tr>" + "<td colspan=999>x".repeat(400) + "</tr>";
    Path page =
        Files.writeString(
            folder.resolve("page.html"), "<html><table>" + row.repeat(100) + "</table></html>");
    assertThatThrownBy(() -> cells(page))
        .isInstanceOf(UnreadableSheetException.class)
        .hasMessageContaining("unfolds to more cells");
    String cell = "<w:tc><w:tcPr><w:gridSpan w:val=\"999\"/></w:tcPr></w:tc>";
    Path document =
        zip(
            "list.docx",
            "word/document.xml",
            "<w:document xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\">"
                + "<w:tbl>"
                + ("<w:tr>" + cell.repeat(100) + "</w:tr>").repeat(60)
                + "</w:tbl></w:document>");
    assertThatThrownBy(() -> cells(document)).isInstanceOf(UnreadableSheetException.class);
  }

  @Test
  void aLineWithoutAnEndIsNoRow() throws Exception {
    Path file = folder.resolve("line.csv");
    try (OutputStream out = Files.newOutputStream(file)) {
      out.write("code,title\n".getBytes(StandardCharsets.US_ASCII));
      byte[] block = "abcdefg,".repeat(8192).getBytes(StandardCharsets.US_ASCII);
      for (int i = 0; i < 800; i++) {
        out.write(block);
      }
    }
    assertThatThrownBy(() -> cells(file))
        .isInstanceOf(UnreadableSheetException.class)
        .hasMessageContaining("larger than anybody types");
  }

  @Test
  void aWorkbookOfTooManyRowsGoesOnInTheNextSheet() throws Exception {
    Path file = folder.resolve("long.xlsx");
    try (XlsxRows rows = new XlsxRows(Files.newOutputStream(file), "users", "Neat Roster", 4)) {
      rows.row(List.of("id", "name"));
      for (int i = 1; i <= 7; i++) {
        rows.row(List.of(String.valueOf(i), "Ana"));
      }
      assertThatThrownBy(() -> rows.row(List.of("x".repeat(32_768))))
          .hasMessageContaining("32768 letters");
    }
    try (SheetFile book = SheetFiles.open(file, "long.xlsx")) {
      assertThat(book.sheets().stream().map(sheet -> sheet.name().sheet()))
          .containsExactly("users", "users 2", "users 3");
    }
    assertThat(cells(file))
        .containsSequence("3", "Ana", "id", "name", "4", "Ana")
        .endsWith("id", "name", "7", "Ana");
  }
}
