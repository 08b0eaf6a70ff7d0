package neatroster.cli.report;

import java.util.Optional;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetRows;
import neatroster.core.intake.SheetSurvey;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.work.inspect.Inspection;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import neatroster.work.settings.ReadingSettings;

/** How sheets are understood, as programs read it. */
public final class InspectJson {
  private InspectJson() {}

  /** The document. */
  public static JsonObject document(Inspection inspection) {
    return Json.of("inspect")
        .list("sheets", inspection.sheets(), InspectJson::sheet)
        .list(
            "notUnderstood",
            inspection.unread(),
            sheet ->
                new JsonObject()
                    .put("file", sheet.name().file())
                    .put("sheet", sheet.name().sheet())
                    .put("why", sheet.why().getMessage())
                    .put("leftAlone", sheet.isLeftAlone()))
        .list("leftOut", inspection.leftOut(), SheetName::toString)
        .list("known", inspection.known(), InspectJson::sheet);
  }

  private static JsonObject sheet(SheetSurvey seen) {
    SheetReading sheet = seen.reading();
    FileFacts facts = sheet.sheet().facts();
    JsonObject json =
        new JsonObject()
            .put("file", sheet.name().file())
            .put("sheet", sheet.name().sheet())
            .put("table", sheet.table().word())
            .put("shape", sheet.shape().word())
            .put("format", facts.format())
            .put("encoding", facts.encoding());
    if (facts.doubt() != null) {
      json.put("otherEncoding", facts.doubt().encoding());
    }
    return json.put("separator", facts.separator())
        .putPosition("headerRow", sheet.headerRow())
        .list("notRead", sheet.sheet().unread(), what -> what)
        .put("rows", seen.rows())
        .put("enrollments", seen.enrollments())
        .put("course", sheet.courseOfAll().orElse(null))
        .put("covers", sheet.covers().orElse(null))
        .list("columns", sheet.columns(), column -> column(sheet, column))
        .list(
            "skipped",
            seen.skipped(),
            row -> new JsonObject().put("row", row.row()).put("why", row.why()))
        .list(
            "patterns",
            seen.followed(),
            followed ->
                new JsonObject()
                    .put("field", followed.field().label())
                    .put("pattern", followed.pattern().toString())
                    .put("filled", followed.filled())
                    .put("breaking", followed.breaking()))
        .list(
            "dates",
            seen.dates().entrySet(),
            dates ->
                new JsonObject()
                    .put("field", dates.getKey().label())
                    .put("order", ReadingSettings.word(dates.getValue())))
        .put("hidden", hidden(SheetRows.hidden(sheet)));
  }

  private static JsonObject column(SheetReading sheet, Column column) {
    Optional<OwnField> own = sheet.ownField(column);
    JsonObject json =
        new JsonObject()
            .put("column", column.letters())
            .put("header", column.header())
            .put(
                "field",
                column.field().map(Field::label).or(() -> own.map(OwnField::name)).orElse(null))
            .put("by", by(column, own.isPresent()));
    column.field().flatMap(sheet::composed).ifPresent(from -> json.put("from", from));
    if (!column.evidence().isEmpty()) {
      json.put("evidence", column.evidence());
    }
    return json;
  }

  private static String by(Column column, boolean own) {
    if (column.by() != null) {
      return column.by().word();
    }
    return own ? Column.By.SETTINGS.word() : null;
  }

  private static JsonObject hidden(Hidden hidden) {
    return new JsonObject()
        .put("sheet", hidden.sheet())
        .put("rows", hidden.rows())
        .list("columns", hidden.columns(), Column::letters);
  }
}
