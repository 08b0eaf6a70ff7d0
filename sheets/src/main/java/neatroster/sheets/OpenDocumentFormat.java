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
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.RowTooLargeException;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;

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

  /** Before a formula without a result; no document can hold it. */
  private static final String UNSAVED = "\u0001";

  /** A text is held in memory; a list of people is shorter. */
  private static final long MOST_LETTERS = 50L << 20;

  /** So many tables are looked for one after another where they are too large to be held. */
  private static final int MOST_STREAMED = 500;

  @Override
  public boolean recognizes(Path path, byte[] head) {
    return isFlat(head) || (XlsxFormat.isZip(head) && SafeZip.holds(path, CONTENT));
  }

  /** Whether it is one XML document instead of a zip (OpenDocument 1.3, part 3, section 3.1.1). */
  private static boolean isFlat(byte[] head) {
    String begin = new String(head, 0, Math.min(head.length, 4096), StandardCharsets.UTF_8);
    return begin.contains("<office:document ") && begin.stripLeading().startsWith("<");
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    XmlContent content;
    if (isFlat(head)) {
      content = XmlContent.of(path);
    } else {
      ZipFile zip = SafeZip.open(path);
      content = XmlContent.of(zip, CONTENT);
      if (isSealed(zip)) {
        zip.close();
        throw UnreadableSheetException.behindPassword();
      }
    }
    try {
      return open(content, name);
    } catch (XMLStreamException | RuntimeException e) {
      content.close();
      throw SafeZip.damaged();
    } catch (UnreadableSheetException e) {
      content.close();
      throw e;
    }
  }

  private static SheetFile open(XmlContent content, String name)
      throws IOException, XMLStreamException, UnreadableSheetException {
    Survey survey = Survey.of(content);
    FileFacts facts = FileFacts.of(survey.spreadsheet ? "ods" : "odt");
    if (survey.tables.isEmpty()) {
      return new OpenFile(
          content,
          List.of(new InMemoryText(new SheetName(name, null), facts, paragraphs(content))));
    }
    if (survey.held == null && survey.tables.size() > MOST_STREAMED) {
      throw new UnreadableSheetException(
          0,
          "it has "
              + survey.tables.size()
              + " tabs; put the lists that are meant into a workbook of their own");
    }
    List<Sheet> sheets = new ArrayList<>();
    HiddenOfTables hidden = new HiddenOfTables(content);
    for (int i = 0; i < survey.tables.size(); i++) {
      List<TableRow> rows = survey.held == null ? null : survey.held.get(i);
      sheets.add(
          new TableSheet(
              content,
              new SheetName(name, survey.tables.get(i)),
              facts,
              i,
              rows,
              hidden,
              survey.results));
    }
    if (!survey.spreadsheet) {
      InMemoryText text = new InMemoryText(new SheetName(name, "Text"), facts, paragraphs(content));
      if (text.mayBeAList()) {
        sheets.add(text);
      }
    }
    return new OpenFile(content, sheets);
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

  private record OpenFile(XmlContent content, List<Sheet> sheets) implements SheetFile {
    @Override
    public void close() throws IOException {
      content.close();
    }
  }

  /**
   * A row with something in it.
   *
   * @param number its number, from 1
   * @param repeats how many rows are the same
   * @param cells its cells, without blank ones at the end
   */
  private record TableRow(int number, int repeats, List<String> cells) {}

  /** Takes the rows of a table until it has enough. */
  @FunctionalInterface
  private interface Rows {
    boolean row(TableRow row) throws UnreadableSheetException;
  }

  /** Whether the program that wrote the document saved what its formulas came to. */
  private static final class FormulaResults {
    private boolean saved;
  }

  /** What a document holds: the names of its tables, and their rows where these are few. */
  private static final class Survey {
    /** Of a document with many tables each would be looked for from the beginning. */
    private static final int MOST_HELD = 200_000;

    private final List<String> tables = new ArrayList<>();
    private final FormulaResults results = new FormulaResults();
    private boolean spreadsheet;
    private List<List<TableRow>> held = new ArrayList<>();
    private long size;

    static Survey of(XmlContent content)
        throws IOException, XMLStreamException, UnreadableSheetException {
      Survey survey = new Survey();
      try (InputStream in = content.open()) {
        XMLStreamReader xml = SafeXml.read(in);
        while (xml.hasNext()) {
          if (xml.next() == XMLStreamConstants.START_ELEMENT) {
            survey.spreadsheet |= is(xml, OFFICE, "spreadsheet");
            if (is(xml, TABLE, "table")) {
              survey.table(xml);
            }
          }
        }
      }
      return survey;
    }

    private void table(XMLStreamReader xml) throws XMLStreamException, UnreadableSheetException {
      String name = xml.getAttributeValue(TABLE, "name");
      tables.add(name == null ? "Table " + (tables.size() + 1) : name);
      List<TableRow> rows = new ArrayList<>();
      boolean all = held != null && readTable(xml, results, row -> hold(rows, row));
      if (all) {
        held.add(rows);
      } else {
        held = null;
        skipTable(xml);
      }
    }

    private boolean hold(List<TableRow> rows, TableRow row) {
      size += 1 + row.cells().size();
      for (String cell : row.cells()) {
        size += cell.length() / 16;
      }
      rows.add(row);
      return size < MOST_HELD;
    }
  }

  /** What does not show, looked for once for all tables. */
  private static final class HiddenOfTables {
    private final XmlContent content;
    private List<Hidden> found;

    HiddenOfTables(XmlContent content) {
      this.content = content;
    }

    Hidden of(int table) {
      if (found == null) {
        try (InputStream in = content.open()) {
          found = HiddenParts.of(SafeXml.read(in));
        } catch (IOException | XMLStreamException | UnreadableSheetException e) {
          // Whoever reads the rows comes to the same place and says so.
          found = List.of();
        }
      }
      return table < found.size() ? found.get(table) : Hidden.NOTHING;
    }
  }

  /**
   * Reads the table that has begun.
   *
   * @return whether it was read to its end; else the receiver had enough within it
   */
  private static boolean readTable(XMLStreamReader xml, FormulaResults results, Rows rows)
      throws XMLStreamException, UnreadableSheetException {
    RowSpans spans = new RowSpans();
    int depth = 1;
    int next = 1;
    while (depth > 0) {
      int event = xml.next();
      if (event == XMLStreamConstants.END_ELEMENT && is(xml, TABLE, "table")) {
        depth--;
      } else if (event == XMLStreamConstants.START_ELEMENT && is(xml, TABLE, "table")) {
        depth++;
      } else if (event == XMLStreamConstants.START_ELEMENT
          && depth == 1
          && is(xml, TABLE, "table-row")) {
        int repeats = repeats(xml, TABLE, "number-rows-repeated", Integer.MAX_VALUE);
        List<String> cells = cells(xml, next, spans, results);
        // The rest of a sheet is one blank row that repeats a million times.
        if (!cells.isEmpty() && !rows.row(new TableRow(next, Math.min(repeats, 10_000), cells))) {
          return false;
        }
        next += repeats;
      }
    }
    return true;
  }

  private static boolean is(XMLStreamReader xml, String namespace, String name) {
    return name.equals(xml.getLocalName()) && namespace.equals(xml.getNamespaceURI());
  }

  private static List<InMemoryText.Paragraph> paragraphs(XmlContent content)
      throws IOException, XMLStreamException, UnreadableSheetException {
    List<InMemoryText.Paragraph> paragraphs = new ArrayList<>();
    int items = 0;
    int tables = 0;
    long letters = 0;
    try (InputStream in = content.open()) {
      XMLStreamReader xml = SafeXml.read(in);
      while (xml.hasNext()) {
        int event = xml.next();
        if (event != XMLStreamConstants.START_ELEMENT && event != XMLStreamConstants.END_ELEMENT) {
          continue;
        }
        boolean begins = event == XMLStreamConstants.START_ELEMENT;
        if (is(xml, TEXT, "list-item")) {
          items += begins ? 1 : -1;
        } else if (is(xml, TABLE, "table")) {
          tables += begins ? 1 : -1;
        } else if (begins && tables == 0 && (is(xml, TEXT, "p") || is(xml, TEXT, "h"))) {
          boolean heading =
              is(xml, TEXT, "h") || isTitle(xml.getAttributeValue(TEXT, "style-name"));
          StringBuilder text = new StringBuilder();
          paragraph(xml, text);
          letters += text.length();
          if (letters > MOST_LETTERS) {
            throw new UnreadableSheetException(
                0, "as a text document it is too large; put the list into a spreadsheet");
          }
          SheetRow.Kind kind =
              heading
                  ? SheetRow.Kind.HEADING
                  : items > 0 ? SheetRow.Kind.ITEM : SheetRow.Kind.PLAIN;
          paragraphs.add(new InMemoryText.Paragraph(kind, text.toString()));
        }
      }
    }
    return paragraphs;
  }

  private static boolean isTitle(String style) {
    return style != null && (style.equals("Title") || style.equals("Subtitle"));
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

  /** Goes to the end of the table that has begun. */
  private static void skipTable(XMLStreamReader xml) throws XMLStreamException {
    for (int depth = 1; depth > 0; ) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT || event == XMLStreamConstants.END_ELEMENT) {
        int step = event == XMLStreamConstants.START_ELEMENT ? 1 : -1;
        depth += is(xml, TABLE, "table") ? step : 0;
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

  /** The cells of the row that has begun, without blank ones at its end. */
  private static List<String> cells(
      XMLStreamReader xml, int row, RowSpans spans, FormulaResults results)
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
        String text = cell(xml, results);
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
  private static String cell(XMLStreamReader xml, FormulaResults results)
      throws XMLStreamException {
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
    results.saved |= formula != null && type != null;
    if (formula != null && type == null && text.isEmpty()) {
      return UNSAVED + "=" + formula.replaceFirst("^[a-z]*:?=", "");
    }
    if ("date".equals(type) && date != null) {
      return date.replace("T00:00:00", "");
    }
    // A number too wide for its column is shown in scientific notation, but is an id all the
    // same.
    boolean shortened = text.indexOf("E+") >= 0 || text.indexOf("#") >= 0;
    if ("float".equals(type) && value != null && shortened) {
      return SheetNumbers.plain(new java.math.BigDecimal(value));
    }
    return text.toString();
  }

  private record TableSheet(
      XmlContent content,
      SheetName name,
      FileFacts facts,
      int number,
      List<TableRow> held,
      HiddenOfTables hiddenOfTables,
      FormulaResults results)
      implements Sheet {
    @Override
    public Hidden hidden() {
      return hiddenOfTables.of(number);
    }

    @Override
    public void read(Receiver receiver) throws UnreadableSheetException {
      SheetRow row = new SheetRow();
      if (held != null) {
        for (TableRow one : held) {
          if (!handOn(one, row, receiver)) {
            return;
          }
        }
        return;
      }
      try (InputStream in = content.open()) {
        XMLStreamReader xml = SafeXml.read(in);
        int table = -1;
        while (xml.hasNext()) {
          if (xml.next() == XMLStreamConstants.START_ELEMENT && is(xml, TABLE, "table")) {
            if (++table == number) {
              readTable(xml, results, one -> handOn(one, row, receiver));
              return;
            }
            skipTable(xml);
          }
        }
      } catch (RowTooLargeException e) {
        throw e;
      } catch (IOException | XMLStreamException | RuntimeException e) {
        throw new UnreadableSheetException(row.number() + 1, "it is no workbook, or a damaged one");
      }
    }

    /**
     * An empty text that a formula made looks like a formula without a result; a program that saves
     * other results has calculated this one too.
     */
    private String settled(String cell) {
      if (!cell.startsWith(UNSAVED)) {
        return cell;
      }
      return results.saved ? "" : cell.substring(UNSAVED.length());
    }

    private boolean handOn(TableRow one, SheetRow row, Receiver receiver) {
      for (int i = 0; i < one.repeats(); i++) {
        row.begin(one.number() + i);
        one.cells().forEach(cell -> row.add(settled(cell)));
        if (!receiver.row(row)) {
          return false;
        }
      }
      return true;
    }
  }
}
