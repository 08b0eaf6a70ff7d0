package neatroster.formats;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.layout.LayoutFile;
import neatroster.core.text.PackedCells;
import neatroster.disk.NewFiles;

/**
 * A workbook of a layout with several sheets. Rows come for one sheet and another as the changes
 * do, and are written sheet by sheet when all are there.
 */
final class LayoutWorkbook {
  private final Map<LayoutFile, List<byte[]>> rows = new LinkedHashMap<>();
  private int count;

  /** A workbook of these sheets, in this order. */
  LayoutWorkbook(List<LayoutFile> sheets) {
    sheets.forEach(sheet -> rows.put(sheet, new ArrayList<>()));
  }

  void rows(LayoutFile sheet, List<List<String>> together) {
    together.forEach(row -> rows.get(sheet).add(PackedCells.of(row)));
    count += together.size();
  }

  /** Writes it; a sheet without rows has its headers all the same. */
  WrittenFile write(NewFiles files, FileNames taken) throws IOException {
    LayoutFile first = rows.keySet().iterator().next();
    String name = taken.free(first.name().fillPlainly(Map.of()));
    ReproducibleWorkbook workbook = null;
    for (Map.Entry<LayoutFile, List<byte[]>> sheet : rows.entrySet()) {
      String title = sheet.getKey().form().sheet().orElseThrow();
      int above = sheet.getKey().form().titleRows().size();
      if (workbook == null) {
        workbook =
            new ReproducibleWorkbook(
                files.create(name), files.scratch().resolve(name), title, above);
      } else {
        workbook.sheet(title, above);
      }
      for (List<String> top : sheet.getKey().top()) {
        workbook.row(top);
      }
      for (byte[] row : sheet.getValue()) {
        workbook.row(PackedCells.cells(row));
      }
    }
    workbook.close();
    return new WrittenFile(name, Optional.empty(), count);
  }
}
