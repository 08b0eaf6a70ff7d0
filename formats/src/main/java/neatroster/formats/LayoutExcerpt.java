package neatroster.formats;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.WholeRecords;
import neatroster.core.grid.RowWriter;
import neatroster.core.layout.Layout;
import neatroster.core.layout.LayoutColumn;
import neatroster.core.layout.LayoutFile;
import neatroster.core.layout.LayoutRows;
import neatroster.core.layout.UnfitValue;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;

/** The first rows of each file of a layout, to be looked at before anything is packed. */
public final class LayoutExcerpt {
  /** What stands in place of a first password. */
  private static final String HIDDEN = "•••";

  private final Layout layout;
  private final int most;
  private final LayoutRows rows;
  private final Map<LayoutFile, List<List<String>>> first = new LinkedHashMap<>();
  private final Map<LayoutFile, Integer> counts = new LinkedHashMap<>();

  /**
   * An excerpt of so many rows of each file.
   *
   * @param ownFields the school's own fields
   * @param whole what users and courses are as a whole
   */
  public LayoutExcerpt(Layout layout, int most, List<OwnField> ownFields, WholeRecords whole) {
    this.layout = layout;
    this.most = most;
    layout.files().forEach(file -> first.put(file, new ArrayList<>()));
    layout.files().forEach(file -> counts.put(file, 0));
    rows =
        new LayoutRows(
            layout,
            ownFields,
            whole,
            new LayoutRows.Receiver() {
              @Override
              public void rows(
                  LayoutFile file, Map<String, String> naming, List<List<String>> together) {
                take(file, together);
              }

              @Override
              public void unfitValue(UnfitValue unfitValue) {
                // It is looked at just because something may not fit.
              }
            });
  }

  private void take(LayoutFile file, List<List<String>> together) {
    counts.merge(file, together.size(), Integer::sum);
    for (List<String> row : together) {
      if (first.get(file).size() < most) {
        first.get(file).add(hidden(file, row));
      }
    }
  }

  private static List<String> hidden(LayoutFile file, List<String> row) {
    List<String> shown = new ArrayList<>(row);
    int at = 0;
    for (LayoutColumn column : file.columns()) {
      boolean isSecret = column.value().names().contains(Field.PASSWORD.label());
      if (isSecret && at < shown.size() && !shown.get(at).isEmpty()) {
        shown.set(at, HIDDEN);
      }
      at += column.comesAgain() ? column.most() : 1;
    }
    return shown;
  }

  /** Takes a change of the batch. */
  public void add(PlannedChange change) {
    rows.add(change);
  }

  /** What no file has a place for; complete after {@link #files}. */
  public Map<String, Integer> notCarried() {
    return rows.notCarried();
  }

  /**
   * The beginning of a file.
   *
   * @param name its name as the layout says it
   * @param format how it is written down, in words
   * @param lines what stands in it: the headers, where it has any, and the first rows
   * @param rows how many rows it has
   */
  public record Beginning(String name, String format, List<String> lines, int rows) {}

  /** The beginnings of all files, when all changes were there. */
  public List<Beginning> files() throws IOException {
    rows.finish();
    List<Beginning> files = new ArrayList<>();
    for (LayoutFile file : layout.files()) {
      files.add(
          new Beginning(
              file.form()
                  .sheet()
                  .map(sheet -> file.name() + ", sheet " + sheet)
                  .orElse(file.name().toString()),
              format(file.form()),
              lines(file),
              counts.get(file)));
    }
    return files;
  }

  private static String format(LayoutFile.Form form) {
    return form.isWorkbook()
        ? "workbook"
        : form.encoding().name().toLowerCase(java.util.Locale.ROOT)
            + ", "
            + (form.lineEnd().equals("\n") ? "LF" : "CR LF");
  }

  private List<String> lines(LayoutFile file) throws IOException {
    List<List<String>> all = new ArrayList<>(file.top());
    all.addAll(first.get(file));
    if (file.form().isWorkbook()) {
      return all.stream().map(row -> String.join(" | ", row)).toList();
    }
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    LayoutFile.Form form =
        new LayoutFile.Form(
            false,
            file.form().separator(),
            file.form().quotes(),
            java.nio.charset.StandardCharsets.UTF_8,
            false,
            "\n",
            java.util.Optional.empty(),
            List.of());
    try (RowWriter out = LayoutCells.text(form, bytes)) {
      for (List<String> row : all) {
        out.row(row);
      }
    }
    return bytes.toString(java.nio.charset.StandardCharsets.UTF_8).lines().toList();
  }
}
