package neatroster.cli.report;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Accepted;

/** Findings as programs read them. */
public final class FindingsJson {
  private FindingsJson() {}

  /** Writes the document of {@code check}. */
  public static void write(JsonGenerator json, CheckResult result) throws IOException {
    json.writeStartObject();
    json.writeStringField("command", "check");
    json.writeArrayFieldStart("sheets");
    for (SheetReading sheet : result.roster().sheets()) {
      json.writeStartObject();
      name(json, sheet.name());
      json.writeStringField("table", sheet.table().word());
      json.writeNumberField("rows", result.rows().get(sheet));
      if (sheet.headerRow() == 0) {
        json.writeNullField("headerRow");
      } else {
        json.writeNumberField("headerRow", sheet.headerRow());
      }
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeObjectFieldStart("counts");
    for (Table table : Table.values()) {
      json.writeNumberField(table.word(), result.counts().get(table));
    }
    json.writeNumberField("errors", result.count(Severity.ERROR));
    json.writeNumberField("warnings", result.count(Severity.WARNING));
    json.writeNumberField("notes", result.count(Severity.NOTE));
    json.writeEndObject();
    findings(json, result.findings());
    json.writeArrayFieldStart("accepted");
    for (Map.Entry<Accepted, Integer> accepted : result.accepted().entrySet()) {
      json.writeStartObject();
      json.writeStringField("rule", accepted.getKey().rule());
      json.writeStringField("value", accepted.getKey().value().orElse(null));
      json.writeStringField("why", accepted.getKey().why());
      json.writeNumberField("count", accepted.getValue());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  /** Writes the field {@code findings}. */
  public static void findings(JsonGenerator json, List<Finding> findings) throws IOException {
    json.writeArrayFieldStart("findings");
    for (Finding finding : findings) {
      json.writeStartObject();
      json.writeStringField("rule", finding.rule().text().name());
      json.writeStringField("severity", finding.severity().word());
      place(json, finding.place());
      json.writeStringField("column", finding.column());
      json.writeStringField("field", finding.field() == null ? null : finding.field().key());
      json.writeStringField("value", finding.value());
      json.writeStringField("message", finding.message());
      json.writeStringField("suggestion", finding.suggestion());
      json.writeArrayFieldStart("related");
      for (Place place : finding.related()) {
        json.writeStartObject();
        place(json, place);
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private static void name(JsonGenerator json, SheetName name) throws IOException {
    json.writeStringField("file", name.file());
    json.writeStringField("sheet", name.sheet());
  }

  private static void place(JsonGenerator json, Place place) throws IOException {
    name(json, place.sheet());
    if (place.row() == 0) {
      json.writeNullField("row");
    } else {
      json.writeNumberField("row", place.row());
    }
  }
}
