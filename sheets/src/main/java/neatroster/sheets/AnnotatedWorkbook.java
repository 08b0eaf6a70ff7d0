package neatroster.sheets;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.HelperSheet;
import org.dhatim.fastexcel.HyperLink;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * Writes a workbook (ECMA-376) of a list of findings and of copies of sheets in which they are
 * marked: by colour, and by a comment at the cell.
 */
public final class AnnotatedWorkbook implements Closeable {
  private static final Map<String, String> COLORS =
      Map.of("error", "FFC7CE", "warning", "FFEB9C", "note", "CFE2F3");
  private static final List<String> HEADERS =
      List.of("severity", "rule", "tab", "cell", "column", "what is wrong", "type instead");
  private static final int[] WIDTHS = {11, 22, 24, 9, 20, 90, 30};
  private static final int PIECE = 500;

  private final OutputStream out;
  private final Workbook workbook;
  private Worksheet sheet;
  private int row;
  private int headerRow;
  private int unflushed;

  /** Starts a workbook on a stream, which is not closed. */
  public AnnotatedWorkbook(OutputStream out) {
    this.out = out;
    workbook = new Workbook(out, "Neat Roster report", null);
  }

  /** A sheet's name as a workbook may have it. */
  public static String safeName(String name) {
    return XlsxRows.safeName(name);
  }

  /** Starts the sheet that lists the findings. */
  public void beginList(String remark) {
    sheet = workbook.newWorksheet("Findings");
    sheet.value(0, 0, HelperSheet.MARK);
    sheet.style(0, 0).bold().fontSize(14).set();
    sheet.rowHeight(0, 24);
    sheet.value(1, 0, remark);
    for (int i = 0; i < HEADERS.size(); i++) {
      sheet.value(2, i, HEADERS.get(i));
      sheet.style(2, i).bold().fillColor("DCE6F1").set();
      sheet.width(i, WIDTHS[i]);
    }
    sheet.freezePane(0, 3);
    row = 3;
  }

  /**
   * Adds a finding to the list.
   *
   * @param severity its severity
   * @param cells what else the list says of it
   * @param tab the tab with its cell, or null where there is none
   * @param address the cell in that tab, as {@code B7}
   */
  public void finding(String severity, List<String> cells, String tab, String address)
      throws IOException {
    sheet.value(row, 0, severity);
    sheet.style(row, 0).fillColor(COLORS.get(severity)).set();
    for (int i = 0; i < cells.size(); i++) {
      sheet.value(row, i + 1, cells.get(i));
    }
    if (tab != null && row < 60_000) {
      String place = "'" + tab.replace("'", "''") + "'!" + address;
      sheet.hyperlink(row, 3, HyperLink.internal(place, cells.get(2)));
    }
    sheet.style(row, 5).wrapText(true).verticalAlignment("top").set();
    row++;
    piece();
  }

  /** Adds a line of text to the list. */
  public void remark(String text) {
    sheet.value(row++, 0, text);
  }

  /** Ends the list. */
  public void endList() throws IOException {
    sheet.finish();
  }

  /**
   * Starts the copy of a sheet.
   *
   * @param headerRow the row, from 1, that stays in view; 0 for none
   */
  public void beginCopy(String tab, int headerRow) {
    this.headerRow = headerRow;
    sheet = workbook.newWorksheet(tab);
    if (headerRow > 0 && headerRow < 20) {
      sheet.freezePane(0, headerRow);
    }
    for (int i = 0; i < 30; i++) {
      sheet.width(i, 18);
    }
  }

  /** Goes to a row, from 1. */
  public void beginRow(int number) throws IOException {
    row = number - 1;
    piece();
  }

  /**
   * Writes a cell of the row.
   *
   * @param severity what colours it, or null
   * @param comment what stands beside it, or null
   */
  public void cell(int column, String text, String severity, String comment) {
    if (!text.isEmpty()) {
      sheet.inlineString(row, column, text);
    }
    if (row == headerRow - 1) {
      sheet.style(row, column).bold().fillColor("DCE6F1").set();
    }
    if (severity != null) {
      sheet.style(row, column).fillColor(COLORS.get(severity)).set();
      sheet.comment(row, column, comment);
    }
  }

  /** Ends the copy of a sheet. */
  public void endCopy() throws IOException {
    sheet.finish();
  }

  private void piece() throws IOException {
    if (++unflushed % PIECE == 0) {
      sheet.flush();
    }
  }

  @Override
  public void close() throws IOException {
    workbook.finish();
    out.flush();
  }
}
