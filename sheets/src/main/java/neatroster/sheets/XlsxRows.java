package neatroster.sheets;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import neatroster.core.grid.RowWriter;
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
  private static final int LONGEST_NAME = 31;

  /** A worksheet's size (ECMA-376, part 1, section 18.3.1.73 with 18.18.7). */
  private static final int MOST_ROWS = 1 << 20;

  private static final int MOST_COLUMNS = 1 << 14;

  /** A cell's letters (ECMA-376, part 1, section 18.18.98). */
  private static final int MOST_LETTERS = 32_767;

  private final OutputStream out;
  private final Workbook workbook;
  private String sheetName;
  private int above;
  private final int mostRows;
  private Worksheet sheet;
  private List<String> header = List.of();
  private int sheets;
  private int rows;

  /** Starts a workbook on a stream, which {@link #close} closes. */
  public XlsxRows(OutputStream out, String sheetName) {
    this(out, sheetName, "Neat Roster");
  }

  /**
   * Starts a workbook on a stream, which {@link #close} closes.
   *
   * @param application what the file says of the program that wrote it
   */
  public XlsxRows(OutputStream out, String sheetName, String application) {
    this(out, sheetName, application, MOST_ROWS);
  }

  /**
   * Starts a workbook on a stream, which {@link #close} closes.
   *
   * @param above how many rows stand above the headers
   */
  public XlsxRows(OutputStream out, String sheetName, int above) {
    this(out, sheetName, "Neat Roster", MOST_ROWS, above);
  }

  XlsxRows(OutputStream out, String sheetName, String application, int mostRows) {
    this(out, sheetName, application, mostRows, 0);
  }

  private XlsxRows(
      OutputStream out, String sheetName, String application, int mostRows, int above) {
    this.above = above;
    this.out = out;
    this.sheetName = sheetName;
    this.mostRows = mostRows;
    workbook = new Workbook(out, application, null);
    startSheet();
  }

  /**
   * Goes on with another sheet.
   *
   * @param above how many rows stand above its headers
   */
  public void sheet(String name, int above) throws IOException {
    sheet.finish();
    sheetName = name;
    this.above = above;
    sheets = 0;
    startSheet();
  }

  private void startSheet() {
    sheets++;
    String number = sheets == 1 ? "" : " " + sheets;
    String name = safeName(sheetName);
    sheet =
        workbook.newWorksheet(
            name.substring(0, Math.min(name.length(), LONGEST_NAME - number.length())) + number);
    sheet.freezePane(0, above + 1);
    rows = 0;
  }

  /** A sheet's name as ECMA-376 allows it: 31 characters at the most, some signs left out. */
  static String safeName(String name) {
    String safe = name.replaceAll("[\\[\\]:*?/\\\\]", " ").strip();
    safe = safe.length() > LONGEST_NAME ? safe.substring(0, LONGEST_NAME) : safe;
    return safe.isEmpty() ? "Sheet" : safe;
  }

  /**
   * Writes one row. Beyond a worksheet's rows the next worksheet goes on, below the same headers.
   *
   * @throws IOException where the row has more cells, or a cell more letters, than a workbook takes
   */
  @Override
  public void row(List<String> cells) throws IOException {
    if (rows == mostRows) {
      sheet.finish();
      above = 0;
      startSheet();
      write(header);
    }
    if (rows == above) {
      header = List.copyOf(cells);
    }
    write(cells);
  }

  private void write(List<String> cells) throws IOException {
    if (cells.size() > MOST_COLUMNS) {
      throw new IOException(
          "it has "
              + cells.size()
              + " columns, and a workbook takes "
              + MOST_COLUMNS
              + "; write it as CSV");
    }
    for (int i = 0; i < cells.size(); i++) {
      if (rows == above) {
        int letters = cells.get(i).length() + 4;
        sheet.width(i, Math.max(NARROWEST, Math.min(WIDEST, letters)));
        sheet.style(rows, i).bold().fillColor("DCE6F1").set();
      }
      if (cells.get(i).length() > MOST_LETTERS) {
        throw new IOException(
            "a cell has "
                + cells.get(i).length()
                + " letters, and a workbook takes "
                + MOST_LETTERS
                + "; write it as CSV");
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
