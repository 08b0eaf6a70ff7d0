package neatroster.formats;

import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.WholeRecords;
import neatroster.core.grid.RowWriter;
import neatroster.core.model.Field;
import neatroster.disk.NewFiles;
import neatroster.sheets.BackgroundRowWriter;
import neatroster.sheets.CsvRows;

/**
 * Our own CSV: one file for each phase that has rows, a first column {@code change}, then every
 * field of the phase by its name, then the school's own.
 */
final class PlainFormat implements BatchFormat {
  private static final String ENDING = ".csv";

  @Override
  public String name() {
    return "plain";
  }

  @Override
  public boolean isSplit() {
    return true;
  }

  @Override
  public BatchWriter writer(NewFiles files, BatchBackground background) {
    return background.split().isNone()
        ? new Writer(files, background.own())
        : new SplitWriter(files, background);
  }

  private static String stem(Phase phase) {
    return phase.number() + "-" + phase.word();
  }

  private static List<String> header(Phase phase, OwnColumns own) {
    List<String> header = new ArrayList<>();
    header.add("change");
    phase.fields().forEach(field -> header.add(field.label()));
    header.addAll(own.of(phase));
    return header;
  }

  private static List<String> cells(PlannedChange row, OwnColumns own) {
    List<String> cells = new ArrayList<>();
    cells.add(row.change().word());
    for (Field field : row.phase().fields()) {
      cells.add(row.value(field));
    }
    cells.addAll(own.cells(row));
    return cells;
  }

  private static final class Writer implements BatchWriter {
    private final NewFiles files;
    private final OwnColumns own;
    private final Map<Phase, RowWriter> open = new EnumMap<>(Phase.class);
    private final Map<Phase, Integer> rows = new EnumMap<>(Phase.class);

    Writer(NewFiles files, OwnColumns own) {
      this.files = files;
      this.own = own;
    }

    @Override
    public void row(PlannedChange row) throws IOException {
      RowWriter file = open.get(row.phase());
      if (file == null) {
        file = new BackgroundRowWriter(CsvRows.literal(files.create(stem(row.phase()) + ENDING)));
        open.put(row.phase(), file);
        file.row(header(row.phase(), own));
      }
      file.row(cells(row, own));
      rows.merge(row.phase(), 1, Integer::sum);
    }

    @Override
    public void close() throws IOException {
      for (RowWriter file : open.values()) {
        file.close();
      }
    }

    @Override
    public List<WrittenFile> written() {
      List<WrittenFile> written = new ArrayList<>();
      rows.forEach(
          (phase, count) -> written.add(new WrittenFile(stem(phase) + ENDING, phase, count)));
      return written;
    }
  }

  /** Writes several files for a phase. */
  private static final class SplitWriter implements BatchWriter {
    private final NewFiles files;
    private final OwnColumns own;
    private final Split split;
    private final WholeRecords whole;
    private final Map<Phase, SplitRows> rows = new EnumMap<>(Phase.class);
    private final Map<String, String> sites = new HashMap<>();
    private final FileNames names = new FileNames();
    private final List<WrittenFile> written = new ArrayList<>();

    SplitWriter(NewFiles files, BatchBackground background) {
      this.files = files;
      this.own = background.own();
      this.split = background.split();
      this.whole = background.whole();
    }

    @Override
    public void row(PlannedChange row) {
      rows.computeIfAbsent(row.phase(), phase -> new SplitRows(split.mostRows()))
          .add(of(row), whose(row), cells(row, own));
    }

    private String of(PlannedChange row) {
      if (split.by().isEmpty()) {
        return "";
      }
      return split.by().get() == Split.By.course ? course(row) : site(row);
    }

    private static String course(PlannedChange row) {
      return switch (row.phase()) {
        case COURSES -> FileNames.safe(row.value(Field.CODE));
        case GROUPS, ENROLLMENTS, WITHDRAWALS -> FileNames.safe(row.value(Field.COURSE));
        default -> "";
      };
    }

    private String site(PlannedChange row) {
      return switch (row.phase()) {
        case USERS -> {
          String site = FileNames.safe(whole.user(row).getOrDefault(Field.SITE, ""));
          sites.put(key(row.value(Field.USERNAME)), site);
          yield site;
        }
        case COURSES -> FileNames.safe(whole.course(row).getOrDefault(Field.SITE, ""));
        case ENROLLMENTS, WITHDRAWALS ->
            sites.computeIfAbsent(key(row.value(Field.USER)), this::knownSite);
        default -> "";
      };
    }

    private String knownSite(String user) {
      PlannedChange none =
          new PlannedChange(Phase.USERS, Change.CHANGE, Map.of(Field.USERNAME, user));
      return FileNames.safe(whole.user(none).getOrDefault(Field.SITE, ""));
    }

    private static String key(String user) {
      return user.toLowerCase(Locale.ROOT);
    }

    private static String whose(PlannedChange row) {
      return switch (row.phase()) {
        case ENROLLMENTS, WITHDRAWALS -> key(row.value(Field.USER));
        case USERS -> key(row.key());
        default -> row.key();
      };
    }

    @Override
    public void close() throws IOException {
      for (Map.Entry<Phase, SplitRows> entry : rows.entrySet()) {
        Phase phase = entry.getKey();
        entry.getValue().read((of, number, all) -> write(phase, of, number, all));
      }
    }

    private void write(Phase phase, String of, int number, List<List<String>> all)
        throws IOException {
      String stem = stem(phase) + (of.isEmpty() ? "" : "-" + of);
      String name = names.free((number == 0 ? stem : FileNames.numbered(stem, number)) + ENDING);
      try (CsvRows file = CsvRows.literal(files.create(name))) {
        file.row(header(phase, own));
        all.forEach(file::row);
      }
      written.add(new WrittenFile(name, phase, all.size()));
    }

    @Override
    public List<WrittenFile> written() {
      return written;
    }
  }
}
