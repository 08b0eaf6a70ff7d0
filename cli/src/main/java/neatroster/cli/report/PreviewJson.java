package neatroster.cli.report;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import neatroster.core.compare.Above;
import neatroster.core.compare.ChangeReceiver;
import neatroster.core.compare.LeftAsItIs;
import neatroster.core.compare.PlannedChange;
import neatroster.core.grid.Place;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;

/** What would change, for programs. */
public final class PreviewJson {
  private final Preview preview;
  private final List<Above> above;

  /**
   * A report.
   *
   * @param above what a run would do more of than the settings let it
   */
  public PreviewJson(Preview preview, List<Above> above) {
    this.preview = preview;
    this.above = List.copyOf(above);
  }

  /** Writes the document. */
  public void write(JsonGenerator json) throws IOException {
    json.writeStartObject();
    json.writeStringField("command", "preview");
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
    preview.each(
        new Rows() {
          @Override
          public void change(PlannedChange change) {
            write(() -> writeChange(json, change));
          }
        });
    json.writeEndArray();
    headcounts(json);
    json.writeArrayFieldStart("left");
    preview.each(
        new Rows() {
          @Override
          public void left(LeftAsItIs left) {
            write(() -> writeLeft(json, left));
          }
        });
    json.writeEndArray();
    json.writeArrayFieldStart("above");
    for (Above one : above) {
      json.writeStartObject();
      json.writeStringField("kind", one.kind());
      json.writeNumberField("count", one.count());
      json.writeStringField("limit", one.limit().toString());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("refused");
    preview.each(
        new Rows() {
          @Override
          public void leftOut(RosterRow row, int line, String why) {
            write(() -> writeRefused(json, row, why));
          }
        });
    json.writeEndArray();
    json.writeEndObject();
  }

  /** Takes one kind of what is handed on, and passes over the others. */
  private static class Rows implements ChangeReceiver {
    @Override
    public void change(PlannedChange change) {
      // Not asked for.
    }

    @Override
    public void leftOut(RosterRow row, int line, String why) {
      // Not asked for.
    }
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

  private static void writeRefused(JsonGenerator json, RosterRow row, String why)
      throws IOException {
    json.writeStartObject();
    place(json, row.place());
    json.writeStringField("why", why == null ? "The row has an error; see check." : why);
    json.writeEndObject();
  }

  private static void writeChange(JsonGenerator json, PlannedChange change) throws IOException {
    json.writeStartObject();
    json.writeStringField("table", change.phase().word());
    json.writeStringField("change", change.change().word());
    json.writeStringField("key", change.key());
    json.writeObjectFieldStart("fields");
    for (Map.Entry<Field, String> entry : change.values().entrySet()) {
      Field field = entry.getKey();
      boolean changes = change.before().isEmpty() || change.before().containsKey(field);
      if (changes && field != Field.PASSWORD) {
        json.writeObjectFieldStart(field.label());
        json.writeStringField("from", change.before().getOrDefault(field, ""));
        json.writeStringField("to", entry.getValue());
        json.writeEndObject();
      }
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
    json.writeStringField("field", left.field() == null ? null : left.field().label());
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
