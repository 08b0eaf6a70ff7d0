package neatroster.sheets;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/** Writes a {@link FormWorkbook} as Office Open XML (ECMA-376). */
public final class XlsxBook {
  private static final String NEEDED = "1F4E79";
  private static final String OPTIONAL = "DCE6F1";

  private XlsxBook() {}

  /** Writes the workbook; the stream stays open. */
  public static void write(FormWorkbook book, OutputStream out) throws IOException {
    Workbook workbook = new Workbook(out, "Neat Roster", null);
    for (FormWorkbook.Page page : book.sheets()) {
      write(page, workbook.newWorksheet(XlsxRows.safeName(page.name())));
    }
    workbook.finish();
  }

  private static void write(FormWorkbook.Page page, Worksheet sheet) {
    sheet.freezePane(0, 1);
    for (int i = 0; i < page.headings().size(); i++) {
      FormWorkbook.Heading heading = page.headings().get(i);
      sheet.value(0, i, heading.text());
      sheet.width(i, heading.width(page.rows(), i));
      sheet.comment(0, i, heading.comment());
      if (heading.needed()) {
        sheet.style(0, i).bold().fillColor(NEEDED).fontColor("FFFFFF").set();
      } else {
        sheet.style(0, i).bold().fillColor(OPTIONAL).set();
      }
      // As text an id keeps its zeros and a date its form.
      sheet.range(1, i, FormWorkbook.PREPARED_ROWS, i).style().format("@").set();
      if (!heading.choices().isEmpty()) {
        sheet
            .range(1, i, FormWorkbook.PREPARED_ROWS, i)
            .validateWithListByFormula("\"" + String.join(",", heading.choices()) + "\"")
            .errorTitle("Not one of the words")
            .error("Choose one of: " + String.join(", ", heading.choices()));
      }
    }
    int folded = FormWorkbook.Heading.firstFolded(page.headings());
    if (folded < page.headings().size()) {
      sheet.groupCols(folded, page.headings().size() - 1);
      for (int i = folded; i < page.headings().size(); i++) {
        sheet.hideColumn(i);
      }
    }
    int number = 1;
    for (List<String> row : page.rows()) {
      for (int i = 0; i < row.size(); i++) {
        if (!row.get(i).isEmpty()) {
          sheet.value(number, i, row.get(i));
          sheet.style(number, i).format("@").italic().fontColor("7F7F7F").set();
        }
      }
      number++;
    }
  }
}
