package neatroster.sheets;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.RowTooLargeException;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.SheetVisibility;

/** Office Open XML workbooks (ECMA-376), read row by row. */
final class XlsxFormat implements FileFormat {
  private static final String DAMAGED = "it is no workbook, or a damaged one";

  @Override
  public boolean recognizes(Path path, byte[] head) {
    // A zip that is none of the others is taken for a workbook, and damaged.
    return isZip(head)
        && !SafeZip.holds(path, "content.xml")
        && !SafeZip.holds(path, "word/document.xml");
  }

  /** Whether a file begins as zip files do. */
  static boolean isZip(byte[] head) {
    return head.length >= 4 && head[0] == 'P' && head[1] == 'K' && head[2] == 3 && head[3] == 4;
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    ZipFile zip = SafeZip.open(path);
    try {
      // Some programs write no styles; then every number is just a number.
      boolean styles = zip.getEntry("xl/styles.xml") != null;
      Map<String, String> entries = entries(zip);
      return new OpenWorkbook(
          zip,
          new ReadableWorkbook(path.toFile(), new ReadingOptions(styles, true)),
          name,
          entries,
          isSince1904(zip));
    } catch (UnreadableSheetException e) {
      zip.close();
      throw e;
    } catch (IOException | RuntimeException e) {
      zip.close();
      throw new UnreadableSheetException(0, DAMAGED);
    }
  }

