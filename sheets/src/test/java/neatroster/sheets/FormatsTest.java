package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.RowWriter;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import org.apache.poi.poifs.crypt.EncryptionInfo;
import org.apache.poi.poifs.crypt.EncryptionMode;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;
import org.dhatim.fastexcel.Workbook;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Files that spreadsheet programs and word processors wrote, and files that somebody made to do
 * harm.
 */
class FormatsTest {
  @TempDir Path folder;

  private static Path made(String name) {
    return Path.of("src/test/resources/made", name);
  }

  private static List<String> rows(Path path) throws IOException, UnreadableSheetException {
    List<String> rows = new ArrayList<>();
    try (SheetFile file = SheetFiles.open(path, path.getFileName().toString())) {
      for (Sheet sheet : file.sheets()) {
        sheet.read(
            row -> {
              List<String> cells = new ArrayList<>();
              for (int i = 0; i < row.size(); i++) {
                cells.add(row.cell(i).toString());
              }
              if (!row.isBlank()) {
                rows.add(row.number() + ":" + String.join("|", cells).replaceAll("\\|+$", ""));
              }
              return true;
            });
      }
    }
    return rows;
  }

  @ParameterizedTest
  @ValueSource(strings = {"people.ods", "people.xls", "people.xlsx"})
  void aSpreadsheetProgramsFilesAreReadAlike(String name) throws Exception {
    assertThat(rows(made(name)))
        .containsExactly(
            "1:Student list 2027",
            "3:Vorname|Nachname|E-Mail|Geburtsdatum|Schülernummer",
            "4:Zoë|Großmann|zoe@pier.example|2011-04-03|000417",
            "5:Анна|Чайка|anna@pier.example|2012-11-12|000418");
  }

  @ParameterizedTest
  @CsvSource({
    "people.ods, ods",
    "people.xls, xls",
    "people.xlsx, xlsx",
    "table.odt, odt",
    "list.docx, docx",
    "export.xls.html, html"
  })
  void formatsAreToldByContent(String name, String format) throws Exception {
    Path copy = Files.copy(made(name), folder.resolve("anything.csv"));
    try (SheetFile file = SheetFiles.open(copy, "anything.csv")) {
      assertThat(file.sheets().get(0).facts().format()).isEqualTo(format);
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"table.odt", "table.docx"})
  void tablesOfAWordProcessorAreRead(String name) throws Exception {
    assertThat(rows(made(name)))
        .containsExactly(
            "1:Name|Email", "2:Ana Marlowe|ana@pier.example", "3:Bo Finch|bo@pier.example");
  }

  @ParameterizedTest
  @ValueSource(strings = {"list.odt", "list.docx"})
  void listsOfAWordProcessorAreRead(String name) throws Exception {
    assertThat(rows(made(name)))
        .extracting(row -> row.replaceFirst("^\\d+:", ""))
        .containsExactly("Ana Marlowe", "Bo Finch", "Łucja Wiśniakowska", "Mei Lin");
  }

  @Test
  void tablesOfAWebPageAreRead() throws Exception {
    assertThat(rows(made("export.xls.html")))
        .containsExactly("1:Crew of 2027", "2:Nom|Prénom", "3:Lebrun|Zoé");
  }

  @ParameterizedTest
  @CsvSource({
    "UTF-8, utf-8",
    "UTF-16LE, utf-16le",
    "UTF-16BE, utf-16be",
    "windows-1252, windows-1252",
    "windows-1250, windows-1250",
    "windows-1251, windows-1251",
    "windows-1253, windows-1253",
  })
  void encodingsAreDetected(String charset, String told) throws Exception {
    String sample =
        switch (charset) {
          case "windows-1251" -> "Анна Корабельникова и Дмитрий Чайковский живут в порту\n";
          case "windows-1253" -> "Ελένη Θαλασσινού και Γιώργος Καραβάς μένουν στο λιμάνι\n";
          case "windows-1250" -> "Łucja Wiśniakowska, Tomáš Žluťoučký, Żaneta Ćwiękała\n";
          default -> "José Ibáñez, Zoë Großmann, Chloé Lefèvre, João Conceição\n";
        };
    String text = "name;note\n" + sample.replace("\n", ";x\n").repeat(6);
    Path file = Files.write(folder.resolve("list.csv"), text.getBytes(Charset.forName(charset)));
    try (SheetFile opened = SheetFiles.open(file, "list.csv")) {
      assertThat(opened.sheets().get(0).facts().encoding()).isEqualTo(told);
      assertThat(opened.sheets().get(0).facts().separator()).isEqualTo(";");
    }
    assertThat(rows(file).get(1)).contains(sample.strip().split("[;]", -1)[0]);
  }

