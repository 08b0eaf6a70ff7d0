package neatroster.sheets;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;

/**
 * Word processor documents (ECMA-376, part 1, section 17): their tables, or the paragraphs where
 * there is no table.
 */
final class DocxFormat implements FileFormat {
  private static final String CONTENT = "word/document.xml";

  /** The names of the styles of headings and titles, as word processors of our languages write. */
  private static final Pattern HEADING =
      Pattern.compile("(?i)(?:heading|title|subtitle|.?berschrift|titre|t.?tulo|titel).*");

  @Override
  public boolean recognizes(Path path, byte[] head) {
    return XlsxFormat.isZip(head) && SafeZip.holds(path, CONTENT);
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    Document document = new Document(budget.begin());
    try (ZipFile zip = SafeZip.open(path);
        InputStream in = SafeZip.content(zip, CONTENT)) {
      SafeZip.refuseLarge(zip, CONTENT);
      document.read(SafeXml.read(in));
    } catch (XMLStreamException | RuntimeException e) {
      throw SafeZip.damaged();
    }
    List<Sheet> sheets = new ArrayList<>();
    for (int i = 0; i < document.tables.size(); i++) {
      sheets.add(
          new InMemorySheet(
              new SheetName(name, "Table " + (i + 1)),
              FileFacts.of("docx"),
              document.tables.get(i)));
    }
    InMemoryText text =
        new InMemoryText(
            new SheetName(name, sheets.isEmpty() ? null : "Text"),
            FileFacts.of("docx"),
            document.paragraphs);
    if (sheets.isEmpty() || text.mayBeAList()) {
      sheets.add(text);
    }
    return new InMemoryFile(List.copyOf(sheets));
  }

  /** What is collected while the document goes by. */
  private static final class Document {
    private final ReadingBudget.Spending spending;
    private final List<List<List<String>>> tables = new ArrayList<>();
    private final List<InMemoryText.Paragraph> paragraphs = new ArrayList<>();
    private final StringBuilder text = new StringBuilder();
    private List<String> cells = new ArrayList<>();
    private int tableDepth;
    private boolean goesOnFromAbove;
    private int blanksBehind;
    private boolean inText;
    private boolean inProperties;
    private SheetRow.Kind kind = SheetRow.Kind.PLAIN;

    Document(ReadingBudget.Spending spending) {
      this.spending = spending;
    }

    void read(XMLStreamReader xml) throws XMLStreamException, UnreadableSheetException {
      while (xml.hasNext()) {
        switch (xml.next()) {
          case XMLStreamConstants.START_ELEMENT -> start(xml.getLocalName(), xml);
          case XMLStreamConstants.END_ELEMENT -> end(xml.getLocalName());
          case XMLStreamConstants.CHARACTERS -> {
            if (inText) {
              SafeXml.append(text, xml.getText());
            }
          }
          default -> {}
        }
      }
    }

    private void start(String element, XMLStreamReader xml) {
      switch (element) {
        case "tbl" -> {
          if (tableDepth++ == 0) {
            tables.add(new ArrayList<>());
          }
        }
        case "tr" -> {
          if (tableDepth == 1) {
            cells = new ArrayList<>();
          }
        }
        case "tc" -> {
          if (tableDepth == 1) {
            text.setLength(0);
            goesOnFromAbove = false;
            blanksBehind = 0;
          }
        }
        case "vMerge" -> {
          String value = xml.getAttributeValue(xml.getNamespaceURI(), "val");
          goesOnFromAbove = tableDepth == 1 && (value == null || value.equals("continue"));
        }
        case "p" -> {
          kind = SheetRow.Kind.PLAIN;
          if (tableDepth == 0) {
            text.setLength(0);
          } else if (!text.isEmpty()) {
            text.append('\n');
          }
        }
        case "t" -> inText = true;
        case "pPr" -> inProperties = true;
        case "numPr" -> kind = kind == SheetRow.Kind.PLAIN ? SheetRow.Kind.ITEM : kind;
        case "pStyle" -> {
          String style = xml.getAttributeValue(xml.getNamespaceURI(), "val");
          kind = style != null && HEADING.matcher(style).matches() ? SheetRow.Kind.HEADING : kind;
        }
        case "tab", "br" -> {
          // Among a paragraph's properties the same word says where its tabs are.
          if (!inProperties) {
            text.append(element.equals("tab") ? '\t' : '\n');
          }
        }
        case "gridSpan" -> {
          String columns = xml.getAttributeValue(xml.getNamespaceURI(), "val");
          boolean several = columns != null && columns.matches("\\d{1,3}");
          blanksBehind = several ? Integer.parseInt(columns) - 1 : 0;
        }
        default -> {}
      }
    }

    /** What stands in a column of the row before. */
    private String above(int column) {
      List<List<String>> table = tables.get(tables.size() - 1);
      List<String> last = table.isEmpty() ? List.of() : table.get(table.size() - 1);
      return column < last.size() ? last.get(column) : "";
    }

    private void end(String element) throws UnreadableSheetException {
      switch (element) {
        case "t" -> inText = false;
        case "pPr" -> inProperties = false;
        case "tbl" -> tableDepth--;
        case "tc" -> {
          if (tableDepth == 1) {
            String cell = goesOnFromAbove ? above(cells.size()) : text.toString();
            spending.take(1 + blanksBehind, cell.length());
            cells.add(cell);
            for (; blanksBehind > 0; blanksBehind--) {
              cells.add("");
            }
            text.setLength(0);
          }
        }
        case "tr" -> {
          if (tableDepth == 1) {
            tables.get(tables.size() - 1).add(cells);
          }
        }
        case "p" -> {
          if (tableDepth == 0) {
            paragraphs.add(new InMemoryText.Paragraph(kind, text.toString()));
          }
        }
        default -> {}
      }
    }
  }
}
