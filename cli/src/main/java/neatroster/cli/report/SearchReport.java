package neatroster.cli.report;

import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.cli.terminal.Screen;
import neatroster.core.model.Counted;
import neatroster.core.roster.TextSearch;
import neatroster.core.text.Quoted;
import neatroster.work.find.FolderSearch;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/** Says where {@code find} found a text. */
public record SearchReport(FolderSearch search) {
  /** More are counted, not shown. */
  private static final int SHOWN = 40;

  public void text(Screen screen) {
    List<List<TextSearch.Hit>> all = search.together();
    for (List<TextSearch.Hit> one : all.subList(0, Math.min(SHOWN, all.size()))) {
      for (TextSearch.Hit hit : one) {
        String thing = hit.table().word().replaceAll("s$", "");
        screen.line(screen.bold(hit.place()) + screen.dim(" — " + thing));
      }
      fields(one)
          .forEach(
              (name, values) ->
                  values.forEach(
                      value ->
                          screen.line(String.format("  %-16s %s", name, shown(screen, value)))));
    }
    if (all.size() > SHOWN) {
      screen.line("and " + (all.size() - SHOWN) + " more; say more of what you look for.");
    }
    int places = search.hits().size();
    screen.line(
        (places == 0 ? "Nothing has " : "Found in " + Counted.of(places, "place") + ": ")
            + Quoted.value(search.text())
            + (places == 0 ? " in it." : "."));
  }

  private String shown(Screen screen, Value value) {
    String shown =
        TextSearch.has(value.text(), search.text()) ? screen.green(value.text()) : value.text();
    return value.where().isEmpty() ? shown : shown + screen.dim("  (" + value.where() + ")");
  }

  /**
   * A value of a field.
   *
   * @param where the place that says so, where another says otherwise; else empty
   */
  private record Value(String text, String where) {}

  /** What all places say; where they do not agree, who says what. */
  private static Map<String, Set<Value>> fields(List<TextSearch.Hit> hits) {
    Map<String, Map<String, String>> placesOf = new LinkedHashMap<>();
    for (TextSearch.Hit hit : hits) {
      hit.fields()
          .forEach(
              (name, value) ->
                  placesOf
                      .computeIfAbsent(name, n -> new LinkedHashMap<>())
                      .putIfAbsent(value, hit.place()));
    }
    Map<String, Set<Value>> fields = new LinkedHashMap<>();
    placesOf.forEach(
        (name, places) ->
            places.forEach(
                (value, place) ->
                    fields
                        .computeIfAbsent(name, n -> new LinkedHashSet<>())
                        .add(new Value(value, places.size() > 1 ? place : ""))));
    return fields;
  }

  /** The document for programs. */
  public JsonObject document() {
    return Json.of("find")
        .put("text", search.text())
        .list(
            "found",
            search.hits(),
            one ->
                new JsonObject()
                    .put("in", one.source().word())
                    .put("table", one.table().word())
                    .put("person", one.person() < 0 ? null : one.person())
                    .put("file", one.file())
                    .putPosition("row", one.row())
                    .put("fields", one.fields()));
  }
}
