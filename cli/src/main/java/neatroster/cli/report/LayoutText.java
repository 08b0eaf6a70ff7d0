package neatroster.cli.report;

import java.util.ArrayList;
import java.util.List;
import neatroster.cli.terminal.Screen;
import neatroster.core.check.Finding;
import neatroster.core.layout.Layout;
import neatroster.core.model.Counted;
import neatroster.formats.LayoutExcerpt;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import neatroster.work.pack.LayoutBeginnings;

/** The files of layouts as they would begin. */
public final class LayoutText {
  private static final int MISFITS_SHOWN = 12;

  private LayoutText() {}

  /** Writes those of a layout on the screen. */
  public static void write(Screen screen, LayoutBeginnings beginnings) {
    Layout layout = beginnings.layout();
    screen.line(
        screen.bold("layout:" + layout.name())
            + "  "
            + screen.dim(layout.place() + "; nothing is packed"));
    for (LayoutExcerpt.Beginning file : beginnings.files()) {
      screen.line("");
      screen.line(
          screen.bold(file.name())
              + "  "
              + screen.dim(Counted.of(file.rows(), "row") + "; " + file.format()));
      file.lines().forEach(line -> screen.line("  " + line));
    }
    if (beginnings.leftOut() > 0) {
      screen.line("");
      screen.line(
          screen.yellow(Counted.of(beginnings.leftOut(), "row") + " left out")
              + ", because of errors; neat-roster check shows them");
    }
    if (!beginnings.notCarried().isEmpty()) {
      screen.line("");
      screen.line(screen.yellow("not carried") + "  the layout has no column for this:");
      beginnings.notCarried().forEach((what, count) -> screen.line("  " + count + "  " + what));
    }
  }

  /** Writes on the screen what does not fit. */
  public static void unfitValues(Screen screen, List<Finding> unfitValues) {
    if (unfitValues.isEmpty()) {
      return;
    }
    screen.line("");
    screen.line(screen.red("does not fit") + "  so it could not be packed:");
    for (Finding unfitValue : unfitValues.subList(0, Math.min(MISFITS_SHOWN, unfitValues.size()))) {
      screen.line(
          "  "
              + unfitValue.place().sheet()
              + (unfitValue.place().row() == 0 ? "" : ", row " + unfitValue.place().row())
              + "  "
              + unfitValue.message());
    }
    if (unfitValues.size() > MISFITS_SHOWN) {
      screen.line("  and " + (unfitValues.size() - MISFITS_SHOWN) + " more");
    }
  }

  /** The document for programs. */
  public static JsonObject document(List<LayoutBeginnings> layouts, List<Finding> unfitValues) {
    List<JsonObject> shown = new ArrayList<>();
    List<JsonObject> notCarried = new ArrayList<>();
    for (LayoutBeginnings layout : layouts) {
      String name = layout.layout().name();
      for (LayoutExcerpt.Beginning file : layout.files()) {
        shown.add(
            new JsonObject()
                .put("layout", name)
                .put("name", file.name())
                .put("rows", file.rows())
                .put("lines", file.lines()));
      }
      layout
          .notCarried()
          .forEach(
              (what, count) ->
                  notCarried.add(
                      new JsonObject()
                          .put("format", "layout:" + name)
                          .put("what", what)
                          .put("count", count)));
    }
    return Json.of("pack")
        .put("run", null)
        .put("shown", shown)
        .put("notCarried", notCarried)
        .put("leftOut", layouts.isEmpty() ? 0 : layouts.get(0).leftOut())
        .put("findings", FindingsJson.findings(unfitValues));
  }
}
