package neatroster.formats;

import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.intake.SourceNote;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.sheets.CsvRows;

/**
 * The changes that the platform did not take, as sheets that can be mended and given to {@code
 * pack}: the columns that are in use, and one more that says why. What is used has to be known
 * before anything is written. First passwords are not in them.
 */
public final class FailedRows implements Closeable {
  private final BatchFiles files;
  private final OwnColumns own;
  private final Map<Table, Set<Field>> used = new EnumMap<>(Table.class);
  private final Map<Table, CsvRows> open = new EnumMap<>(Table.class);
  private final Map<String, Integer> rows = new TreeMap<>();

  /** Sheets in these files. */
  public FailedRows(BatchFiles files, OwnColumns own) {
    this.files = files;
    this.own = own;
  }

  /** Notes which columns a change uses. */
  public void look(PlannedChange change) {
    if (change.phase() != Phase.SITES) {
      Table table = change.table();
      used.computeIfAbsent(table, t -> EnumSet.noneOf(Field.class))
          .addAll(RunChanges.values(table, change).keySet());
    }
  }

  /** Writes a change that was looked at. */
  public void add(PlannedChange change, String why) throws IOException {
    if (change.phase() == Phase.SITES) {
      return;
    }
    Table table = change.table();
    CsvRows sheet = open.get(table);
    if (sheet == null) {
      sheet = CsvRows.forPeople(files.create(RunChanges.fileName(table)));
      open.put(table, sheet);
      List<String> header = new ArrayList<>();
      columns(table).forEach(field -> header.add(field.label()));
      header.addAll(own.of(table));
      header.add(SourceNote.REFUSED);
      sheet.row(header);
    }
    Map<Field, String> values = RunChanges.values(table, change);
    List<String> cells = new ArrayList<>();
    columns(table).forEach(field -> cells.add(values.getOrDefault(field, "")));
    own.of(table).forEach(name -> cells.add(change.own().getOrDefault(name, "")));
    cells.add(why);
    sheet.row(cells);
    rows.merge(RunChanges.fileName(table), 1, Integer::sum);
  }

  private List<Field> columns(Table table) {
    List<Field> fields = new ArrayList<>(RunChanges.fields(table));
    if (table == Table.ENROLLMENTS) {
      fields.add(Field.STATUS);
    }
    fields.retainAll(used.getOrDefault(table, Set.of()));
    return fields;
  }

  /** The files, each with its rows. */
  public Map<String, Integer> rows() {
    return rows;
  }

  @Override
  public void close() throws IOException {
    for (CsvRows sheet : open.values()) {
      sheet.close();
    }
  }
}
