package neatroster.runs;

import java.io.Closeable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.intake.SourceNote;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.disk.NewFiles;
import neatroster.formats.OwnColumns;
import neatroster.sheets.CsvRows;

/**
 * The changes that the platform did not take, as sheets that can be mended and given to {@code
 * pack}: a sheet for each table, the columns that are in use, and one more that says why. What is
 * used has to be known before anything is written. First passwords are not in them.
 */
final class FailedRows implements Closeable {
  private final NewFiles files;
  private final OwnColumns own;
  private final Map<Table, Set<Field>> used = new EnumMap<>(Table.class);
  private final Map<Table, CsvRows> open = new EnumMap<>(Table.class);
  private final Map<String, Integer> rows = new TreeMap<>();

  /** Sheets in these files. */
  FailedRows(NewFiles files, OwnColumns own) {
    this.files = files;
    this.own = own;
  }

  static String fileName(Table table) {
    return table.word() + ".csv";
  }

  /** Notes which columns a change uses. */
  void look(PlannedChange change) {
    if (change.phase() != Phase.SITES) {
      used.computeIfAbsent(change.table(), t -> EnumSet.noneOf(Field.class))
          .addAll(values(change).keySet());
    }
  }

  /** Writes a change that was looked at. */
  void add(PlannedChange change, String why) throws IOException {
    if (change.phase() == Phase.SITES) {
      return;
    }
    Table table = change.table();
    CsvRows sheet = open.get(table);
    if (sheet == null) {
      sheet = CsvRows.forPeople(files.create(fileName(table)));
      open.put(table, sheet);
      List<String> header = new ArrayList<>();
      columns(table).forEach(field -> header.add(field.label()));
      header.addAll(own.of(table));
      header.add(SourceNote.REFUSED);
      sheet.row(header);
    }
    Map<Field, String> values = values(change);
    List<String> cells = new ArrayList<>();
    columns(table).forEach(field -> cells.add(values.getOrDefault(field, "")));
    own.of(table).forEach(name -> cells.add(change.own().getOrDefault(name, "")));
    cells.add(why);
    sheet.row(cells);
    rows.merge(fileName(table), 1, Integer::sum);
  }

  /** The values of a change under the fields of its table, with what is done as the status. */
  private static Map<Field, String> values(PlannedChange change) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.putAll(change.values());
    values.remove(Field.PASSWORD);
    values.remove(Field.CHANGE_AT_FIRST_LOGIN);
    if (change.change() == Change.REMOVE) {
      values.put(Field.STATUS, "removed");
      move(values, change.table() == Table.COURSES ? Field.COURSE : Field.GROUP, change.table());
    } else if (change.phase() == Phase.WITHDRAWALS) {
      values.put(Field.STATUS, "ended");
    }
    return values;
  }

  /** A removal names a course or a group by the fields of who is in it. */
  private static void move(Map<Field, String> values, Field from, Table table) {
    String value = values.remove(from);
    if (value != null) {
      values.put(table == Table.COURSES ? Field.CODE : Field.NAME, value);
    }
  }

  private List<Field> columns(Table table) {
    List<Field> fields = new ArrayList<>(Phase.valueOf(table.name()).fields());
    if (table == Table.ENROLLMENTS) {
      fields.add(Field.STATUS);
    }
    fields.retainAll(used.getOrDefault(table, Set.of()));
    return fields;
  }

  /** The files, each with its rows. */
  Map<String, Integer> rows() {
    return rows;
  }

  @Override
  public void close() throws IOException {
    for (CsvRows sheet : open.values()) {
      sheet.close();
    }
  }
}
