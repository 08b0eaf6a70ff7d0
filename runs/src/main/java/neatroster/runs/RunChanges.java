package neatroster.runs;

import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.grid.RowWriter;
import neatroster.core.model.Field;
import neatroster.disk.NewFiles;
import neatroster.formats.OwnColumns;
import neatroster.sheets.BackgroundRowWriter;
import neatroster.sheets.CsvRows;

/**
 * What a run changes, kept with it whatever the formats of its batches: a file for each phase. Once
 * it is delivered they say what the platform holds, and what was before says how to take it back.
 * First passwords are not in them.
 */
public final class RunChanges implements Closeable {
  /** The header of the column that says what a row did. */
  static final String CHANGE = "change";

  /** The header of the column that says what was before. */
  static final String BEFORE = "before";

  private static final ObjectMapper JSON = new ObjectMapper();

  private final NewFiles files;
  private final OwnColumns own;
  private final Map<Phase, RowWriter> open = new EnumMap<>(Phase.class);

  /** Keeps changes in these files. */
  public RunChanges(NewFiles files, OwnColumns own) {
    this.files = files;
    this.own = own;
  }

  /** The file of a phase. */
  static String fileName(Phase phase) {
    return phase.word() + ".csv";
  }

  /** Keeps a change. */
  public void add(PlannedChange change) throws IOException {
    Phase phase = change.phase();
    RowWriter file = open.get(phase);
    if (file == null) {
      file = new BackgroundRowWriter(CsvRows.literal(files.create(fileName(phase))));
      open.put(phase, file);
      file.row(header(phase));
    }
    file.row(row(change));
  }

  private static List<Field> fields(Phase phase) {
    List<Field> fields = new ArrayList<>(phase.fields());
    fields.remove(Field.PASSWORD);
    fields.remove(Field.CHANGE_AT_FIRST_LOGIN);
    if (phase == Phase.REMOVALS) {
      // Whoever has no username is told by a mark.
      fields.addAll(List.of(Field.EMAIL, Field.ID));
    }
    return fields;
  }

  private List<String> header(Phase phase) {
    List<String> header = new ArrayList<>();
    header.add(CHANGE);
    fields(phase).forEach(field -> header.add(field.label()));
    header.addAll(own.of(phase));
    header.add(BEFORE);
    return header;
  }

  private List<String> row(PlannedChange change) throws IOException {
    List<String> row = new ArrayList<>();
    row.add(change.change().word());
    fields(change.phase()).forEach(field -> row.add(change.value(field)));
    row.addAll(own.cells(change));
    row.add(before(change));
    return row;
  }

  private static String before(PlannedChange change) throws IOException {
    Map<String, String> before = new LinkedHashMap<>();
    change.before().forEach((field, text) -> before.put(field.label(), text));
    before.remove(Field.PASSWORD.label());
    before.putAll(change.ownBefore());
    return before.isEmpty() ? "" : JSON.writeValueAsString(before);
  }

  @Override
  public void close() throws IOException {
    for (RowWriter file : open.values()) {
      file.close();
    }
  }
}
