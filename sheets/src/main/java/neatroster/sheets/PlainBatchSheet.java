package neatroster.sheets;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;

/** The rows of a batch file, with what is done as their status. */
final class PlainBatchSheet implements Sheet {
  private static final String STATUS = "status";

  /** What a change makes of the status; others leave it as the row says. */
  private static final Map<String, String> STATUSES =
      Map.of("suspend", "suspended", "restore", "active", "remove", "removed", "withdraw", "ended");

  private final Sheet batch;
  private final SheetName name;
  private final List<String> keep;
  private final List<String> shown;

  /**
   * The rows of a batch.
   *
   * @param keep the columns that a row has, the first of which it must say; empty for all
   * @param shown what those are called
   */
  private PlainBatchSheet(Sheet batch, SheetName name, List<String> keep, List<String> shown) {
    this.batch = batch;
    this.name = name;
    this.keep = keep;
    this.shown = shown;
  }

  /** The sheet of a batch whose rows are all of one kind. */
  static PlainBatchSheet of(Sheet batch) {
    return new PlainBatchSheet(batch, batch.name(), List.of(), List.of());
  }

  /** The users, courses and groups that a batch removes, each a sheet where there are any. */
  static List<Sheet> ofRemovals(Sheet batch) throws UnreadableSheetException {
    String file = batch.name().file();
    List<Sheet> sheets = new ArrayList<>();
    for (PlainBatchSheet sheet :
        List.of(
            new PlainBatchSheet(
                batch, new SheetName(file, "users"), List.of("username"), List.of("username")),
            new PlainBatchSheet(
                batch, new SheetName(file, "courses"), List.of("course"), List.of("code")),
            new PlainBatchSheet(
                batch,
                new SheetName(file, "groups"),
                List.of("group", "course"),
                List.of("name", "course")))) {
      int[] rows = {0};
      sheet.read(row -> ++rows[0] < 2);
      if (rows[0] > 1) {
        sheets.add(sheet);
      }
    }
    return sheets;
  }

  @Override
  public SheetName name() {
    return name;
  }

  @Override
  public FileFacts facts() {
    return batch.facts();
  }

  @Override
  public void read(Receiver receiver) throws UnreadableSheetException {
    SheetRow out = new SheetRow();
    Map<String, Integer> columns = new HashMap<>();
    int[] width = {0};
    batch.read(
        row -> {
          out.begin(row.number());
          out.mended(row.isMended());
          if (columns.isEmpty()) {
            width[0] = row.size();
            for (int i = 0; i < row.size(); i++) {
              columns.putIfAbsent(row.cell(i).toString(), i);
            }
            headers(row, columns, out);
            return receiver.row(out);
          }
          boolean isTaken =
              keep.isEmpty() ? take(row, columns, width[0], out) : pick(row, columns, out);
          return !isTaken || receiver.row(out);
        });
  }

  private void headers(SheetRow row, Map<String, Integer> columns, SheetRow out) {
    if (!keep.isEmpty()) {
      shown.forEach(out::add);
      out.add(STATUS);
      return;
    }
    for (int i = 1; i < row.size(); i++) {
      out.add(row.cell(i).toString());
    }
    if (!columns.containsKey(STATUS)) {
      out.add(STATUS);
    }
  }

  private static String status(SheetRow row, String said) {
    return STATUSES.getOrDefault(row.cell(0).toString().toLowerCase(Locale.ROOT), said);
  }

  private static boolean take(SheetRow row, Map<String, Integer> columns, int width, SheetRow out) {
    int status = columns.getOrDefault(STATUS, -1);
    for (int i = 1; i < row.size(); i++) {
      String cell = row.cell(i).toString();
      out.add(i == status ? status(row, cell) : cell);
    }
    if (status < 0 && row.size() == width) {
      out.add(status(row, ""));
    }
    return true;
  }

  /** Takes a row of removals if it is one of these: a group's says its course too. */
  private boolean pick(SheetRow row, Map<String, Integer> columns, SheetRow out) {
    if (cell(row, columns, keep.get(0)).isEmpty()) {
      return false;
    }
    boolean isOfGroup = !cell(row, columns, "group").isEmpty();
    if (isOfGroup != keep.contains("group")) {
      return false;
    }
    keep.forEach(column -> out.add(cell(row, columns, column)));
    out.add(status(row, ""));
    return true;
  }

  private static String cell(SheetRow row, Map<String, Integer> columns, String name) {
    Integer column = columns.get(name);
    return column == null ? "" : row.cell(column).toString();
  }
}
