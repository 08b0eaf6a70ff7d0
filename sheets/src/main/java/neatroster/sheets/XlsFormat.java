package neatroster.sheets;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import org.apache.poi.EncryptedDocumentException;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.util.CellAddress;
import org.apache.poi.ss.util.CellRangeAddress;

/**
 * The workbooks of before 2007 (BIFF8 in an OLE 2 container); also the container that hides a
 * workbook's password.
 */
final class XlsFormat implements FileFormat {
  /** Its sheets are held in memory, and are at most 65,536 rows each. */
  private static final long LARGEST = 64L << 20;

  @Override
  public boolean recognizes(Path path, byte[] head) {
    return head.length > 8
        && (head[0] & 0xff) == 0xD0
        && (head[1] & 0xff) == 0xCF
        && head[2] == 0x11
        && (head[3] & 0xff) == 0xE0;
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    if (Files.size(path) > LARGEST) {
      throw new UnreadableSheetException(
          0, "as a workbook of the old kind it is too large; save it as XLSX");
    }
    HSSFWorkbook workbook;
    try {
      POIFSFileSystem container = new POIFSFileSystem(path.toFile(), true);
      if (container.getRoot().hasEntryCaseInsensitive("EncryptedPackage")) {
        container.close();
        throw UnreadableSheetException.behindPassword();
      }
      if (container.getRoot().hasEntryCaseInsensitive("WordDocument")) {
        container.close();
        throw new UnreadableSheetException(
            0, "it is a document of an old word processor; save it as DOCX or ODT, or as CSV");
      }
      workbook = new HSSFWorkbook(container);
    } catch (EncryptedDocumentException e) {
      throw UnreadableSheetException.behindPassword();
    } catch (IOException | RuntimeException e) {
      throw SafeZip.damaged();
    }
    List<Sheet> sheets = new ArrayList<>();
    NumberFormats formats =
        new NumberFormats(workbook.getInternalWorkbook().isUsing1904DateWindowing());
    workbook.forEach(sheet -> sheets.add(new XlsSheet(sheet, name, formats)));
    return new SheetFile() {
      @Override
      public List<Sheet> sheets() {
        return List.copyOf(sheets);
      }

      @Override
      public void close() throws IOException {
        workbook.close();
      }
    };
  }

  private record XlsSheet(
      org.apache.poi.ss.usermodel.Sheet sheet, String file, NumberFormats formats)
      implements Sheet {
    @Override
    public SheetName name() {
      return new SheetName(file, sheet.getSheetName());
    }

    @Override
    public FileFacts facts() {
      return FileFacts.of("xls");
    }

    @Override
    public Hidden hidden() {
      int rows = 0;
      int width = 0;
      for (Row row : sheet) {
        rows += row.getZeroHeight() ? 1 : 0;
        width = Math.max(width, row.getLastCellNum());
      }
      List<Integer> columns = new ArrayList<>();
      for (int i = 0; i < width; i++) {
        if (sheet.isColumnHidden(i)) {
          columns.add(i);
        }
      }
      var workbook = sheet.getWorkbook();
      int number = workbook.getSheetIndex(sheet);
      boolean whole = workbook.isSheetHidden(number) || workbook.isSheetVeryHidden(number);
      return new Hidden(whole, rows, columns);
    }

    @Override
    public void read(Receiver receiver) {
      SheetRow row = new SheetRow();
      Map<CellAddress, Integer> lastRow = new HashMap<>();
      for (CellRangeAddress merged : sheet.getMergedRegions()) {
        if (merged.getLastRow() > merged.getFirstRow()) {
          lastRow.put(
              new CellAddress(merged.getFirstRow(), merged.getFirstColumn()), merged.getLastRow());
        }
      }
      RowSpans spans = new RowSpans();
      for (Row from : sheet) {
        int number = from.getRowNum();
        row.begin(number + 1);
        for (int i = 0; i < Math.max(from.getLastCellNum(), spans.rightmost() + 1); i++) {
          Cell cell = from.getCell(i);
          String above = spans.at(number, i);
          String text = above != null ? above : cell == null ? "" : text(cell);
          Integer last = lastRow.isEmpty() ? null : lastRow.get(new CellAddress(number, i));
          if (last != null) {
            spans.begin(i, last, text);
          }
          row.add(text);
        }
        if (!receiver.row(row)) {
          return;
        }
      }
    }

    /** What the user sees; a formula's last result, a date as ISO 8601 has it. */
    private String text(Cell cell) {
      CellType type =
          cell.getCellType() == CellType.FORMULA
              ? cell.getCachedFormulaResultType()
              : cell.getCellType();
      return switch (type) {
        case STRING -> cell.getStringCellValue();
        case BOOLEAN -> String.valueOf(cell.getBooleanCellValue());
        case NUMERIC -> number(cell);
        case ERROR ->
            org.apache.poi.ss.usermodel.FormulaError.forInt(cell.getErrorCellValue()).getString();
        default -> "";
      };
    }

    private String number(Cell cell) {
      return formats.text(
          BigDecimal.valueOf(cell.getNumericCellValue()),
          cell.getCellStyle().getDataFormatString());
    }
  }
}
