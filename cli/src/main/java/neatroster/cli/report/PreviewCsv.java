package neatroster.cli.report;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import neatroster.core.change.PlannedChange;
import neatroster.core.grid.Place;
import neatroster.sheets.CsvRows;
import neatroster.work.pack.ChangeWords;
import neatroster.work.preview.Preview;

/** What would change as a CSV file, a row for each field of each change. */
final class PreviewCsv {
  static final List<String> HEADER =
      List.of("table", "change", "key", "field", "from", "to", "why", "file", "sheet", "row");

  private PreviewCsv() {}

  static void write(Preview preview, OutputStream out) throws IOException {
    CsvRows rows = CsvRows.forPeople(out);
    rows.row(HEADER);
    preview.eachChange(change -> write(rows, change));
    preview.eachLeft(
        left ->
            rows.row(
                List.of(
                    left.table().word(),
                    "left as it is",
                    left.key(),
                    left.field(),
                    left.from(),
                    left.to(),
                    left.setting(),
                    file(left.place()),
                    sheet(left.place()),
                    row(left.place()))));
    preview.eachLeftOut(
        row ->
            rows.row(
                List.of(
                    row.table().word(),
                    "not delivered",
                    "",
                    "",
                    "",
                    "",
                    row.reason(),
                    file(row.place()),
                    sheet(row.place()),
                    row(row.place()))));
    rows.close();
  }

  private static void write(CsvRows rows, PlannedChange change) {
    List<ChangeWords.Difference> differences = ChangeWords.differences(change);
    if (differences.isEmpty()) {
      differences = List.of(new ChangeWords.Difference("", "", ""));
    }
    for (ChangeWords.Difference one : differences) {
      rows.row(
          List.of(
              change.phase().word(),
              change.change().word(),
              change.key(),
              one.field(),
              one.from(),
              one.to(),
              change.why(),
              file(change.place()),
              sheet(change.place()),
              row(change.place())));
    }
  }

  private static String file(Place place) {
    return place == null ? "" : place.sheet().file();
  }

  private static String sheet(Place place) {
    return place == null || place.sheet().sheet() == null ? "" : place.sheet().sheet();
  }

  private static String row(Place place) {
    return place == null ? "" : String.valueOf(place.row());
  }
}
