package neatroster.cli.report;

import java.util.ArrayList;
import java.util.List;
import neatroster.cli.terminal.Screen;
import neatroster.core.layout.LayoutProposal;
import neatroster.core.roster.Roster;
import neatroster.work.inspect.TemplateLayout;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/** Says what became of a platform's templates. */
public record ProposalReport(TemplateLayout layout) {
  /** Longer headers stand beyond the column of values. */
  private static final int WIDEST = 40;

  /** Writes it on the screen. */
  public void text(Screen screen) {
    for (LayoutProposal.Matched sheet : layout.matched()) {
      screen.line(
          screen.bold(sheet.sheet().name().toString())
              + screen.dim(" — a row for each " + sheet.row().word()));
      List<String> open = new ArrayList<>();
      int width =
          sheet.columns().stream()
              .mapToInt(column -> column.header().length())
              .filter(length -> length <= WIDEST)
              .max()
              .orElse(WIDEST);
      for (LayoutProposal.MatchedColumn column : sheet.columns()) {
        if (column.value().isEmpty()) {
          open.add(column.header());
        } else {
          String again = column.most() > 0 ? "  " + column.most() + " times" : "";
          screen.line(
              String.format("  %-" + width + "s  %s", column.header(), column.value())
                  + screen.dim(again));
        }
      }
      if (!open.isEmpty()) {
        screen.line(
            "  " + screen.yellow("not matched") + ", left blank: " + String.join(", ", open));
        screen.line("  Where your sheets have such a column, put in its place:");
        for (String header : open) {
          screen.line("    " + LayoutProposal.ofSheets(header));
        }
        screen.line("  Else, as its value, one of " + sheet.valuesLeft());
      }
      screen.line("");
    }
    for (Roster.Unread sheet : layout.templates().unread()) {
      screen.line(
          screen.yellow("left alone")
              + "  "
              + sheet.name()
              + ": "
              + (sheet.isLeftAlone() ? "no header is one that we know" : sheet.why().getMessage())
              + ".");
    }
    if (!layout.trouble().isEmpty()) {
      screen.line("Wrote " + screen.bold(layout.file()) + ".");
      screen.line(screen.yellow("Nothing can be packed by it yet") + ": " + layout.trouble() + ".");
      return;
    }
    screen.line(
        "Wrote " + screen.bold(layout.file()) + ". Look it over, then see what comes out of it:");
    screen.line("neat-roster pack --as layout:" + layout.name() + " --show 5");
  }

  /** The document for programs. */
  public JsonObject document() {
    return Json.of("inspect")
        .put("layout", layout.name())
        .put("path", layout.file())
        .put("trouble", layout.trouble())
        .list(
            "files",
            layout.matched(),
            sheet ->
                new JsonObject()
                    .put("sheet", sheet.sheet().name().toString())
                    .put("row", sheet.row().word())
                    .list(
                        "columns",
                        sheet.columns(),
                        column ->
                            new JsonObject()
                                .put("header", column.header())
                                .put("value", column.value())
                                .put("most", column.most())));
  }
}
