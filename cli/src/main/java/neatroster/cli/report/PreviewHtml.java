package neatroster.cli.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.change.Subject;
import neatroster.core.compare.SkippedDifference;
import neatroster.core.model.Counted;
import neatroster.work.pack.ChangeWords;
import neatroster.work.preview.Preview;
import org.jsoup.nodes.Element;

/** What would change, as one page to read, to filter and to print. */
final class PreviewHtml {
  /** More rows of one table no browser likes to show. */
  private static final int MOST = 3000;

  /** So many differences that one setting leaves are shown. */
  private static final int MOST_LEFT = 200;

  private final Preview preview;
  private final Map<String, List<PlannedChange>> shown = new LinkedHashMap<>();
  private final Map<String, Integer> counts = new LinkedHashMap<>();

  private PreviewHtml(Preview preview) {
    this.preview = preview;
    preview.eachChange(
        change -> {
          String table = change.phase().word();
          counts.merge(table, 1, Integer::sum);
          List<PlannedChange> rows = shown.computeIfAbsent(table, name -> new ArrayList<>());
          if (rows.size() < MOST) {
            rows.add(change);
          }
        });
  }

  /** Writes the page. */
  static void write(Preview preview, OutputStream out) throws IOException {
    new PreviewHtml(preview).page().write(out);
  }

  private HtmlPage page() throws IOException {
    int all = counts.values().stream().mapToInt(Integer::intValue).sum();
    HtmlPage page = new HtmlPage("Preview: " + Counted.of(all, "change"));
    Element body = page.body();
    header(body);
    courses(page.main());
    if (!shown.isEmpty()) {
      filters(page);
    }
    Element main = page.main();
    shown.forEach((table, changes) -> table(main, table, changes));
    HtmlPage.nothing(main);
    left(main);
    leftOut(main);
    return page;
  }

  private void header(Element body) {
    Element header = body.appendElement("header");
    header.appendElement("h1").text("What would change on the platform");
    Element list = header.appendElement("ul").addClass("counts");
    preview
        .totals()
        .counts()
        .forEach(
            (phase, changes) ->
                changes.forEach(
                    (change, count) -> {
                      Element item = list.appendElement("li").addClass(severity(change));
                      item.appendElement("b").text(String.valueOf(count));
                      item.appendText(counted(phase, count) + " to " + change);
                    }));
    if (preview.isTwoLists() && preview.isAnythingKnown()) {
      header.appendElement("p").text("From the older list to this one: " + preview.people());
    }
    if (preview.totals().isNothing()) {
      header.appendElement("p").text("Nothing would change.");
    }
    if (!preview.isAnythingKnown()) {
      header
          .appendElement("p")
          .text("Nothing is known of the platform, so everything counts as new.");
    }
    List<String> sources = ChangeWords.sources(preview.sources());
    if (!sources.isEmpty()) {
      header
          .appendElement("p")
          .text(
              "Compared with "
                  + String.join("; ", sources)
                  + (sources.size() == 1 ? "." : "; where they differ, the newer counts."));
    }
    preview
        .above()
        .forEach(
            one ->
                header
                    .appendElement("p")
                    .addClass("error")
                    .appendElement("strong")
                    .text("pack would refuse it. " + one.sentence() + "."));
  }

  /** Whom or what a change is about; of enrollments and removals the change itself says it. */
  private static String counted(String phase, int count) {
    return switch (phase) {
      case "enrollments", "withdrawals", "removals" -> "";
      default -> " " + (count == 1 ? phase.substring(0, phase.length() - 1) : phase);
    };
  }

  /** What is taken from somebody stands out. */
  private static String severity(String change) {
    return change.equals(Change.REMOVE.word())
        ? "error"
        : change.equals(Change.WITHDRAW.word()) || change.equals(Change.SUSPEND.word())
            ? "warning"
            : "note";
  }

  private void courses(Element main) {
    List<String> projected = ChangeWords.projected(preview.projected());
    Map<String, Integer> moves = preview.totals().moves();
    List<String[]> heads = new ArrayList<>();
    preview
        .totals()
        .headcounts()
        .forEach(
            (course, roles) ->
                roles.forEach(
                    (role, both) -> {
                      if (both[0] != both[1]) {
                        heads.add(
                            new String[] {
                              course, role, String.valueOf(both[0]), String.valueOf(both[1])
                            });
                      }
                    }));
    if (heads.isEmpty() && projected.isEmpty() && moves.isEmpty()) {
      return;
    }
    Element section = main.appendElement("section").addClass("courses");
    section.appendElement("h2").text("In the courses");
    projected.stream()
        .limit(MOST_LEFT)
        .forEach(line -> section.appendElement("p").addClass("warning").text(line));
    Element columns = section.appendElement("div").addClass("columns");
    if (!heads.isEmpty()) {
      Element table = columns.appendElement("table");
      headers(table, "course", "role", "now", "then");
      heads.stream().limit(MOST).forEach(row -> cells(table.appendElement("tr"), row));
    }
    if (!moves.isEmpty()) {
      Element table = columns.appendElement("table");
      headers(table, "from course to course", "people");
      moves.entrySet().stream()
          .limit(MOST_LEFT)
          .forEach(
              move ->
                  cells(table.appendElement("tr"), move.getKey(), String.valueOf(move.getValue())));
    }
  }

