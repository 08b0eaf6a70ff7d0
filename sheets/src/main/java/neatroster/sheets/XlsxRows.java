package neatroster.sheets;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * Writes a workbook of one sheet (ECMA-376): headers that stay in view, every cell a text, so that
 * no spreadsheet program takes an id for a number or a name for a formula.
 */
public final class XlsxRows implements RowWriter {
  /** Rows are handed on to the file in pieces, so that large sheets are not held in memory. */
  private static final int PIECE = 500;

  private static final int NARROWEST = 10;
  private static final int WIDEST = 40;

  private final OutputStream out;
  private final Workbook workbook;
  private final Worksheet sheet;
  private int rows;

  /** Starts a workbook on a stream, which {@link #close} closes. */
  public XlsxRows(OutputStream out, String sheetName) {
    this.out = out;
    workbook = new Workbook(out, "Neat Roster", null);
    sheet = workbook.newWorksheet(safeName(sheetName));
    sheet.freezePane(0, 1);
  }

  /** A sheet's name as ECMA-376 allows it: 31 characters at the most, some signs left out. */
  static String safeName(String name) {
    String safe = name.replaceAll("[\\[\\]:*?/\\\\]", " ").strip();
    safe = safe.length() > 31 ? safe.substring(0, 31) : safe;
    return safe.isEmpty() ? "Sheet" : safe;
  }

  @Override
  public void row(List<String> cells) throws IOException {
    for (int i = 0; i < cells.size(); i++) {
      if (rows == 0) {
        int letters = cells.get(i).length() + 4;
        sheet.width(i, Math.max(NARROWEST, Math.min(WIDEST, letters)));
        sheet.style(0, i).bold().fillColor("DCE6F1").set();
      }
      if (!cells.get(i).isEmpty()) {
        sheet.inlineString(rows, i, cells.get(i));
      }
    }
    rows++;
    if (rows % PIECE == 0) {
      sheet.flush();
    }
  }

  @Override
  public void close() throws IOException {
    try (out) {
      workbook.finish();
    }
  }
}
