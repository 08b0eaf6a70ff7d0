package neatroster.cli.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.check.pass.Rules;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Counted;
import neatroster.core.model.Severity;
import neatroster.core.roster.Roster;
import neatroster.core.settings.AcceptedFinding;
import org.jsoup.nodes.Element;

/** Findings as one page that needs nothing else: each in the piece of the sheet where it stands. */
final class FindingsHtml {
  /** A page with more is read by nobody and opened by no browser. */
  private static final int MOST = 1500;

  /** Of one rule in one column so many are shown. */
  private static final int MOST_ALIKE = 40;

  /** So many columns are shown beside the one that is meant. */
  private static final int COLUMNS_AROUND = 4;

  private final CheckResult result;
  private final Map<String, Integer> left = new LinkedHashMap<>();
  private final List<Finding> shown = new ArrayList<>();
  private final SheetPieces pieces;

  private FindingsHtml(CheckResult result) {
    this.result = result;
    Map<String, Integer> alike = new LinkedHashMap<>();
    for (Severity severity : Severity.values()) {
      for (Finding finding : result.findings()) {
        if (finding.severity() == severity) {
          choose(finding, alike);
        }
      }
    }
    List<SheetName> order = result.roster().order();
    shown.sort(
        java.util.Comparator.<Finding>comparingInt(f -> order.indexOf(f.place().sheet()))
            .thenComparingInt(f -> f.place().row())
            .thenComparingInt(Finding::columnIndex));
    pieces = SheetPieces.of(result, shown);
  }

  private void choose(Finding finding, Map<String, Integer> alike) {
    String key =
        finding.rule().text().name() + "\n" + finding.place().sheet() + "\n" + finding.column();
    if (shown.size() < MOST && alike.merge(key, 1, Integer::sum) <= MOST_ALIKE) {
      shown.add(finding);
    } else {
      left.merge(finding.rule().text().name() + " in " + finding.place().sheet(), 1, Integer::sum);
    }
  }

  /** Writes the page. */
  static void write(CheckResult result, OutputStream out) throws IOException {
    new FindingsHtml(result).page().write(out);
  }

  private HtmlPage page() throws IOException {
    HtmlPage page = new HtmlPage("Check: " + summary());
    Element body = page.body();
    header(body);
    filters(page);
    Element main = page.main();
    SheetName sheet = null;
    Element section = null;
    for (Finding finding : shown) {
      if (!finding.place().sheet().equals(sheet)) {
        sheet = finding.place().sheet();
        section = main.appendElement("section").addClass("filtered");
        section.appendElement("h2").text(sheet.toString());
      }
      finding(section, finding);
    }
    HtmlPage.nothing(main);
    leftOut(main);
    checked(body);
    return page;
  }

  private String summary() {
    int errors = result.count(Severity.ERROR);
    int warnings = result.count(Severity.WARNING);
    int notes = result.count(Severity.NOTE);
    return Counted.of(errors, "error")
        + ", "
        + Counted.of(warnings, "warning")
        + ", "
        + Counted.of(notes, "note");
  }

  private void header(Element body) {
    Element header = body.appendElement("header");
    header.appendElement("h1").text("What the check found");
    Element counts = header.appendElement("ul").addClass("counts");
    for (Severity severity : Severity.values()) {
      int count = result.count(severity);
      Element item = counts.appendElement("li").addClass(severity.word());
      item.appendElement("b").text(String.valueOf(count));
      item.appendText(" " + severity.word() + (count == 1 ? "" : "s"));
    }
    boolean anything = result.counts().values().stream().anyMatch(count -> count > 0);
    header
        .appendElement("p")
        .text(
            (anything ? "Checked " + Counted.tables(result.counts()) : "There were no rows")
                + ". "
                + (result.hasErrors()
                    ? "Rows with errors cannot be delivered as they stand."
                    : "Nothing keeps it from being delivered."));
  }

  private void filters(HtmlPage page) {
    if (shown.isEmpty()) {
      return;
    }
    Set<String> rules = new LinkedHashSet<>();
    Set<String> sheets = new LinkedHashSet<>();
    for (Finding finding : shown) {
      rules.add(finding.rule().text().name());
      sheets.add(finding.place().sheet().toString());
    }
    Element form = page.filters();
    HtmlPage.filter(form, "severity", List.of("error", "warning", "note"));
    HtmlPage.filter(form, "rule", rules.stream().sorted().toList());
    HtmlPage.filter(form, "sheet", sheets.stream().toList());
    form.appendElement("output").attr("aria-live", "polite");
  }

