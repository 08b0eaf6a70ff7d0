package neatroster.cli.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.SkippedDifference;
import neatroster.core.grid.Place;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import neatroster.work.pack.ChangeWords;
import neatroster.work.preview.Preview;

/** What would change, for programs. */
public final class PreviewJson {
  private final Preview preview;

  /** A report. */
  public PreviewJson(Preview preview) {
    this.preview = preview;
  }

  /** The document. */
  public JsonObject document() {
    return Json.of("preview")
        .list(
            "known",
            preview.sources(),
            source ->
                new JsonObject()
                    .put("file", source.name())
                    .put("run", source.run().orElse(null))
                    .put("at", source.at().toString()))
        .put("counts", preview.totals().counts())
        .each("changes", preview::eachChange, PreviewJson::change)
        .put("headcounts", headcounts())
        .list("moves", preview.totals().moves().entrySet(), PreviewJson::move)
        .put("empty", preview.projected().empty())
        .list(
            "overCapacity",
            preview.projected().over(),
            over ->
                new JsonObject()
                    .put("course", over.course())
                    .put("learners", over.after())
                    .put("capacity", over.capacity()))
        .put("unasked", preview.notices().unasked())
        .each("left", preview::eachLeft, PreviewJson::left)
        .list(
            "above",
            preview.above(),
            one ->
                new JsonObject()
                    .put("kind", one.kind())
                    .put("count", one.count())
                    .put("limit", one.limit().toString()))
        .each(
            "refused",
            preview::eachLeftOut,
            row -> place(new JsonObject(), row.place()).put("why", row.reason()));
  }

  private static JsonObject change(PlannedChange change) {
    JsonObject fields = new JsonObject();
    for (ChangeWords.Difference one : ChangeWords.differences(change)) {
      fields.put(
          ChangeWords.key(one.field()),
          new JsonObject().put("from", one.from()).put("to", one.to()));
    }
    return place(
        new JsonObject()
            .put("table", change.phase().word())
            .put("change", change.change().word())
            .put("key", change.key())
            .put("fields", fields)
            .put("why", change.why()),
        change.place());
  }

  private static JsonObject left(SkippedDifference left) {
    return place(
        new JsonObject()
            .put("table", left.table().word())
            .put("key", left.key())
            .put("field", left.field().isEmpty() ? null : ChangeWords.key(left.field()))
            .put("from", left.from())
            .put("to", left.to())
            .put("setting", left.setting()),
        left.place());
  }

  private List<JsonObject> headcounts() {
    List<JsonObject> all = new ArrayList<>();
    preview
        .totals()
        .headcounts()
        .forEach(
            (course, roles) ->
                roles.forEach(
                    (role, heads) ->
                        all.add(
                            new JsonObject()
                                .put("course", course)
                                .put("role", role)
                                .put("before", heads[0])
                                .put("after", heads[1]))));
    return all;
  }

  private static JsonObject move(Map.Entry<String, Integer> move) {
    String[] courses = move.getKey().split(" → ", 2);
    return new JsonObject()
        .put("from", courses[0])
        .put("to", courses[1])
        .put("people", move.getValue());
  }

  private static JsonObject place(JsonObject object, Place place) {
    return object
        .put("file", place == null ? null : place.sheet().file())
        .put("sheet", place == null ? null : place.sheet().sheet())
        .put("row", place == null ? null : place.row());
  }
}
