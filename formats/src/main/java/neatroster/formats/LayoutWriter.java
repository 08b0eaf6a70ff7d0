package neatroster.formats;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.PlannedChange;
import neatroster.core.layout.Layout;
import neatroster.core.layout.LayoutFile;
import neatroster.core.layout.LayoutRows;
import neatroster.core.layout.UnfitValue;
import neatroster.core.model.Field;
import neatroster.disk.NewFiles;

/**
 * Writes the files of a layout. Files of which there is one for each course or site are written one
 * after the other at the end, so that there may be any number of them.
 */
final class LayoutWriter implements BatchWriter {
  private final NewFiles files;
  private final LayoutRows rows;
  private final Layout layout;
  private final boolean holdsPasswords;
  private final FileNames taken = new FileNames();
  private final Map<LayoutFile, List<WrittenFile>> written = new HashMap<>();
  private final Map<LayoutFile, LayoutParts> open = new HashMap<>();
  private final Map<LayoutFile, Map<Map<String, String>, List<List<List<String>>>>> kept =
      new HashMap<>();

  /** The workbooks that several files of the layout are sheets of, by their names. */
  private final Map<String, LayoutWorkbook> workbooks = new LinkedHashMap<>();

  LayoutWriter(Layout layout, NewFiles files, BatchBackground background) {
    this.layout = layout;
    this.files = files;
    this.holdsPasswords = layout.names(Field.PASSWORD);
    layout.files().forEach(file -> written.put(file, new ArrayList<>()));
    rows =
        new LayoutRows(
            layout,
            background.own().fields(),
            background.whole(),
            new LayoutRows.Receiver() {
              @Override
              public void rows(
                  LayoutFile file, Map<String, String> naming, List<List<String>> together) {
                take(file, naming, together);
              }

              @Override
              public void unfitValue(UnfitValue unfitValue) {
                throw new IllegalStateException("what does not fit is found out before");
              }
            });
  }

  @Override
  public void row(PlannedChange row) throws IOException {
    try {
      rows.add(row);
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  @Override
  public boolean carries(PlannedChange change) {
    return layout.takes(change);
  }

  @Override
  public boolean carriesPasswords() {
    return holdsPasswords;
  }

  private void take(LayoutFile file, Map<String, String> naming, List<List<String>> together) {
    if (file.form().sheet().isPresent()) {
      workbooks
          .computeIfAbsent(file.name().toString(), name -> new LayoutWorkbook(sheetsOf(name)))
          .rows(file, together);
      return;
    }
    if (!naming.isEmpty()) {
      kept.computeIfAbsent(file, f -> new LinkedHashMap<>())
          .computeIfAbsent(naming, n -> new ArrayList<>())
          .add(together);
      return;
    }
    try {
      open.computeIfAbsent(file, f -> parts(f, naming)).rows(together);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private List<LayoutFile> sheetsOf(String name) {
    return layout.files().stream()
        .filter(file -> file.form().sheet().isPresent() && file.name().toString().equals(name))
        .toList();
  }

  private LayoutParts parts(LayoutFile file, Map<String, String> naming) {
    return new LayoutParts(file, naming, files, taken, written.get(file));
  }

  @Override
  public void close() throws IOException {
    try {
      rows.finish();
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }

    for (LayoutFile file : layout.files()) {
      LayoutWorkbook workbook = workbooks.remove(file.name().toString());
      if (workbook != null) {
        written.get(file).add(workbook.write(files, taken));
      }
      if (open.containsKey(file)) {
        open.get(file).close();
      }
      for (Map.Entry<Map<String, String>, List<List<List<String>>>> one :
          kept.getOrDefault(file, Map.of()).entrySet()) {
        LayoutParts parts = parts(file, one.getKey());
        for (List<List<String>> together : one.getValue()) {
          parts.rows(together);
        }
        parts.close();
      }
    }
  }

  @Override
  public List<WrittenFile> written() {
    // The order of the layout is that of delivery.
    return layout.files().stream().flatMap(file -> written.get(file).stream()).toList();
  }

  @Override
  public Map<String, Integer> notCarried() {
    return rows.notCarried();
  }
}