  private void finding(Element section, Finding finding) {
    String rule = finding.rule().text().name();
    Element article =
        section
            .appendElement("article")
            .addClass(finding.severity().word())
            .attr("data-severity", finding.severity().word())
            .attr("data-rule", rule)
            .attr("data-sheet", finding.place().sheet().toString());
    Element title = article.appendElement("h3");
    title.appendElement("span").addClass("severity").text(finding.severity().word());
    String row = finding.place().row() == 0 ? "The whole sheet" : "Row " + finding.place().row();
    title.appendText(
        " " + row + (finding.column() == null ? "" : ", column " + finding.column()) + " ");
    title.appendElement("code").text(rule);
    article.appendElement("p").addClass("message").text(finding.message());
    if (finding.suggestion() != null) {
      Element suggestion = article.appendElement("p").addClass("suggestion").text("Type ");
      suggestion.appendElement("kbd").text(finding.suggestion());
    }
    piece(article, finding);
    Element why = article.appendElement("details");
    why.appendElement("summary").text("Why it matters, and how to mend it");
    why.appendElement("p").text(finding.rule().text().matters());
    why.appendElement("p").text(finding.rule().text().mend());
  }

  /** The rows around the finding, with its cell marked. */
  private void piece(Element article, Finding finding) {
    SheetReading sheet = pieces.sheet(finding.place().sheet()).orElse(null);
    int row = finding.place().row();
    if (sheet == null || row == 0) {
      return;
    }
    int last = sheet.columns().size() - 1;
    int middle = Math.max(0, finding.columnIndex());
    int from = finding.columnIndex() < 0 ? 0 : Math.max(0, middle - COLUMNS_AROUND);
    int to = Math.min(last, Math.max(middle + COLUMNS_AROUND, from + 2 * COLUMNS_AROUND));
    Element table =
        article.appendElement("div").addClass("piece").attr("tabindex", "0").appendElement("table");
    Element letters = table.appendElement("tr").addClass("letters");
    letters.appendElement("td");
    Element headers = table.appendElement("tr").addClass("headers");
    HtmlPage.header(headers, sheet.headerRow() == 0 ? "" : "" + sheet.headerRow());
    for (int i = from; i <= to; i++) {
      letters.appendElement("th").text(Column.letters(i));
      HtmlPage.header(headers, sheet.columns().get(i).header());
    }
    for (int number = row - 1; number <= row + 1; number++) {
      List<String> cells = pieces.row(finding.place().sheet(), number).orElse(null);
      if (cells == null || number <= sheet.headerRow()) {
        continue;
      }
      Element tr = table.appendElement("tr");
      tr.appendElement("th").text(String.valueOf(number));
      for (int i = from; i <= to; i++) {
        Element td = tr.appendElement("td").text(i < cells.size() ? shortened(cells.get(i)) : "");
        boolean meant = finding.columnIndex() < 0 || finding.columnIndex() == i;
        if (number == row && meant) {
          td.addClass("marked");
        }
      }
    }
  }

  private static String shortened(String cell) {
    return cell.length() <= 80 ? cell : cell.substring(0, 80) + "…";
  }

  private void leftOut(Element main) {
    if (left.isEmpty()) {
      return;
    }
    int count = left.values().stream().mapToInt(Integer::intValue).sum();
    Element aside = main.appendElement("section").addClass("left");
    aside
        .appendElement("h2")
        .text("Not shown on this page: " + Counted.of(count, "finding") + " of the same kinds");
    Element list = aside.appendElement("ul");
    left.entrySet().stream()
        .limit(100)
        .forEach(
            kind -> list.appendElement("li").text(kind.getValue() + " more of " + kind.getKey()));
    aside.appendElement("p").text("A report that ends in .csv, .json or .xlsx holds all of them.");
  }

  private void checked(Element body) {
    Element footer = body.appendElement("footer");
    footer.appendElement("h2").text("What was checked");
    Element table = footer.appendElement("table");
    Element head = table.appendElement("tr");
    for (String name : List.of("sheet", "read as", "rows")) {
      head.appendElement("th").text(name);
    }
    for (SheetReading sheet : result.roster().sheets()) {
      Element row = table.appendElement("tr");
      row.appendElement("td").text(sheet.name().toString());
      row.appendElement("td").text(sheet.table().word());
      row.appendElement("td").text(LedgerText.line(sheet, result.ledger().of(sheet)));
    }
    for (Roster.Unread unread : result.roster().unread()) {
      Element row = table.appendElement("tr");
      row.appendElement("td").text(unread.name().toString());
      row.appendElement("td").text("could not be checked: " + unread.why().getMessage());
      row.appendElement("td");
    }
    footer.appendElement("p").text(Rules.texts().size() + " rules: neat-roster rules tells them.");
    Element exceptions = footer.appendElement("ul");
    for (Map.Entry<AcceptedFinding, Integer> accepted : result.accepted().entrySet()) {
      exceptions.appendElement("li").text(FindingsText.accepted(accepted));
    }
  }
}
