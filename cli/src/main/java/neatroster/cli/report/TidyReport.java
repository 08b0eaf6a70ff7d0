package neatroster.cli.report;

import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Collectors;
import neatroster.cli.terminal.Screen;
import neatroster.core.model.Counted;
import neatroster.core.roster.Roster;
import neatroster.core.text.Quoted;
import neatroster.core.tidy.TidyChanges;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import neatroster.work.tidy.Tidying;

/** What tidy wrote, for people and for other programs. */
public final class TidyReport {
  /** So many changes are shown. */
  public static final int SHOWN = 12;

  private static final int ROWS_NAMED = 8;

  private final Path to;
  private final Tidying.Kind kind;
  private final Tidying.Result result;

  /** A report of what was asked for and what came of it. */
  public TidyReport(Tidying.Asked asked, Tidying.Result result) {
    this.to = asked.to();
    this.kind = asked.kind();
    this.result = result;
  }

  /** For people. */
  public void text(Screen screen) {
    TidyChanges changes = result.changes();
    Map<String, Integer> written = result.written();
    String list = to.resolve("changes." + kind).toString();
    for (TidyChanges.Change change : changes.first()) {
      String where =
          change.sheet()
              + (change.row() == 0 ? "" : ", row " + change.row())
              + (change.column().isEmpty() ? "" : ", " + change.column());
      String what =
          change.before().isEmpty() && change.after().isEmpty()
              ? ""
              : Quoted.value(change.before()) + " → " + Quoted.value(change.after()) + "  ";
      screen.line("  " + where + "  " + what + screen.dim(change.why()));
    }
    if (changes.count() > SHOWN) {
      screen.line("  and " + (changes.count() - SHOWN) + " more, all of them in " + list);
    }
    if (changes.count() > 0) {
      screen.line("");
    }
    changes
        .uncertain()
        .forEach(
            (sheet, rows) ->
                screen.line(
                    screen.yellow("  look at these names")
                        + "  "
                        + sheet
                        + ", "
                        + (rows.size() == 1 ? "row " : "rows ")
                        + rows.stream()
                            .limit(ROWS_NAMED)
                            .map(String::valueOf)
                            .collect(Collectors.joining(", "))
                        + (rows.size() > ROWS_NAMED
                            ? " and " + (rows.size() - ROWS_NAMED) + " more"
                            : "")
                        + ": they can be split in more than one way"));
    if (!changes.uncertain().isEmpty()) {
      screen.line("");
    }
    written.forEach(
        (name, rows) ->
            screen.line(String.format("  %-32s %s", to.resolve(name), Counted.of(rows, "row"))));
    screen.line("");
    screen.line(
        "Wrote "
            + screen.bold(Counted.of(written.size(), "sheet"))
            + " with "
            + Counted.of(changes.count(), "change")
            + (changes.count() == 1 ? ", which is listed in " : ", which are listed in ")
            + list
            + ".");
    for (Roster.Unread unread : result.roster().unread()) {
      screen.line(
          (unread.isLeftAlone() ? screen.yellow("left alone") : screen.red("not understood"))
              + "  "
              + unread.name()
              + ": "
              + unread.why().getMessage()
              + ".");
    }
  }

  /** For other programs. */
  public JsonObject document() {
    return Json.of("tidy")
        .list(
            "files",
            result.written().entrySet(),
            file ->
                new JsonObject()
                    .put("path", to.resolve(file.getKey()).toString().replace('\\', '/'))
                    .put("rows", file.getValue()))
        .list(
            "changes",
            result.changes().first(),
            change ->
                new JsonObject()
                    .put("file", change.sheet().file())
                    .put("sheet", change.sheet().sheet())
                    .put("row", change.row())
                    .put("column", change.column())
                    .put("before", change.before())
                    .put("after", change.after())
                    .put("what", change.why()))
        .put("notUnderstood", result.roster().unread().size());
  }
}
