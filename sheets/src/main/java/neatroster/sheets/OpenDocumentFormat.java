package neatroster.sheets;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import neatroster.core.intake.FileFacts;
import neatroster.core.intake.Hidden;
import neatroster.core.intake.Sheet;
import neatroster.core.intake.SheetRow;
import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.SheetName;

/**
 * OpenDocument spreadsheets and texts (OASIS OpenDocument 1.3, part 3): the tables of both, and the
 * paragraphs of a text that has none. Read row by row.
 */
final class OpenDocumentFormat implements FileFormat {
  private static final String CONTENT = "content.xml";
  private static final String TABLE = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";
  private static final String OFFICE = "urn:oasis:names:tc:opendocument:xmlns:office:1.0";
  private static final String TEXT = "urn:oasis:names:tc:opendocument:xmlns:text:1.0";

  /**
   * Formatting that reaches to the sheet's edge is written as cells that repeat; more than this
   * nobody fills.
   */
  private static final int MOST_COLUMNS = 16_384;

  @Override
  public boolean recognizes(Path path, byte[] head) {
    return XlsxFormat.isZip(head) && SafeZip.holds(path, CONTENT);
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head)
      throws UnreadableSheetException, IOException {
    ZipFile zip = SafeZip.open(path);
    try {
      if (isSealed(zip)) {
        throw UnreadableSheetException.behindPassword();
      }
      List<Sheet> sheets = new ArrayList<>();
      List<String> tables = new ArrayList<>();
      boolean spreadsheet = survey(zip, tables);
      if (!spreadsheet) {
        SafeZip.refuseLarge(zip, CONTENT);
      }
      String format = spreadsheet ? "ods" : "odt";
      for (int i = 0; i < tables.size(); i++) {
        SheetName sheetName = new SheetName(name, tables.get(i));
        sheets.add(new TableSheet(zip, sheetName, FileFacts.of(format), i));
      }
      if (tables.isEmpty()) {
        sheets.add(new HeldSheet(new SheetName(name, null), FileFacts.of(format), paragraphs(zip)));
      }
      return new OpenFile(zip, sheets);
    } catch (XMLStreamException | RuntimeException e) {
      zip.close();
      throw SafeZip.damaged();
    } catch (UnreadableSheetException e) {
      zip.close();
      throw e;
    }
  }

  /** Whether the contents are encrypted (OpenDocument 1.3, part 2, section 3.4). */
  private static boolean isSealed(ZipFile zip) throws IOException {
    ZipEntry manifest = zip.getEntry("META-INF/manifest.xml");
    if (manifest == null) {
      return false;
    }
    try (InputStream in = zip.getInputStream(manifest)) {
      byte[] head = in.readNBytes(1 << 20);
      return new String(head, StandardCharsets.UTF_8).contains("encryption-data");
    }
  }

  private record OpenFile(ZipFile zip, List<Sheet> sheets) implements SheetFile {
    @Override
    public void close() throws IOException {
      zip.close();
    }
  }

  /** Collects the names of the tables; gives whether the document is a spreadsheet. */
  private static boolean survey(ZipFile zip, List<String> tables)
      throws IOException, XMLStreamException, UnreadableSheetException {
    boolean spreadsheet = false;
    int depth = 0;
    try (InputStream in = SafeZip.content(zip, CONTENT)) {
      XMLStreamReader xml = SafeXml.read(in);
      while (xml.hasNext()) {
        int event = xml.next();
        if (event == XMLStreamConstants.START_ELEMENT) {
          spreadsheet |= is(xml, OFFICE, "spreadsheet");
          if (is(xml, TABLE, "table") && depth++ == 0) {
            String name = xml.getAttributeValue(TABLE, "name");
            tables.add(name == null ? "Table " + (tables.size() + 1) : name);
          }
        } else if (event == XMLStreamConstants.END_ELEMENT && is(xml, TABLE, "table")) {
          depth--;
        }
      }
    }
    return spreadsheet;
  }

  private static boolean is(XMLStreamReader xml, String namespace, String name) {
    return name.equals(xml.getLocalName()) && namespace.equals(xml.getNamespaceURI());
  }

  private static List<List<String>> paragraphs(ZipFile zip)
      throws IOException, XMLStreamException, UnreadableSheetException {
    List<List<String>> rows = new ArrayList<>();
    try (InputStream in = SafeZip.content(zip, CONTENT)) {
      XMLStreamReader xml = SafeXml.read(in);
      while (xml.hasNext()) {
        if (xml.next() == XMLStreamConstants.START_ELEMENT
            && (is(xml, TEXT, "p") || is(xml, TEXT, "h"))) {
          StringBuilder text = new StringBuilder();
          paragraph(xml, text);
          rows.add(List.of(text.toString().split("\t", -1)));
        }
      }
    }
    return rows;
  }

  /**
   * Reads a paragraph to its end: its text with the spaces, tabs and line breaks that are elements.
   */
  private static void paragraph(XMLStreamReader xml, StringBuilder text) throws XMLStreamException {
    int depth = 1;
    while (depth > 0) {
      switch (xml.next()) {
        case XMLStreamConstants.CHARACTERS -> SafeXml.append(text, xml.getText());
        case XMLStreamConstants.START_ELEMENT -> {
          depth++;
          if (is(xml, TEXT, "s")) {
            text.append(" ".repeat(repeats(xml, TEXT, "c", 100)));
          } else if (is(xml, TEXT, "tab")) {
            text.append('\t');
          } else if (is(xml, TEXT, "line-break")) {
            text.append('\n');
          } else if (is(xml, OFFICE, "annotation")) {
            skip(xml);
            depth--;
          }
        }
        case XMLStreamConstants.END_ELEMENT -> depth--;
        default -> {}
      }
    }
  }

