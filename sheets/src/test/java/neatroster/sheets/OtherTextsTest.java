package neatroster.sheets;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Columns kept apart by spaces, apostrophes around cells, workbooks written as XML. */
class OtherTextsTest {
  @TempDir Path folder;

  private List<String> rows(String text) throws Exception {
    Path file = Files.writeString(folder.resolve("file.any"), text);
    List<String> rows = new ArrayList<>();
    try (SheetFile opened = SheetFiles.open(file, "file.any")) {
      for (Sheet sheet : opened.sheets()) {
        sheet.read(
            row -> {
              List<String> cells = new ArrayList<>();
              for (int i = 0; i < row.size(); i++) {
                cells.add(row.cell(i).toString());
              }
              String tab = sheet.name().sheet() == null ? "" : sheet.name().sheet() + " ";
              rows.add(tab + row.number() + ":" + String.join("|", cells));
              return true;
            });
      }
    }
    return rows;
  }

  @Test
  void columnsBeginAtTheSamePlaceOfEveryLine() throws Exception {
    assertThat(
            rows(
                """
                Given name   Family name   Born
                -----------  ------------  ----------
                Ada          Marlin        2011-03-04
                Bo           van der Quay
                Cy           Quay          2012-01-30
                """))
        .containsExactly(
            "1:Given name|Family name|Born",
            "2:",
            "3:Ada|Marlin|2011-03-04",
            "4:Bo|van der Quay|",
            "5:Cy|Quay|2012-01-30");
  }

  @Test
  void numbersMayStandAtTheRightOfTheirColumn() throws Exception {
    assertThat(
            rows(
                """
                No.  Name           Points
                  1  Ada Marlin          7
                 10  Bo Finch          100
                100  Cy Quay            12
                """))
        .containsExactly(
            "1:No.|Name|Points", "2:1|Ada Marlin|7", "3:10|Bo Finch|100", "4:100|Cy Quay|12");
  }

  @Test
  void aValueThatReachesIntoTheNextColumnIsNotCutInTwo() throws Exception {
    List<String> rows =
        rows(
            """
            Given   Family      Id
            Ada     Marlin      417
            Bo      Finch       418
            Cy      Quay        419
            Di      Reed        420
            Maximiliana von Ort 421
            """);
    assertThat(rows).hasSize(6).contains("5:Di|Reed|420");
    assertThat(rows.get(5)).isEqualTo("6:Maximiliana von Ort 421");
  }

  @Test
  void proseAndPlainNamesHaveNoColumns() throws Exception {
    assertThat(rows("Ada Marlin\nBo Finch\nCy Quay\n")).contains("1:Ada Marlin");
    assertThat(rows("It is late.  Come home.\nThe tide is out, and the\nboat is dry.\n"))
        .first()
        .isEqualTo("1:It is late.  Come home.");
  }

  @Test
  void apostrophesAroundCellsAreNoPartOfThem() throws Exception {
    assertThat(rows("'name';'site'\n'Rory O''Neill';'Pier; north'\n'Bo Finch';''\n"))
        .containsExactly("1:name|site", "2:Rory O'Neill|Pier; north", "3:Bo Finch|");
    // Names with apostrophes in a usual file stay as they are.
    assertThat(rows("name,note\nO'Neill,'tis fine\n'Abd,x\n"))
        .containsExactly("1:name|note", "2:O'Neill|'tis fine", "3:'Abd|x");
  }

  private static String workbook(String rows) {
    return "<?xml version=\"1.0\"?><Workbook"
        + " xmlns=\"urn:schemas-microsoft-com:office:spreadsheet\""
        + " xmlns:ss=\"urn:schemas-microsoft-com:office:spreadsheet\">"
        + "<Worksheet ss:Name=\"Crew\"><Table>"
        + rows
        + "</Table></Worksheet><Worksheet><Table/></Worksheet></Workbook>";
  }

  private static String cell(String attributes, String type, String text) {
    return "<Cell " + attributes + "><Data ss:Type=\"" + type + "\">" + text + "</Data></Cell>";
  }

  @Test
  void workbooksAsXmlKeepTheirRowsAndColumns() throws Exception {
    assertThat(
            rows(
                workbook(
                    "<Row>"
                        + cell("ss:MergeAcross=\"1\"", "String", "Zoë &amp; co")
                        + cell("", "Number", "4.17E2")
                        + "</Row><Row ss:Index=\"4\">"
                        + cell("ss:Index=\"3\"", "DateTime", "2011-03-04T00:00:00.000")
                        + cell("", "DateTime", "2011-03-04T10:30:00.000")
                        + cell("", "Boolean", "1")
                        + "</Row><Row>"
                        + cell("ss:Formula=\"=RC[-1]\"", "String", "")
                        + cell("ss:Formula=\"=1+1\"", "Number", "2")
                        + cell("", "Number", "many")
                        + "<Cell/></Row>")))
        .containsExactly(
            "Crew 1:Zoë & co||417",
            "Crew 2:",
            "Crew 3:",
            "Crew 4:||2011-03-04|2011-03-04 10:30:00.000|TRUE",
            "Crew 5:=RC[-1]|2|many|");
  }

  @Test
  void damagedOrMonstrousXmlIsRefused() {
    String half = workbook("<Row>" + cell("", "String", "Ada") + "</Row>");
    String far = workbook("<Row ss:Index=\"1048576\">" + cell("", "String", "Ada") + "</Row>");
    assertThat(catchThrowable(() -> rows(half.substring(0, half.length() - 40))))
        .isInstanceOf(UnreadableSheetException.class)
        .hasMessageContaining("damaged");
    String bomb = "<Row ss:Index=\"1048576\"/>".repeat(3) + "<Row/>".repeat(3);
    assertThat(catchThrowable(() -> rows(workbook(bomb)))).isNull();
    assertThat(catchThrowable(() -> rows(far))).isNull();
    String wide = "<Row>" + "<Cell ss:MergeAcross=\"16383\"/>".repeat(300) + "</Row>";
    assertThat(catchThrowable(() -> rows(workbook(wide))))
        .isInstanceOf(UnreadableSheetException.class);
  }
}
