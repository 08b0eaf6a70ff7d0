package neatroster.cli.report;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Map;
import neatroster.cli.folder.KnownSource;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.Above;
import neatroster.core.compare.Aftermath;
import neatroster.core.compare.LeftAsItIs;
import neatroster.core.grid.Place;

/** What would change, for programs. */
public final class PreviewJson {
  private final Preview preview;

  /** A report. */
  public PreviewJson(Preview preview) {
    this.preview = preview;
  }

  /** Writes the document. */
  public void write(JsonGenerator json) throws IOException {
    json.writeStartObject();
    json.writeStringField("command", "preview");
    sources(json);
    json.writeObjectFieldStart("counts");
    for (Map.Entry<String, Map<String, Integer>> phase : preview.totals().counts().entrySet()) {
      json.writeObjectFieldStart(phase.getKey());
      for (Map.Entry<String, Integer> change : phase.getValue().entrySet()) {
        json.writeNumberField(change.getKey(), change.getValue());
      }
      json.writeEndObject();
    }
    json.writeEndObject();
    json.writeArrayFieldStart("changes");
    preview.eachChange(change -> write(() -> writeChange(json, change)));
    json.writeEndArray();
    headcounts(json);
    moves(json);
    aftermath(json);
    json.writeNumberField("unasked", preview.notices().unasked());
    json.writeArrayFieldStart("left");
    preview.eachLeft(left -> write(() -> writeLeft(json, left)));
    json.writeEndArray();
    json.writeArrayFieldStart("above");
    for (Above one : preview.above()) {
      json.writeStartObject();
      json.writeStringField("kind", one.kind());
      json.writeNumberField("count", one.count());
      json.writeStringField("limit", one.limit().toString());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("refused");
    preview.eachLeftOut(row -> write(() -> writeRefused(json, row)));
    json.writeEndArray();
    json.writeEndObject();
  }

  /** Writes one thing. */
  @FunctionalInterface
  private interface Piece {
    void write() throws IOException;
  }

  private static void write(Piece piece) {
    try {
      piece.write();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private void sources(JsonGenerator json) throws IOException {
    json.writeArrayFieldStart("known");
    for (KnownSource source : preview.sources()) {
      json.writeStartObject();
      json.writeStringField("file", source.name());
      json.writeStringField("run", source.run().orElse(null));
      json.writeStringField("at", source.at().toString());
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private static void writeRefused(JsonGenerator json, Preview.LeftOut row) throws IOException {
    json.writeStartObject();
    place(json, row.place());
    json.writeStringField("why", row.reason());
    json.writeEndObject();
  }

  private static void writeChange(JsonGenerator json, PlannedChange change) throws IOException {
    json.writeStartObject();
    json.writeStringField("table", change.phase().word());
    json.writeStringField("change", change.change().word());
    json.writeStringField("key", change.key());
    json.writeObjectFieldStart("fields");
    for (ChangeWords.Difference one : ChangeWords.differences(change)) {
      json.writeObjectFieldStart(ChangeWords.key(one.field()));
      json.writeStringField("from", one.from());
      json.writeStringField("to", one.to());
      json.writeEndObject();
    }
    json.writeEndObject();
    json.writeStringField("why", change.why());
    place(json, change.place());
    json.writeEndObject();
  }

  private static void writeLeft(JsonGenerator json, LeftAsItIs left) throws IOException {
    json.writeStartObject();
    json.writeStringField("table", left.table().word());
    json.writeStringField("key", left.key());
    json.writeStringField("field", left.field().isEmpty() ? null : ChangeWords.key(left.field()));
    json.writeStringField("from", left.from());
    json.writeStringField("to", left.to());
    json.writeStringField("setting", left.setting());
    place(json, left.place());
    json.writeEndObject();
  }

  private void headcounts(JsonGenerator json) throws IOException {
    json.writeArrayFieldStart("headcounts");
    for (Map.Entry<String, Map<String, int[]>> course : preview.totals().headcounts().entrySet()) {
      for (Map.Entry<String, int[]> role : course.getValue().entrySet()) {
        json.writeStartObject();
        json.writeStringField("course", course.getKey());
        json.writeStringField("role", role.getKey());
        json.writeNumberField("before", role.getValue()[0]);
        json.writeNumberField("after", role.getValue()[1]);
        json.writeEndObject();
      }
    }
    json.writeEndArray();
  }

  private void moves(JsonGenerator json) throws IOException {
    json.writeArrayFieldStart("moves");
    for (Map.Entry<String, Integer> move : preview.totals().moves().entrySet()) {
      String[] courses = move.getKey().split(" → ", 2);
      json.writeStartObject();
      json.writeStringField("from", courses[0]);
      json.writeStringField("to", courses[1]);
      json.writeNumberField("people", move.getValue());
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private void aftermath(JsonGenerator json) throws IOException {
    json.writeArrayFieldStart("empty");
    for (String course : preview.aftermath().empty()) {
      json.writeString(course);
    }
    json.writeEndArray();
    json.writeArrayFieldStart("overCapacity");
    for (Aftermath.Over over : preview.aftermath().over()) {
      json.writeStartObject();
      json.writeStringField("course", over.course());
      json.writeNumberField("learners", over.after());
      json.writeNumberField("capacity", over.capacity());
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private static void place(JsonGenerator json, Place place) throws IOException {
    json.writeStringField("file", place == null ? null : place.sheet().file());
    json.writeStringField("sheet", place == null ? null : place.sheet().sheet());
    if (place == null) {
      json.writeNullField("row");
    } else {
      json.writeNumberField("row", place.row());
    }
  }
}
