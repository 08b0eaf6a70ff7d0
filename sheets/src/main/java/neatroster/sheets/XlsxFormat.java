package neatroster.sheets;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import neatroster.core.intake.FileFacts;
import neatroster.core.intake.Sheet;
import neatroster.core.intake.SheetRow;
import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.SheetName;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;

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
  public SheetFile open(Path path, String name, byte[] head)
      throws UnreadableSheetException, IOException {
    SafeZip.open(path).close();
    ReadableWorkbook workbook;
    try {
      workbook = new ReadableWorkbook(path.toFile(), new ReadingOptions(true, true));
    } catch (IOException | RuntimeException e) {
      throw new UnreadableSheetException(0, DAMAGED);
    }
    List<Sheet> sheets = new ArrayList<>();
    workbook.getSheets().forEach(sheet -> sheets.add(new XlsxSheet(sheet, name)));
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

  private record XlsxSheet(org.dhatim.fastexcel.reader.Sheet sheet, String file) implements Sheet {
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
      try (Stream<Row> rows = sheet.openStream()) {
        for (Iterator<Row> each = rows.iterator(); each.hasNext(); ) {
          Row from = each.next();
          row.begin(from.getRowNum());
          int cells = from.getCellCount();
          for (int i = 0; i < cells; i++) {
            Cell cell = from.getCell(i);
            row.add(cell == null ? "" : text(cell));
          }
          if (!receiver.row(row)) {
            return;
          }
        }
      } catch (IOException | RuntimeException e) {
        throw new UnreadableSheetException(row.number() + 1, DAMAGED);
      }
    }

    /** What the user sees in the cell. */
    private static String text(Cell cell) {
      return switch (cell.getType()) {
        case NUMBER -> number(cell);
        case BOOLEAN -> cell.asBoolean() ? "true" : "false";
        case STRING -> cell.getText();
        case FORMULA, ERROR, EMPTY -> cell.getRawValue() == null ? "" : cell.getRawValue();
      };
    }

    private static String number(Cell cell) {
      String format = cell.getDataFormatString();
      if (isDate(format)) {
        LocalDateTime date = cell.asDate();
        return date.toLocalTime().equals(LocalTime.MIDNIGHT)
            ? date.toLocalDate().toString()
            : date.toString();
      }
      BigDecimal number = cell.asNumber();
      String plain = number.signum() == 0 ? "0" : number.stripTrailingZeros().toPlainString();
      if (format != null && format.matches("0{2,}") && plain.length() < format.length()) {
        return "0".repeat(format.length() - plain.length()) + plain;
      }
      return plain;
    }

    /**
     * Whether a number format shows days: it has a year or a day outside quoted and bracketed text.
     */
    private static boolean isDate(String format) {
      if (format == null || format.equals("General")) {
        return false;
      }
      String bare =
          format.replaceAll("\"[^\"]*\"|\\[[^\\]]*\\]|\\\\.", "").toLowerCase(Locale.ROOT);
      return bare.contains("y") || bare.contains("d");
    }
  }
}
