package neatroster.cli.report;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.jsoup.nodes.DataNode;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.DocumentType;
import org.jsoup.nodes.Element;

/**
 * A page that needs nothing else: style and filters are in it. It is put together as a tree of
 * elements, so that no value can be anything but text.
 */
final class HtmlPage {
  private final Document page = Document.createShell("");

  HtmlPage(String title) throws IOException {
    page.outputSettings().prettyPrint(false);
    page.prependChild(new DocumentType("html", "", ""));
    page.selectFirst("html").attr("lang", "en");
    Element head = page.head();
    head.appendElement("meta").attr("charset", "utf-8");
    head.appendElement("meta")
        .attr("name", "viewport")
        .attr("content", "width=device-width, initial-scale=1");
    head.appendElement("meta").attr("name", "generator").attr("content", OwnFiles.REPORT);
    head.appendElement("meta")
        .attr("http-equiv", "Content-Security-Policy")
        .attr(
            "content", "default-src 'none'; style-src 'unsafe-inline'; script-src 'unsafe-inline'");
    head.appendElement("title").text(title);
    head.appendElement("style").appendChild(new DataNode(resource("page.css")));
  }

  Element body() {
    return page.body();
  }

  /** What the page is about, below its header. */
  Element main() {
    Element main = body().selectFirst("main");
    return main == null ? body().appendElement("main") : main;
  }

  /** Starts the row of filters. */
  Element filters() {
    return main().appendElement("form").addClass("filters");
  }

  /** A filter of what has the attribute {@code data-NAME}. */
  static void filter(Element form, String name, List<String> choices) {
    Element label = form.appendElement("label").text(name + " ");
    Element select = label.appendElement("select").attr("name", name);
    select.appendElement("option").attr("value", "").text("all");
    choices.forEach(choice -> select.appendElement("option").attr("value", choice).text(choice));
  }

  /** A cell that is a header where something stands in it. */
  static void header(Element row, String text) {
    row.appendElement(text.isEmpty() ? "td" : "th").text(text);
  }

  /** What is said where the filters leave nothing. */
  static void nothing(Element main) {
    main.appendElement("p")
        .addClass("nothing")
        .attr("hidden", true)
        .text("Nothing is left with these filters.");
  }

  /** Writes the page. */
  void write(OutputStream out) throws IOException {
    body().appendElement("script").appendChild(new DataNode(resource("page.js")));
    out.write(page.outerHtml().getBytes(StandardCharsets.UTF_8));
  }

  private static String resource(String name) throws IOException {
    try (InputStream in = HtmlPage.class.getResourceAsStream(name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
  }
}
