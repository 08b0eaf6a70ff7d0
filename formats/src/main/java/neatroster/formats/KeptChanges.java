package neatroster.formats;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.core.change.Change;
import neatroster.core.change.Changes;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.sheets.CsvLines;

/** Reads back what {@link RunChanges} kept of a run, in the order in which it was kept. */
public final class KeptChanges implements Changes {
  private static final JsonFactory JSON = new JsonFactory();
  private static final Map<String, Change> BY_WORD =
      Arrays.stream(Change.values()).collect(Collectors.toMap(Change::word, what -> what));

  private final Path folder;

  /** The changes kept in a folder. */
  public KeptChanges(Path folder) {
    this.folder = folder;
  }

  /** Takes the changes of a run with their numbers. */
  @FunctionalInterface
  public interface NumberedReceiver {
    /**
     * Takes a change.
     *
     * @param row its number in its table, from 0
     */
    void change(int row, PlannedChange change) throws IOException;
  }

  /** Hands on the changes of one table; of none where the run changes none of its rows. */
  public void read(Table table, NumberedReceiver receiver) throws IOException {
    Path file = folder.resolve(RunChanges.fileName(table));
    if (Files.exists(file)) {
      int[] row = {0};
      read(file, Optional.of(table), change -> receiver.change(row[0]++, change));
    }
  }

  /** Hands on the sites that are made. */
  public void sites(Receiver receiver) throws IOException {
    Path sites = folder.resolve("sites.csv");
    if (Files.exists(sites)) {
      read(sites, Optional.empty(), receiver);
    }
  }

  @Override
  public Set<Table> tables() {
    Set<Table> tables = EnumSet.allOf(Table.class);
    tables.removeIf(table -> !Files.exists(folder.resolve(RunChanges.fileName(table))));
    return tables;
  }

  @Override
  public void read(Table table, Receiver receiver) throws IOException {
    if (table == Table.USERS) {
      sites(receiver);
    }
    read(table, (row, change) -> receiver.change(change));
  }

  private static void read(Path file, Optional<Table> table, Receiver receiver) throws IOException {
    List<String> header = new ArrayList<>();
    List<Optional<Field>> fields = new ArrayList<>();
    CsvLines.read(
        Files.newInputStream(file),
        shown(file),
        cells -> {
          if (header.isEmpty()) {
            header.addAll(cells);
            cells.forEach(name -> fields.add(Field.named(name)));
          } else {
            receiver.change(
                change(table, header, fields, cells)
                    .orElseThrow(() -> new IOException(shown(file) + " is not as it was written")));
          }
        });
  }

  /** The run's folder and what is in it, as in runs/2027-01-12-1/changes/users.csv. */
  private static String shown(Path file) {
    Path whole = file.toAbsolutePath();
    int names = whole.getNameCount();
    return whole.subpath(Math.max(0, names - 4), names).toString().replace('\\', '/');
  }

  /** The change of a row; nothing where it is none. */
  private static Optional<PlannedChange> change(
      Optional<Table> table,
      List<String> header,
      List<Optional<Field>> fields,
      List<String> cells) {
    if (cells.size() != header.size()) {
      return Optional.empty();
    }
    Map<Field, String> values = new EnumMap<>(Field.class);
    Map<String, String> own = new LinkedHashMap<>();
    Map<Field, String> before = new EnumMap<>(Field.class);
    Map<String, String> ownBefore = new LinkedHashMap<>();
    Change what = null;
    for (int i = 0; i < header.size(); i++) {
      String name = header.get(i);
      Optional<Field> field = fields.get(i);
      if (name.equals(RunChanges.CHANGE)) {
        what = BY_WORD.get(cells.get(i));
      } else if (name.equals(RunChanges.BEFORE)) {
        try {
          before(cells.get(i), before, ownBefore);
        } catch (IOException e) {
          return Optional.empty();
        }
      } else if (field.isEmpty()) {
        own.put(name, cells.get(i));
      } else if (!cells.get(i).isEmpty()) {
        values.put(field.get(), cells.get(i));
      }
    }
    if (what == null) {
      return Optional.empty();
    }
    if (table.isPresent() && table.get() == Table.ENROLLMENTS) {
      // The phase says it.
      values.remove(Field.STATUS);
    }
    if (what == Change.REMOVE) {
      values.remove(Field.STATUS);
      move(values, Field.CODE, Field.COURSE);
      move(values, Field.NAME, Field.GROUP);
    }
    return Optional.of(
        new PlannedChange(phase(table, what), what, values, own).from(before).fromOwn(ownBefore));
  }

  private static Phase phase(Optional<Table> table, Change change) {
    if (table.isEmpty()) {
      return Phase.SITES;
    }
    return switch (change) {
      case REMOVE -> Phase.REMOVALS;
      case WITHDRAW -> Phase.WITHDRAWALS;
      default -> Phase.valueOf(table.get().name());
    };
  }

  private static void move(Map<Field, String> values, Field from, Field to) {
    String value = values.remove(from);
    if (value != null) {
      values.put(to, value);
    }
  }

  private static void before(String text, Map<Field, String> fields, Map<String, String> own)
      throws IOException {
    if (text.isEmpty()) {
      return;
    }
    try (JsonParser json = JSON.createParser(text)) {
      json.nextToken();
      while (json.nextToken() == JsonToken.FIELD_NAME) {
        String name = json.currentName();
        String value = json.nextTextValue();
        Optional<Field> field = Field.named(name);
        if (field.isPresent()) {
          fields.put(field.get(), value);
        } else {
          own.put(name, value);
        }
      }
    }
  }
}