  /** Whether a workbook counts days from 1904 on (ECMA-376, part 1, section 18.2.28). */
  private static boolean isSince1904(ZipFile zip) throws IOException, UnreadableSheetException {
    if (zip.getEntry("xl/workbook.xml") == null) {
      return false;
    }
    try (InputStream in = SafeZip.content(zip, "xl/workbook.xml")) {
      XMLStreamReader xml = SafeXml.read(in);
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamConstants.START_ELEMENT
            && xml.getLocalName().equals("workbookPr")) {
          String since = xml.getAttributeValue(null, "date1904");
          return "1".equals(since) || "true".equals(since) || "on".equals(since);
        }
      }
      return false;
    } catch (XMLStreamException e) {
      throw new UnreadableSheetException(0, DAMAGED);
    }
  }

  /** A workbook, open twice: for its rows, and for what is written around them. */
  private static final class OpenWorkbook implements SheetFile {
    private final ZipFile zip;
    private final ReadableWorkbook workbook;
    private final List<Sheet> sheets;
    private final NumberFormats formats;
    private boolean textsVerified;

    OpenWorkbook(
        ZipFile zip,
        ReadableWorkbook workbook,
        String name,
        Map<String, String> entries,
        boolean since1904) {
      this.zip = zip;
      this.workbook = workbook;
      this.formats = new NumberFormats(since1904);
      this.sheets =
          workbook
              .getSheets()
              .<Sheet>map(sheet -> new XlsxSheet(this, sheet, name, entries.get(sheet.getId())))
              .toList();
    }

    XlsxMarkup markup(String entry) throws UnreadableSheetException {
      try {
        if (!textsVerified) {
          XlsxMarkup.verifyTexts(zip, "xl/sharedStrings.xml");
          textsVerified = true;
        }
        return XlsxMarkup.of(zip, entry == null ? "" : entry);
      } catch (IOException e) {
        throw new UnreadableSheetException(0, DAMAGED);
      }
    }

    @Override
    public List<Sheet> sheets() {
      return sheets;
    }

    @Override
    public void close() throws IOException {
      try (zip) {
        workbook.close();
      }
    }
  }

  /** Where in the file the worksheets are, by the ids that the workbook knows them by. */
  private static Map<String, String> entries(ZipFile zip) throws UnreadableSheetException {
    Map<String, String> entries = new HashMap<>();
    try (InputStream in = SafeZip.content(zip, "xl/_rels/workbook.xml.rels")) {
      XMLStreamReader xml = SafeXml.read(in);
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamConstants.START_ELEMENT
            && xml.getLocalName().equals("Relationship")) {
          String target = xml.getAttributeValue(null, "Target");
          boolean whole = target != null && target.startsWith("/");
          entries.put(
              xml.getAttributeValue(null, "Id"), whole ? target.substring(1) : "xl/" + target);
        }
      }
      return entries;
    } catch (IOException | XMLStreamException e) {
      throw new UnreadableSheetException(0, DAMAGED);
    }
  }

  private static final class XlsxSheet implements Sheet {
    private static final int MOST_WORDS = 50;

    private final OpenWorkbook workbook;
    private final org.dhatim.fastexcel.reader.Sheet sheet;
    private final String file;
    private final String entry;
    private XlsxMarkup markup;

    XlsxSheet(
        OpenWorkbook workbook, org.dhatim.fastexcel.reader.Sheet sheet, String file, String entry) {
      this.workbook = workbook;
      this.sheet = sheet;
      this.file = file;
      this.entry = entry;
    }

    @Override
    public Hidden hidden() {
      boolean whole = sheet.getVisibility() != SheetVisibility.VISIBLE;
      try {
        return new Hidden(whole, markup().hiddenRows(), markup().hiddenColumns());
      } catch (UnreadableSheetException e) {
        // Whoever reads the rows comes to the same place and says so.
        return new Hidden(whole, 0, List.of());
      }
    }

    @Override
    public Map<Integer, List<String>> hints() {
      try {
        return XlsxHints.of(workbook.zip, entry, this::words);
      } catch (UnreadableSheetException e) {
        return Map.of();
      }
    }

    /** The words in a column of a sheet of the workbook. */
    private List<String> words(String of, int column, int firstRow, int lastRow) {
      List<String> words = new ArrayList<>();
      for (Sheet other : workbook.sheets) {
        if (other.name().sheet().equals(of == null ? sheet.getName() : of)) {
          try {
            other.read(
                row -> {
                  boolean isIn = row.number() >= firstRow && column < row.size();
                  if (isIn && !row.cell(column).toString().isBlank()) {
                    words.add(row.cell(column).toString());
                  }
                  return row.number() < lastRow && words.size() < MOST_WORDS;
                });
          } catch (UnreadableSheetException e) {
            return words;
          }
        }
      }
      return words;
    }

    private XlsxMarkup markup() throws UnreadableSheetException {
      if (markup == null) {
        markup = workbook.markup(entry);
      }
      return markup;
    }

    @Override
    public SheetName name() {
      return new SheetName(file, sheet.getName());
    }

    @Override
    public FileFacts facts() {
      return FileFacts.of("xlsx");
    }

    @Override
    public void read(Receiver receiver) throws UnreadableSheetException {
      SheetRow row = new SheetRow();
      XlsxMarkup merged = markup().merges() ? markup() : null;
      RowSpans spans = new RowSpans();
      try (Stream<Row> rows = sheet.openStream()) {
        for (Iterator<Row> each = rows.iterator(); each.hasNext(); ) {
          Row from = each.next();
          row.begin(from.getRowNum());
          if (merged == null) {
            cells(from, row);
          } else {
            cells(from, row, merged, spans);
          }
          if (!receiver.row(row)) {
            return;
          }
        }
      } catch (RowTooLargeException e) {
        throw e;
      } catch (IOException | RuntimeException e) {
        throw new UnreadableSheetException(row.number() + 1, DAMAGED);
      }
    }

    private void cells(Row from, SheetRow row) throws UnreadableSheetException {
      int cells = from.getCellCount();
      for (int i = 0; i < cells; i++) {
        Cell cell = from.getCell(i);
        row.add(cell == null ? "" : text(cell, from.getRowNum(), i));
      }
    }

    private void cells(Row from, SheetRow row, XlsxMarkup merged, RowSpans spans)
        throws UnreadableSheetException {
      int number = from.getRowNum();
      int cells = Math.max(from.getCellCount(), merged.rightmost() + 1);
      for (int i = 0; i < cells; i++) {
        Cell cell = i < from.getCellCount() ? from.getCell(i) : null;
        String above = spans.at(number, i);
        String text = above != null ? above : cell == null ? "" : text(cell, number, i);
        if (above == null && merged.lastRow(number, i) > number) {
          spans.begin(i, merged.lastRow(number, i), text);
        }
        row.add(text);
      }
    }

    /** What the user sees in the cell; a formula itself where its result was not saved. */
    private String text(Cell cell, int row, int column) throws UnreadableSheetException {
      return switch (cell.getType()) {
        case NUMBER -> number(cell);
        case BOOLEAN -> cell.asBoolean() ? "true" : "false";
        case STRING -> XlsxText.decoded(XlsxText.withoutIndent(cell.getText()));
        case FORMULA -> formula(cell, row, column);
        case ERROR, EMPTY -> cell.getRawValue() == null ? "" : cell.getRawValue();
      };
    }

    /** A formula's result; the formula itself where no result was saved. */
    private String formula(Cell cell, int row, int column) throws UnreadableSheetException {
      String result = cell.getRawValue();
      if (cell.getValue() instanceof BigDecimal) {
        return number(cell);
      }
      if (cell.getValue() instanceof Boolean yes) {
        return yes ? "true" : "false";
      }
      if (result == null || result.isEmpty()) {
        // A text that the formula made, and that is empty, is a result all the same.
        String formula = cell.getFormula() == null ? "" : cell.getFormula();
        return markup().isTextResult(row, column) ? "" : "=" + formula;
      }
      return XlsxText.decoded(result);
    }

    private String number(Cell cell) {
      return workbook.formats.text((BigDecimal) cell.getValue(), cell.getDataFormatString());
    }
  }
}
