package neatroster.cli.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import java.util.stream.Collectors;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.sheets.CsvRows;

/** Findings as a CSV file, one a row. */
final class FindingsCsv {
  /** A run of thousands of related rows is named by its first ones. */
  private static final int RELATED_NAMED = 20;

  static final List<String> HEADER =
      List.of(
          "severity",
          "rule",
          "file",
          "sheet",
          "row",
          "column",
          "value",
          "message",
          "suggestion",
          "related rows");

  private FindingsCsv() {}

  static void write(CheckResult result, OutputStream out) throws IOException {
    CsvRows rows = CsvRows.forPeople(out);
    rows.row(HEADER);
    for (Finding finding : result.findings()) {
      rows.row(
          List.of(
              finding.severity().word(),
              finding.rule().text().name(),
              finding.place().sheet().file(),
              blank(finding.place().sheet().sheet()),
              finding.place().row() == 0 ? "" : String.valueOf(finding.place().row()),
              blank(finding.column()),
              blank(finding.value()),
              finding.message(),
              blank(finding.suggestion()),
              finding.related().stream()
                  .limit(RELATED_NAMED)
                  .map(place -> String.valueOf(place.row()))
                  .collect(Collectors.joining(" "))));
    }
    rows.close();
  }

  private static String blank(String text) {
    return text == null ? "" : text;
  }
}
