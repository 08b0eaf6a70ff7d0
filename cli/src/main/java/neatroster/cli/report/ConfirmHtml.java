package neatroster.cli.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import neatroster.core.confirm.CourseCounts;
import org.jsoup.nodes.Element;

/** What became of a run on the platform, as one page to read and print. */
final class ConfirmHtml {
  /** More rows no browser likes to show. */
  private static final int MOST = 3000;

  private ConfirmHtml() {}

  /** Writes the page. */
  static void write(ConfirmReport report, OutputStream out) throws IOException {
    HtmlPage page = new HtmlPage("Run " + report.confirmed().run() + " on the platform");
    Element body = page.body();
    Element header = body.appendElement("header");
    header.appendElement("h1").text("Run " + report.confirmed().run() + " on the platform");
    Element counts = header.appendElement("ul").addClass("counts");
    count(counts, "note", report.confirmed().changes().asAsked(), "as asked");
    count(counts, "error", report.missing().size(), "missing");
    count(counts, "warning", report.different().size(), "different");
    count(counts, "warning", report.extra().size(), "extra");
    if (report.confirmed().isFine()) {
      header.appendElement("p").text("Everything is there as it was asked.");
    }
    if (!report.stillAskedInWords().isEmpty()) {
      header.appendElement("p").text(report.stillAskedInWords());
    }
    report.notKept().forEach(line -> header.appendElement("p").text(line));
    courses(page.main(), report.confirmed().headcounts());
    Element main = page.main();
    section(main, "Missing", report.missing());
    section(main, "Different", report.different());
    section(main, "Extra, asked for by nobody", report.extra());
    section(main, "There twice", report.confirmed().twice());
    section(
        main, "Asked for by the sheets, and not there", report.confirmed().stillAsked().first());
    page.write(out);
  }

  private static void count(Element list, String severity, int count, String what) {
    Element item = list.appendElement("li");
    if (count > 0) {
      item.addClass(severity);
    }
    item.appendElement("b").text(String.valueOf(count));
    item.appendText(" " + what);
  }

  private static void courses(Element main, List<CourseCounts.Count> headcounts) {
    if (headcounts.isEmpty()) {
      return;
    }
    Element section = main.appendElement("section").addClass("courses");
    section.appendElement("h2").text("In the courses");
    Element table = section.appendElement("div").addClass("columns").appendElement("table");
    Element head = table.appendElement("tr");
    for (String name : List.of("course", "role", "expected", "there", "")) {
      HtmlPage.header(head, name);
    }
    for (CourseCounts.Count count : headcounts.subList(0, Math.min(MOST, headcounts.size()))) {
      Element row = table.appendElement("tr");
      row.appendElement("td").text(count.course());
      row.appendElement("td").text(count.role());
      row.appendElement("td").text(String.valueOf(count.expected()));
      row.appendElement("td").text(String.valueOf(count.there()));
      int more = count.there() - count.expected();
      Element last = row.appendElement("td");
      if (more != 0) {
        row.addClass("warning");
        last.addClass("marked").text(Math.abs(more) + (more > 0 ? " more" : " fewer"));
      }
    }
  }

  private static void section(Element main, String title, List<String> lines) {
    if (lines.isEmpty()) {
      return;
    }
    main.appendElement("h2").text(title);
    Element list = main.appendElement("ul");
    lines.stream().limit(MOST).forEach(line -> list.appendElement("li").text(line));
    if (lines.size() > MOST) {
      main.appendElement("p").text("… and " + (lines.size() - MOST) + " more.");
    }
  }
}