  private static void headers(Element table, String... names) {
    Element row = table.appendElement("tr");
    for (String name : names) {
      HtmlPage.header(row, name);
    }
  }

  private static void cells(Element row, String... texts) {
    for (String text : texts) {
      row.appendElement("td").text(text);
    }
  }

  private void filters(HtmlPage page) {
    Set<String> changes = new LinkedHashSet<>();
    Set<String> courses = new TreeSet<>();
    shown
        .values()
        .forEach(
            rows ->
                rows.forEach(
                    change -> {
                      changes.add(change.change().word());
                      if (!Subject.of(change).course().isEmpty()) {
                        courses.add(Subject.of(change).course());
                      }
                    }));
    Element form = page.filters();
    HtmlPage.filter(form, "table", List.copyOf(shown.keySet()));
    HtmlPage.filter(form, "change", List.copyOf(changes));
    HtmlPage.filter(form, "course", List.copyOf(courses));
    Element search = form.appendElement("label").text("with ");
    search.appendElement("input").attr("type", "search").attr("name", "with");
    form.appendElement("output").attr("aria-live", "polite");
  }

  private void table(Element main, String name, List<PlannedChange> changes) {
    Element section = main.appendElement("section").addClass("filtered");
    section.appendElement("h2").text(name + ": " + counts.get(name));
    Element table =
        section
            .appendElement("div")
            .addClass("piece")
            .attr("tabindex", "0")
            .appendElement("table")
            .addClass("changes");
    headers(table, "change", "what", "", "why", "where");
    for (PlannedChange change : changes) {
      Element row =
          table
              .appendElement("tr")
              .addClass("item")
              .addClass(severity(change.change().word()))
              .attr("data-table", name)
              .attr("data-change", change.change().word())
              .attr("data-course", Subject.of(change).course());
      row.appendElement("td").addClass("severity").text(change.change().word());
      cells(
          row,
          change.key(),
          ChangeWords.what(change),
          change.why(),
          ChangeWords.where(change.place()));
    }
    int more = counts.get(name) - changes.size();
    if (more > 0) {
      section
          .appendElement("p")
          .text("and " + more + " more, not on this page; a report that ends in .csv holds all.");
    }
  }

  private void left(Element main) {
    if (preview.notices().unasked() > 0) {
      main.appendElement("p").text(preview.notices().unaskedInWords());
    }
    if (preview.notices().count() == 0) {
      return;
    }
    Map<String, List<SkippedDifference>> bySetting = new LinkedHashMap<>();
    Map<String, Integer> all = new LinkedHashMap<>();
    preview.eachLeft(
        left -> {
          all.merge(left.setting(), 1, Integer::sum);
          List<SkippedDifference> some =
              bySetting.computeIfAbsent(left.setting(), setting -> new ArrayList<>());
          if (some.size() < MOST_LEFT) {
            some.add(left);
          }
        });
    Element section = main.appendElement("section").addClass("left");
    section
        .appendElement("h2")
        .text(Counted.of(preview.notices().count(), "difference") + " left as the platform has it");
    bySetting.forEach(
        (setting, some) -> {
          Element text = section.appendElement("p");
          text.appendElement("code").text(setting);
          text.appendText(
              " in roster.yaml " + ChangeWords.through(setting, all.get(setting)) + ":");
          Element list = section.appendElement("ul");
          some.forEach(
              left ->
                  list.appendElement("li")
                      .text(
                          left.key()
                              + ": "
                              + ChangeWords.what(left)
                              + (left.place() == null
                                  ? ""
                                  : " (" + ChangeWords.where(left.place()) + ")")));
          if (all.get(setting) > some.size()) {
            list.appendElement("li").text("and " + (all.get(setting) - some.size()) + " more");
          }
        });
  }

  private void leftOut(Element main) {
    if (preview.leftOut() == 0) {
      return;
    }
    Element section = main.appendElement("section").addClass("left");
    section
        .appendElement("h2")
        .text(Counted.of(preview.leftOut(), "row") + " would not be delivered");
    section
        .appendElement("p")
        .text(
            "Rows with errors, or of people without an account. As long as any row is left out,"
                + " nothing counts as absent.");
    Element list = section.appendElement("ul");
    int[] count = new int[1];
    preview.eachLeftOut(
        row -> {
          if (count[0]++ < MOST_LEFT) {
            list.appendElement("li").text(ChangeWords.where(row.place()) + ": " + row.reason());
          }
        });
    if (count[0] > MOST_LEFT) {
      list.appendElement("li").text("and " + (count[0] - MOST_LEFT) + " more");
    }
  }
}
