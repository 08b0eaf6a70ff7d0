package neatroster.formats;

import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import neatroster.core.compare.Phase;
import neatroster.core.compare.PlannedChange;
import neatroster.core.model.Field;
import neatroster.sheets.CsvRows;

/**
 * Our own CSV: one file for each phase that has rows, a first column {@code change}, then every
 * field of the phase by its name, then the school's own.
 */
final class PlainFormat implements BatchFormat {
  @Override
  public String name() {
    return "plain";
  }

  @Override
  public BatchWriter writer(BatchFiles files, BatchBackground background) {
    return new Writer(files, background.own());
  }

  private static final class Writer implements BatchWriter {
    private final BatchFiles files;
    private final OwnColumns own;
    private final Map<Phase, CsvRows> open = new EnumMap<>(Phase.class);
    private final Map<Phase, Integer> rows = new EnumMap<>(Phase.class);

    Writer(BatchFiles files, OwnColumns own) {
      this.files = files;
      this.own = own;
    }

    @Override
    public void row(PlannedChange row) throws IOException {
      CsvRows file = open.get(row.phase());
      if (file == null) {
        file = start(row.phase());
      }
      List<String> cells = new ArrayList<>();
      cells.add(row.change().word());
      for (Field field : row.phase().fields()) {
        cells.add(row.value(field));
      }
      cells.addAll(own.cells(row));
      file.row(cells);
      rows.merge(row.phase(), 1, Integer::sum);
    }

    private CsvRows start(Phase phase) throws IOException {
      CsvRows file = CsvRows.literal(files.create(fileName(phase)));
      open.put(phase, file);
      List<String> header = new ArrayList<>();
      header.add("change");
      phase.fields().forEach(field -> header.add(field.label()));
      header.addAll(own.of(phase));
      file.row(header);
      return file;
    }

    @Override
    public void close() throws IOException {
      for (CsvRows file : open.values()) {
        file.close();
      }
    }

    @Override
    public List<WrittenFile> written() {
      List<WrittenFile> written = new ArrayList<>();
      rows.forEach((phase, count) -> written.add(new WrittenFile(fileName(phase), phase, count)));
      return written;
    }

    private static String fileName(Phase phase) {
      return phase.number() + "-" + phase.word() + ".csv";
    }
  }
}
