package neatroster.sheets;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;

/** Tables on web pages; many record systems export them under the name of a spreadsheet. */
final class HtmlFormat implements FileFormat {
  private static final long LARGEST = 32L << 20;
  private static final int WIDEST_SPAN = 1000;

  @Override
  public boolean recognizes(Path path, byte[] head) {
    String text =
        new String(head, StandardCharsets.ISO_8859_1).replace("\0", "").toLowerCase(Locale.ROOT);
    String begin = text.replaceFirst("^[^<]{0,8}", "");
    return begin.startsWith("<") && (text.contains("<table") || text.contains("<html"));
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    if (Files.size(path) > LARGEST) {
      throw new UnreadableSheetException(0, "as a web page it is too large; save it as CSV");
    }
    // A charset that the page declares comes first; jsoup then falls back to the byte order mark
    // and UTF-8.
    Document page = Jsoup.parse(path.toFile(), null, "");
    if (!declaresCharset(head) && page.text().contains("\ufffd")) {
      page = Jsoup.parse(path.toFile(), TextEncoding.of(path, head).charset().name(), "");
    }
    String encoding = page.charset().name().toLowerCase(Locale.ROOT);
    FileFacts facts = new FileFacts("html", encoding, null, false);
    List<Element> tables =
        innermost(page.select("table")).stream().filter(table -> !table.text().isBlank()).toList();
    List<Sheet> sheets = new ArrayList<>();
    ReadingBudget.Spending spending = budget.begin();
    for (Element table : tables) {
      String sheet = tables.size() == 1 ? null : "Table " + (sheets.size() + 1);
      sheets.add(new InMemorySheet(new SheetName(name, sheet), facts, rows(table, spending)));
    }
    if (sheets.isEmpty()) {
      throw UnreadableSheetException.notATable("there is no table on the page");
    }
    return new InMemoryFile(List.copyOf(sheets));
  }

  /** The tables that have no other within: those around them are there for the layout. */
  private static List<Element> innermost(List<Element> tables) {
    Set<Element> around = Collections.newSetFromMap(new IdentityHashMap<>());
    for (Element table : tables) {
      // Where another table has passed, everything above is known; else deep pages take forever.
      Element at = table.parent();
      while (at != null && around.add(at)) {
        at = at.parent();
      }
    }
    return tables.stream().filter(table -> !around.contains(table)).toList();
  }

  private static boolean declaresCharset(byte[] head) {
    return new String(head, StandardCharsets.ISO_8859_1)
        .toLowerCase(Locale.ROOT)
        .contains("charset");
  }

  private static List<List<String>> rows(Element table, ReadingBudget.Spending spending)
      throws UnreadableSheetException {
    List<List<String>> rows = new ArrayList<>();
    RowSpans spans = new RowSpans();
    for (Element tr : table.select("tr")) {
      List<String> cells = new ArrayList<>();
      for (Element cell : tr.children()) {
        if (cell.nameIs("td") || cell.nameIs("th")) {
          fillFromAbove(cells, rows.size(), spans, spending);
          String down = cell.attr("rowspan");
          if (down.matches("[1-9]\\d{0,4}") && Integer.parseInt(down) > 1) {
            spans.begin(cells.size(), rows.size() + Integer.parseInt(down) - 1, cell.text());
          }
          cells.add(cell.text());
          String span = cell.attr("colspan");
          spending.take(1, cell.text().length());
          int wide = span.matches("\\d{1,4}") ? Math.min(WIDEST_SPAN, Integer.parseInt(span)) : 1;
          for (int i = 1; i < wide; i++) {
            spending.take(1, 0);
            cells.add("");
          }
        }
      }
      fillFromAbove(cells, rows.size(), spans, spending);
      rows.add(cells);
    }
    return rows;
  }

  /** A cell that reaches down takes the place of one in each row that it reaches. */
  private static void fillFromAbove(
      List<String> cells, int row, RowSpans spans, ReadingBudget.Spending spending)
      throws UnreadableSheetException {
    for (String above = spans.at(row, cells.size());
        above != null;
        above = spans.at(row, cells.size())) {
      spending.take(1, above.length());
      cells.add(above);
    }
  }
}
