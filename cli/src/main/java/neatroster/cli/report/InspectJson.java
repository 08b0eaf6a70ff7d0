package neatroster.cli.report;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.cli.settings.ReadingSettings;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetSurvey;
import neatroster.core.intake.SkippedRow;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.roster.Roster;

/** How sheets are understood, as programs read it. */
public final class InspectJson {
  private InspectJson() {}

  public static void write(
      JsonGenerator json,
      List<SheetSurvey> seen,
      List<Roster.Unread> unread,
      List<SheetName> leftOut)
      throws IOException {
    json.writeStartObject();
    json.writeStringField("command", "inspect");
    json.writeArrayFieldStart("sheets");
    for (SheetSurvey sheet : seen) {
      sheet(json, sheet);
    }
    json.writeEndArray();
    json.writeArrayFieldStart("notUnderstood");
    for (Roster.Unread sheet : unread) {
      json.writeStartObject();
      json.writeStringField("file", sheet.name().file());
      json.writeStringField("sheet", sheet.name().sheet());
      json.writeStringField("why", sheet.why().getMessage());
      json.writeBooleanField("leftAlone", sheet.isLeftAlone());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("leftOut");
    for (SheetName sheet : leftOut) {
      json.writeString(sheet.toString());
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  private static void sheet(JsonGenerator json, SheetSurvey seen) throws IOException {
    SheetReading sheet = seen.reading();
    FileFacts facts = sheet.sheet().facts();
    json.writeStartObject();
    json.writeStringField("file", sheet.name().file());
    json.writeStringField("sheet", sheet.name().sheet());
    json.writeStringField("table", sheet.table().word());
    json.writeStringField("shape", sheet.shape().word());
    json.writeStringField("format", facts.format());
    json.writeStringField("encoding", facts.encoding());
    if (facts.doubt() != null) {
      json.writeStringField("otherEncoding", facts.doubt().encoding());
    }
    json.writeStringField("separator", facts.separator());
    if (sheet.headerRow() == 0) {
      json.writeNullField("headerRow");
    } else {
      json.writeNumberField("headerRow", sheet.headerRow());
    }
    json.writeNumberField("rows", seen.rows());
    json.writeNumberField("enrollments", seen.enrollments());
    json.writeStringField("course", sheet.courseOfAll().orElse(null));
    json.writeStringField("covers", sheet.covers().orElse(null));
    json.writeArrayFieldStart("columns");
    for (Column column : sheet.columns()) {
      column(json, sheet, column);
    }
    json.writeEndArray();
    json.writeArrayFieldStart("skipped");
    for (SkippedRow row : seen.skipped()) {
      json.writeStartObject();
      json.writeNumberField("row", row.row());
      json.writeStringField("why", row.why());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("patterns");
    for (SheetSurvey.Followed followed : seen.followed()) {
      json.writeStartObject();
      json.writeStringField("field", followed.field().label());
      json.writeStringField("pattern", followed.pattern().toString());
      json.writeNumberField("filled", followed.filled());
      json.writeArrayFieldStart("breaking");
      for (int row : followed.breaking()) {
        json.writeNumber(row);
      }
      json.writeEndArray();
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("dates");
    for (Map.Entry<Field, DateOrder> dates : seen.dates().entrySet()) {
      json.writeStartObject();
      json.writeStringField("field", dates.getKey().label());
      json.writeStringField("order", ReadingSettings.word(dates.getValue()));
      json.writeEndObject();
    }
    json.writeEndArray();
    hidden(json, sheet.hidden());
    json.writeEndObject();
  }

  private static void column(JsonGenerator json, SheetReading sheet, Column column)
      throws IOException {
    json.writeStartObject();
    json.writeStringField("column", column.letters());
    json.writeStringField("header", column.header());
    Optional<OwnField> own = sheet.ownField(column);
    json.writeStringField(
        "field", column.field().map(Field::label).or(() -> own.map(OwnField::name)).orElse(null));
    json.writeStringField("by", by(column, own.isPresent()));
    Optional<String> composed = column.field().flatMap(sheet::composed);
    if (composed.isPresent()) {
      json.writeStringField("from", composed.get());
    }
    json.writeEndObject();
  }

  private static String by(Column column, boolean own) {
    if (column.by() != null) {
      return column.by().word();
    }
    return own ? Column.By.SETTINGS.word() : null;
  }

  private static void hidden(JsonGenerator json, Hidden hidden) throws IOException {
    json.writeObjectFieldStart("hidden");
    json.writeBooleanField("sheet", hidden.sheet());
    json.writeNumberField("rows", hidden.rows());
    json.writeArrayFieldStart("columns");
    for (int column : hidden.columns()) {
      json.writeString(Column.letters(column));
    }
    json.writeEndArray();
    json.writeEndObject();
  }
}
