package neatroster.cli.report;

import java.util.List;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.check.Ledger;
import neatroster.core.check.Proposals;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/** Findings as programs read them. */
public final class FindingsJson {
  private FindingsJson() {}

  /** The document of {@code check}. */
  public static JsonObject document(CheckResult result) {
    JsonObject counts = new JsonObject();
    for (Table table : Table.values()) {
      counts.put(table.word(), result.counts().get(table));
    }
    return Json.of("check")
        .list("sheets", result.roster().sheets(), sheet -> sheet(sheet, result.ledger().of(sheet)))
        .put(
            "counts",
            counts
                .put("errors", result.count(Severity.ERROR))
                .put("warnings", result.count(Severity.WARNING))
                .put("notes", result.count(Severity.NOTE)))
        .put("findings", findings(result.findings()))
        .list(
            "proposals",
            Proposals.of(result),
            proposal ->
                new JsonObject()
                    .put("setting", proposal.setting())
                    .put("rule", proposal.rule())
                    .put("findings", proposal.findings()))
        .list(
            "accepted",
            result.accepted().entrySet(),
            accepted ->
                new JsonObject()
                    .put("rule", accepted.getKey().rule())
                    .put("value", accepted.getKey().value().orElse(null))
                    .put("why", accepted.getKey().why())
                    .put("count", accepted.getValue()));
  }

  private static JsonObject sheet(SheetReading sheet, Ledger.Entry entry) {
    return name(sheet.name())
        .put("table", sheet.table().word())
        .put("rows", entry.rows())
        .putPosition("headerRow", sheet.headerRow())
        .put("newRows", entry.newRows())
        .put("joinedRows", entry.joinedRows())
        .put("leftOutRows", entry.leftOutRows())
        .put("skippedRows", entry.skippedRows())
        .put("enrollments", entry.enrollments())
        .put("repeatedEnrollments", entry.repeatedEnrollments())
        .put("leftOutEnrollments", entry.leftOutEnrollments())
        .put("unusedColumns", entry.unusedColumns().stream().map(Column::header).toList());
  }

  /** What stands under {@code findings}. */
  public static List<JsonObject> findings(List<Finding> findings) {
    return findings.stream().map(FindingsJson::finding).toList();
  }

  private static JsonObject finding(Finding finding) {
    return place(
            finding.place(),
            new JsonObject()
                .put("rule", finding.rule().text().name())
                .put("severity", finding.severity().word()))
        .put("column", finding.column())
        .put("field", finding.field() == null ? null : finding.field().key())
        .put("value", finding.value())
        .put("message", finding.message())
        .put("suggestion", finding.suggestion())
        .list("related", finding.related(), place -> place(place, new JsonObject()));
  }

  private static JsonObject name(SheetName name) {
    return new JsonObject().put("file", name.file()).put("sheet", name.sheet());
  }

  private static JsonObject place(Place place, JsonObject into) {
    return into.put("file", place.sheet().file())
        .put("sheet", place.sheet().sheet())
        .putPosition("row", place.row());
  }
}
