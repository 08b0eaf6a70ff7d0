package neatroster.sheets;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;

/**
 * Workbooks written as one XML document of worksheets, tables, rows and cells, as spreadsheet
 * programs and record systems of the time before zipped workbooks write them.
 */
final class XmlWorkbookFormat implements FileFormat {
  private static final String NAMESPACE = "urn:schemas-microsoft-com:office:spreadsheet";
  private static final int LAST_ROW = 1 << 20;
  private static final int LAST_COLUMN = 1 << 14;

  @Override
  public boolean recognizes(Path path, byte[] head) {
    String begin = new String(head, 0, Math.min(head.length, 4096), StandardCharsets.UTF_8);
    return begin.contains(NAMESPACE) && begin.contains("<") && !XlsxFormat.isZip(head);
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    List<Sheet> sheets = new ArrayList<>();
    try (InputStream in = Files.newInputStream(path)) {
      Workbook workbook = new Workbook(SafeXml.read(in), budget.begin());
      for (Worksheet sheet : workbook.worksheets()) {
        sheets.add(
            new InMemorySheet(
                new SheetName(name, sheet.name()), FileFacts.of("xml"), sheet.rows()));
      }
    } catch (XMLStreamException | RuntimeException e) {
      throw SafeZip.damaged();
    }
    if (sheets.isEmpty()) {
      throw UnreadableSheetException.empty("there is no worksheet in it");
    }
    return new InMemoryFile(List.copyOf(sheets));
  }

  private record Worksheet(String name, List<List<String>> rows) {}

  /** Collects the worksheets while the document goes by. */
  private static final class Workbook {
    private final XMLStreamReader xml;
    private final ReadingBudget.Spending spending;
    private final List<Worksheet> worksheets = new ArrayList<>();

    Workbook(XMLStreamReader xml, ReadingBudget.Spending spending) {
      this.xml = xml;
      this.spending = spending;
    }

    List<Worksheet> worksheets() throws XMLStreamException, UnreadableSheetException {
      while (xml.hasNext()) {
        if (xml.next() != XMLStreamConstants.START_ELEMENT) {
          continue;
        }
        switch (xml.getLocalName()) {
          case "Worksheet" -> {
            String name = attribute("Name");
            int number = worksheets.size() + 1;
            worksheets.add(
                new Worksheet(name == null ? "Sheet " + number : name, new ArrayList<>()));
          }
          case "Row" -> {
            if (!worksheets.isEmpty()) {
              row(worksheets.get(worksheets.size() - 1).rows());
            }
          }
          default -> {}
        }
      }
      return worksheets;
    }

    /** A row; the index of a row or a cell says that blank ones before it were left out. */
    private void row(List<List<String>> rows) throws XMLStreamException, UnreadableSheetException {
      for (int at = index(rows.size() + 1, LAST_ROW); rows.size() + 1 < at; ) {
        spending.take(1, 0);
        rows.add(List.of());
      }
      List<String> cells = new ArrayList<>();
      rows.add(cells);
      while (xml.hasNext()) {
        int event = xml.next();
        if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals("Row")) {
          return;
        }
        if (event == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("Cell")) {
          cell(cells);
        }
      }
    }

    private void cell(List<String> cells) throws XMLStreamException, UnreadableSheetException {
      for (int at = index(cells.size() + 1, LAST_COLUMN); cells.size() + 1 < at; ) {
        spending.take(1, 0);
        cells.add("");
      }
      String across = attribute("MergeAcross");
      String formula = attribute("Formula");
      String type = "";
      StringBuilder text = new StringBuilder();
      boolean inData = false;
      while (xml.hasNext()) {
        int event = xml.next();
        if (event == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("Data")) {
          inData = true;
          type = attribute("Type") == null ? "" : attribute("Type");
        } else if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals("Data")) {
          inData = false;
        } else if (event == XMLStreamConstants.CHARACTERS && inData) {
          SafeXml.append(text, xml.getText());
        } else if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals("Cell")) {
          break;
        }
      }
      spending.take(1, text.length());
      // A formula without a result is found as one.
      boolean noResult = formula != null && text.isEmpty();
      cells.add(noResult ? formula : value(type, text.toString()));
      if (across != null && across.matches("\\d{1,5}")) {
        int more = Math.min(LAST_COLUMN, Integer.parseInt(across));
        spending.take(more, 0);
        for (int i = 0; i < more; i++) {
          cells.add("");
        }
      }
    }

    private static String value(String type, String text) {
      return switch (type) {
        case "DateTime" -> text.replaceAll("T00:00:00(?:\\.0+)?$", "").replace('T', ' ');
        case "Number" -> number(text);
        case "Boolean" -> text.equals("1") ? "TRUE" : "FALSE";
        default -> text;
      };
    }

    private static String number(String text) {
      try {
        return SheetNumbers.plain(new java.math.BigDecimal(text.strip()));
      } catch (NumberFormatException e) {
        // What is no number stays as it was written.
        return text;
      }
    }

    private int index(int next, int last) {
      String index = attribute("Index");
      return index != null && index.matches("\\d{1,7}")
          ? Math.min(last, Math.max(next, Integer.parseInt(index)))
          : next;
    }

    private String attribute(String name) {
      return xml.getAttributeValue(NAMESPACE, name);
    }
  }
}