  @Test
  void marksOfByteOrderAreNoLetters() throws Exception {
    for (String charset : List.of("UTF-8", "UTF-16LE", "UTF-16BE")) {
      byte[] bytes = "\uFEFFname\nZoë\n".getBytes(Charset.forName(charset));
      Path file = Files.write(folder.resolve(charset + ".csv"), bytes);
      assertThat(rows(file)).containsExactly("1:name", "2:Zoë");
    }
  }

  @Test
  void aBombIsNotUnpacked() throws Exception {
    Path bomb = folder.resolve("bomb.xlsx");
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(bomb))) {
      zip.putNextEntry(new ZipEntry("xl/sharedStrings.xml"));
      byte[] zeros = new byte[1 << 20];
      for (int i = 0; i < 100; i++) {
        zip.write(zeros);
      }
      zip.closeEntry();
    }
    assertThatThrownBy(() -> rows(bomb)).hasMessageContaining("unpacks to more");
  }

  @Test
  void tablesWithinTablesEndInOneLine() throws Exception {
    Path page = folder.resolve("deep.html");
    Files.writeString(page, "<table><tr><td>".repeat(5000) + "</td></tr></table>".repeat(5000));
    assertThatThrownBy(() -> rows(page)).hasMessageContaining("no table on the page");
  }

  private Path ods(String rows) throws IOException {
    Path file = folder.resolve("made.ods");
    String content =
        "<?xml version=\"1.0\"?>"
            + "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\""
            + " xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\""
            + " xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\"><office:spreadsheet>"
            + "<table:table table:name=\"A\">"
            + rows
            + "</table:table></office:spreadsheet></office:document-content>";
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      zip.putNextEntry(new ZipEntry("content.xml"));
      zip.write(content.getBytes(StandardCharsets.UTF_8));
      zip.closeEntry();
    }
    return file;
  }

  private static String cell(String attributes, String text) {
    return "<table:table-cell " + attributes + "><text:p>" + text + "</text:p></table:table-cell>";
  }

  @Test
  void cellsAndRowsOfAnOpenDocumentThatRepeatAreWrittenOut() throws Exception {
    String blank = "<table:table-cell table:number-columns-repeated=\"16000\"/>";
    Path file =
        ods(
            "<table:table-row>"
                + cell("table:number-columns-repeated=\"2\"", "a")
                + "<table:covered-table-cell/>"
                + cell("", "b<text:s text:c=\"2\"/>c<text:tab/>d")
                + blank
                + "</table:table-row>"
                + "<table:table-row table:number-rows-repeated=\"3\">"
                + blank
                + "</table:table-row>"
                + "<table:table-row table:number-rows-repeated=\"2\">"
                + cell("", "again")
                + "</table:table-row>"
                + "<table:table-row table:number-rows-repeated=\"1048000\">"
                + blank
                + "</table:table-row>");
    assertThat(rows(file)).containsExactly("1:a|a||b  c\td", "5:again", "6:again");
  }

  @Test
  void numbersAndDatesOfAnOpenDocumentAreWhatTheyStandFor() throws Exception {
    Path file =
        ods(
            "<table:table-row>"
                + cell("office:value-type=\"float\" office:value=\"123456789012\"", "1.23E+11")
                + cell("office:value-type=\"float\" office:value=\"417\"", "000417")
                + cell("office:value-type=\"date\" office:date-value=\"2011-04-03\"", "3. Apr 11")
                + "<table:table-cell><office:annotation><text:p>a remark</text:p>"
                + "</office:annotation><text:p>one</text:p><text:p>two</text:p></table:table-cell>"
                + "</table:table-row>");
    assertThat(rows(file)).containsExactly("1:123456789012|000417|2011-04-03|one\ntwo");
  }

  @Test
  void entitiesAreNotFetched() throws Exception {
    Path secret = Files.writeString(folder.resolve("secret.txt"), "the secret");
    Path file = folder.resolve("entity.ods");
    String content =
        "<?xml version=\"1.0\"?><!DOCTYPE x [<!ENTITY e SYSTEM \"%s\">]>".formatted(secret.toUri())
            + "<office:document-content xmlns:office=\"urn:oasis:names:tc:opendocument:xmlns:office:1.0\""
            + " xmlns:table=\"urn:oasis:names:tc:opendocument:xmlns:table:1.0\""
            + " xmlns:text=\"urn:oasis:names:tc:opendocument:xmlns:text:1.0\"><office:spreadsheet>"
            + "<table:table table:name=\"A\"><table:table-row><table:table-cell><text:p>a&e;b</text:p>"
            + "</table:table-cell></table:table-row></table:table></office:spreadsheet>"
            + "</office:document-content>";
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      zip.putNextEntry(new ZipEntry("content.xml"));
      zip.write(content.getBytes(StandardCharsets.UTF_8));
      zip.closeEntry();
    }
    try {
      assertThat(rows(file).toString()).doesNotContain("the secret");
    } catch (UnreadableSheetException e) {
      assertThat(e).hasMessageContaining("damaged");
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"people.ods", "people.xls", "people.xlsx", "table.docx", "list.odt"})
  void aTruncatedFileIsSaidToBeDamaged(String name) throws Exception {
    byte[] whole = Files.readAllBytes(made(name));
    for (int part : new int[] {2, 3, 10}) {
      Path cut = folder.resolve("cut-" + part + "-" + name);
      Files.write(cut, java.util.Arrays.copyOf(whole, whole.length * (part - 1) / part));
      assertThatThrownBy(() -> rows(cut))
          .isInstanceOf(UnreadableSheetException.class)
          .hasMessageContaining("damaged");
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"crew.ods", "crew.xlsx", "crew.xls"})
  void mergedCellsDatesSince1904AndHiddenPartsAreRead(String name) throws Exception {
    List<String> rows = rows(made(name));
    // The spreadsheet program saved no result for the formula in the old format.
    String email = name.endsWith("xls") ? "0" : "ana@pier.example";
    assertThat(rows)
        .containsExactly(
            "1:Gannet Point: crew lists",
            "3:course|given name|family name|birth date|id|email",
            "4:NAV-1|Ana|Marlowe|2011-04-03|000417|" + email,
            "5:NAV-1|Bo|Finch|2010-12-31|123456789012|bo@pier.example",
            "6:NAV-1|Mei|Lin|2011-09-14|419|#DIV/0!",
            "7:KNOT-1|Tom|Reed|2011-01-05|420|tom@pier.example",
            "8:KNOT-1|Ida|Holm|2011-02-06|421|ida@pier.example",
            "1:given name|family name",
            "2:Una|Quill");
    try (SheetFile file = SheetFiles.open(made(name), name)) {
      assertThat(file.sheets().get(0).hidden()).isEqualTo(new Hidden(false, 1, List.of(4)));
      assertThat(file.sheets().get(1).hidden()).isEqualTo(new Hidden(true, 0, List.of()));
    }
  }

  @Test
  void aFormulaWithoutItsResultIsShownAsAFormula() throws Exception {
    Path file = folder.resolve("computed.xlsx");
    try (OutputStream out = Files.newOutputStream(file);
        Workbook workbook = new Workbook(out, "test", null)) {
      var sheet = workbook.newWorksheet("One");
      sheet.value(0, 0, "Ana");
      sheet.formula(0, 1, "LOWER(A1)");
    }
    assertThat(rows(file)).containsExactly("1:Ana|=LOWER(A1)");
  }

  @Test
  void aCellThatReachesOverRowsOfAPageIsMeantForAllOfThem() throws Exception {
    Path page = folder.resolve("page.html");
    Files.writeString(
        page,
        "<table><tr><th>course<th>user</tr><tr><td rowspan=2>NAV-1<td>ana</tr><tr><td>bo</tr>"
            + "<tr><td>NAV-2<td>cy</tr></table>");
    assertThat(rows(page))
        .containsExactly("1:course|user", "2:NAV-1|ana", "3:NAV-1|bo", "4:NAV-2|cy");
  }

  @Test
  void aCellThatReachesOverRowsOfADocumentIsMeantForAllOfThem() throws Exception {
    String xml =
        "<w:document xmlns:w='http://schemas.openxmlformats.org/wordprocessingml/2006/main'><w:body><w:tbl>"
            + row("<w:gridSpan w:val='2'/>", "Crew", "", "id")
            + row("<w:vMerge w:val='restart'/>", "NAV-1", "", "ana")
            + row("<w:vMerge/>", "", "", "bo")
            + "</w:tbl></w:body></w:document>";
    Path file = folder.resolve("crew.docx");
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      zip.putNextEntry(new ZipEntry("word/document.xml"));
      zip.write(xml.getBytes(StandardCharsets.UTF_8));
    }
    assertThat(rows(file)).containsExactly("1:Crew||id", "2:NAV-1|ana", "3:NAV-1|bo");
  }

  private static String row(String properties, String first, String more, String second) {
    return "<w:tr><w:tc><w:tcPr>"
        + properties
        + "</w:tcPr><w:p><w:r><w:t>"
        + first
        + more
        + "</w:t></w:r></w:p></w:tc><w:tc><w:p><w:r><w:t>"
        + second
        + "</w:t></w:r></w:p></w:tc></w:tr>";
  }

  @Test
  void aWorkbookBehindAPasswordIsSaidToBeOne() throws Exception {
    Path file = folder.resolve("locked.xlsx");
    try (POIFSFileSystem container = new POIFSFileSystem();
        OutputStream out = Files.newOutputStream(file)) {
      EncryptionInfo info = new EncryptionInfo(EncryptionMode.standard);
      info.getEncryptor().confirmPassword("not for us");
      try (OutputStream sealed = info.getEncryptor().getDataStream(container)) {
        Files.copy(made("people.xlsx"), sealed);
      }
      container.writeFilesystem(out);
    }
    assertThatThrownBy(() -> rows(file)).hasMessageContaining("protected by a password");
    Path ods = folder.resolve("locked.ods");
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(ods))) {
      zip.putNextEntry(new ZipEntry("META-INF/manifest.xml"));
      zip.write(
          "<manifest:file-entry><manifest:encryption-data/>".getBytes(StandardCharsets.UTF_8));
      zip.putNextEntry(new ZipEntry("content.xml"));
      zip.write(new byte[] {17, 4, 99, 8});
    }
    assertThatThrownBy(() -> rows(ods)).hasMessageContaining("protected by a password");
  }

  @Test
  void whatIsWrittenAsAWorkbookIsReadBackAsItWas() throws Exception {
    Path file = folder.resolve("out.xlsx");
    try (RowWriter out = new XlsxRows(Files.newOutputStream(file), "a/b: [c]")) {
      out.row(List.of("id", "name"));
      for (int i = 0; i < 1200; i++) {
        out.row(List.of("00" + i, i == 7 ? "=1+1" : "Ana & Bo <" + i + ">"));
      }
    }
    List<String> rows = rows(file);
    assertThat(rows).hasSize(1201).contains("9:007|=1+1", "1201:001199|Ana & Bo <1199>");
  }

  @Test
  void cellsThatFillTheMemoryAndRowsOfBillionsAreRefused() throws Exception {
    String huge = "<c r='B2' t='inlineStr'><is><t>" + "x".repeat(3_000_000) + "</t></is></c>";
    assertThatThrownBy(() -> rows(workbook(huge))).hasMessageContaining("larger than anybody");
    String far = "<c s='1' r='ZZZZZZ2' t='inlineStr'><is><t>x</t></is></c>";
    assertThatThrownBy(() -> rows(workbook(far))).hasMessageContaining("more columns than");
    String fine = "<c r='B2' t='inlineStr'><is><t>" + "y".repeat(30_000) + "</t></is></c>";
    assertThat(rows(workbook(fine))).singleElement().asString().hasSize(30_003);
    String deep = "<table><tr><td>".repeat(30_000);
    Path page = folder.resolve("deep.html");
    Files.writeString(page, deep);
    assertThatThrownBy(() -> rows(page)).isInstanceOf(UnreadableSheetException.class);
  }

  /** A workbook with the least that one needs, and one row. */
  private Path workbook(String cells) throws IOException {
    Path file = folder.resolve("least.xlsx");
    String office = "http://schemas.openxmlformats.org/officeDocument/2006/relationships";
    String packaged = "http://schemas.openxmlformats.org/package/2006/relationships";
    String main = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
    String relation =
        "<Relationships xmlns='%s'><Relationship Id='r' Type='%s/%s' Target='%s'/></Relationships>";
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      String type = "application/vnd.openxmlformats-officedocument.spreadsheetml.";
      part(
          zip,
          "[Content_Types].xml",
          "<Types xmlns='http://schemas.openxmlformats.org/package/2006/content-types'>"
              + ("<Override PartName='/xl/workbook.xml' ContentType='" + type + "sheet.main+xml'/>")
              + ("<Override PartName='/xl/s.xml' ContentType='"
                  + type
                  + "worksheet+xml'/></Types>"));
      part(
          zip,
          "_rels/.rels",
          String.format(relation, packaged, office, "officeDocument", "xl/workbook.xml"));
      part(
          zip,
          "xl/_rels/workbook.xml.rels",
          String.format(relation, packaged, office, "worksheet", "s.xml"));
      part(
          zip,
          "xl/workbook.xml",
          String.format(
              "<workbook xmlns='%s' xmlns:r='%s'><sheets><sheet name='A' sheetId='1' r:id='r'/></sheets></workbook>",
              main, office));
      part(
          zip,
          "xl/s.xml",
          String.format(
              "<worksheet xmlns='%s'><sheetData><row r='2'>%s</row></sheetData></worksheet>",
              main, cells));
    }
    return file;
  }

  private static void part(ZipOutputStream zip, String name, String xml) throws IOException {
    zip.putNextEntry(new ZipEntry(name));
    zip.write(xml.getBytes(StandardCharsets.UTF_8));
  }
}