  private static void skip(XMLStreamReader xml) throws XMLStreamException {
    for (int depth = 1; depth > 0; ) {
      int event = xml.next();
      depth += event == XMLStreamConstants.START_ELEMENT ? 1 : 0;
      depth -= event == XMLStreamConstants.END_ELEMENT ? 1 : 0;
    }
  }

  private static int repeats(XMLStreamReader xml, String namespace, String name, int most) {
    String count = xml.getAttributeValue(namespace, name);
    return count == null || !count.matches("\\d{1,9}")
        ? 1
        : Math.min(most, Integer.parseInt(count));
  }

  private record TableSheet(ZipFile zip, SheetName name, FileFacts facts, int number)
      implements Sheet {
    @Override
    public Hidden hidden() {
      try (InputStream in = SafeZip.content(zip, CONTENT)) {
        return new HiddenParts(number).find(SafeXml.read(in));
      } catch (IOException | XMLStreamException | UnreadableSheetException e) {
        // Whoever reads the rows comes to the same place and says so.
        return Hidden.NOTHING;
      }
    }

    @Override
    public void read(Receiver receiver) throws UnreadableSheetException {
      SheetRow row = new SheetRow();
      RowSpans spans = new RowSpans();
      try (InputStream in = SafeZip.content(zip, CONTENT)) {
        XMLStreamReader xml = SafeXml.read(in);
        int table = -1;
        int depth = 0;
        int next = 1;
        while (xml.hasNext()) {
          int event = xml.next();
          if (event == XMLStreamConstants.START_ELEMENT && is(xml, TABLE, "table")) {
            table += depth++ == 0 ? 1 : 0;
          } else if (event == XMLStreamConstants.END_ELEMENT && is(xml, TABLE, "table")) {
            if (--depth == 0 && table == number) {
              return;
            }
          } else if (event == XMLStreamConstants.START_ELEMENT
              && table == number
              && depth == 1
              && is(xml, TABLE, "table-row")) {
            int repeats = repeats(xml, TABLE, "number-rows-repeated", Integer.MAX_VALUE);
            List<String> cells = cells(xml, next, spans);
            // The rest of a sheet is one blank row that repeats a million times.
            for (int i = 0; i < (cells.isEmpty() ? 0 : Math.min(repeats, 10_000)); i++) {
              row.begin(next + i);
              cells.forEach(row::add);
              if (!receiver.row(row)) {
                return;
              }
            }
            next += repeats;
          }
        }
      } catch (IOException | XMLStreamException | RuntimeException e) {
        throw new UnreadableSheetException(row.number() + 1, "it is no workbook, or a damaged one");
      }
    }

    /** The cells of the row that has begun, without blank ones at its end. */
    private static List<String> cells(XMLStreamReader xml, int row, RowSpans spans)
        throws XMLStreamException {
      List<String> cells = new ArrayList<>();
      int blanks = 0;
      int depth = 1;
      while (depth > 0) {
        int event = xml.next();
        if (event == XMLStreamConstants.END_ELEMENT) {
          depth--;
        } else if (event == XMLStreamConstants.START_ELEMENT
            && depth == 1
            && (is(xml, TABLE, "table-cell") || is(xml, TABLE, "covered-table-cell"))) {
          int repeats = repeats(xml, TABLE, "number-columns-repeated", MOST_COLUMNS);
          int spanned = repeats(xml, TABLE, "number-rows-spanned", 1_000_000);
          String above = spans.at(row, cells.size() + blanks);
          String text = cell(xml);
          if (spanned > 1) {
            spans.begin(cells.size() + blanks, row + spanned - 1, text);
          } else if (above != null && text.isEmpty()) {
            text = above;
          }
          if (text.isEmpty()) {
            blanks += repeats;
          } else {
            for (; blanks > 0 && cells.size() < MOST_COLUMNS; blanks--) {
              cells.add("");
            }
            for (int i = 0; i < repeats && cells.size() < MOST_COLUMNS; i++) {
              cells.add(text);
            }
          }
        } else if (event == XMLStreamConstants.START_ELEMENT) {
          depth++;
        }
      }
      return cells;
    }

    /** What the user sees in the cell that has begun; a date as ISO 8601 has it. */
    private static String cell(XMLStreamReader xml) throws XMLStreamException {
      String type = xml.getAttributeValue(OFFICE, "value-type");
      String date = xml.getAttributeValue(OFFICE, "date-value");
      String value = xml.getAttributeValue(OFFICE, "value");
      String formula = xml.getAttributeValue(TABLE, "formula");
      StringBuilder text = new StringBuilder();
      int depth = 1;
      while (depth > 0) {
        int event = xml.next();
        if (event == XMLStreamConstants.END_ELEMENT) {
          depth--;
        } else if (event == XMLStreamConstants.START_ELEMENT) {
          if (is(xml, TEXT, "p")) {
            text.append(text.isEmpty() ? "" : "\n");
            paragraph(xml, text);
          } else if (is(xml, OFFICE, "annotation")) {
            skip(xml);
          } else {
            depth++;
          }
        }
      }
      if (formula != null && type == null && text.isEmpty()) {
        // Written by a program that calculates nothing.
        return "=" + formula.replaceFirst("^[a-z]*:?=", "");
      }
      if ("date".equals(type) && date != null) {
        return date.replace("T00:00:00", "");
      }
      // A number too wide for its column is shown in scientific notation, but is an id all the
      // same.
      boolean shortened = text.indexOf("E+") >= 0 || text.indexOf("#") >= 0;
      if ("float".equals(type) && value != null && shortened) {
        return new java.math.BigDecimal(value).toPlainString();
      }
      return text.toString();
    }
  }
}
