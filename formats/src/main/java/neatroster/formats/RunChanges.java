package neatroster.formats;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.Closeable;
import java.io.IOException;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.grid.RowWriter;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.sheets.CsvRows;
import neatroster.sheets.RowsBeside;

/**
 * What a run changes, kept with it as sheets of our own tables, whatever the formats of its
 * batches: once it is delivered they say what the platform holds, and what was before says how to
 * take it back. First passwords are not in them.
 */
public final class RunChanges implements Closeable {
  /** The header of the column that says what a row did. */
  static final String CHANGE = "change";

  /** The header of the column that says what was before. */
  static final String BEFORE = "before";

  private static final String ENDING = ".csv";

  private static final JsonFactory JSON = new JsonFactory();

  private final BatchFiles files;
  private final OwnColumns own;
  private final Map<Table, RowWriter> open = new EnumMap<>(Table.class);
  private CsvRows sites;

  /** Keeps the changes in these files. */
  public RunChanges(BatchFiles files, OwnColumns own) {
    this.files = files;
    this.own = own;
  }

  /** The file of a table. */
  public static String fileName(Table table) {
    return table.word() + ENDING;
  }

  /** Keeps a change. */
  public void add(PlannedChange change) throws IOException {
    if (change.phase() == Phase.SITES) {
      if (sites == null) {
        sites = CsvRows.literal(files.create("sites" + ENDING));
        sites.row(List.of(CHANGE, Field.SITE.label()));
      }
      sites.row(List.of(change.change().word(), change.value(Field.SITE)));
      return;
    }
    Table table = change.table();
    RowWriter file = open.get(table);
    if (file == null) {
      file = new RowsBeside(CsvRows.literal(files.create(fileName(table))));
      open.put(table, file);
      file.row(header(table));
    }
    file.row(row(table, change));
  }

  static List<Field> fields(Table table) {
    return Phase.valueOf(table.name()).fields().stream()
        .filter(field -> field != Field.PASSWORD && field != Field.CHANGE_AT_FIRST_LOGIN)
        .toList();
  }

  private List<String> header(Table table) {
    List<String> header = new ArrayList<>();
    header.add(CHANGE);
    fields(table).forEach(field -> header.add(field.label()));
    if (table == Table.ENROLLMENTS) {
      header.add(Field.STATUS.label());
    }
    header.addAll(own.of(table));
    header.add(BEFORE);
    return header;
  }

  /** The values of a change under the fields of its table, with what is done as the status. */
  static Map<Field, String> values(Table table, PlannedChange change) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.putAll(change.values());
    if (change.change() == Change.REMOVE) {
      values.put(Field.STATUS, "removed");
      move(values, table == Table.COURSES ? Field.COURSE : Field.GROUP, named(table));
    } else if (change.phase() == Phase.WITHDRAWALS) {
      values.put(Field.STATUS, "ended");
    }
    return values;
  }

  private List<String> row(Table table, PlannedChange change) throws IOException {
    Map<Field, String> values = values(table, change);
    List<String> row = new ArrayList<>();
    row.add(change.change().word());
    fields(table).forEach(field -> row.add(values.getOrDefault(field, "")));
    if (table == Table.ENROLLMENTS) {
      row.add(values.getOrDefault(Field.STATUS, ""));
    }
    own.of(table).forEach(name -> row.add(change.own().getOrDefault(name, "")));
    row.add(before(change));
    return row;
  }

  private static Field named(Table table) {
    return table == Table.COURSES ? Field.CODE : Field.NAME;
  }

  /** A removal names a course or a group by the fields of who is in it. */
  private static void move(Map<Field, String> values, Field from, Field to) {
    String value = values.remove(from);
    if (value != null) {
      values.put(to, value);
    }
  }

  private static String before(PlannedChange change) throws IOException {
    if (change.before().isEmpty() && change.ownBefore().isEmpty()) {
      return "";
    }
    StringWriter text = new StringWriter();
    try (JsonGenerator json = JSON.createGenerator(text)) {
      json.writeStartObject();
      for (Map.Entry<Field, String> entry : change.before().entrySet()) {
        if (entry.getKey() != Field.PASSWORD) {
          json.writeStringField(entry.getKey().label(), entry.getValue());
        }
      }
      for (Map.Entry<String, String> entry : change.ownBefore().entrySet()) {
        json.writeStringField(entry.getKey(), entry.getValue());
      }
      json.writeEndObject();
    }
    return text.toString();
  }

  @Override
  public void close() throws IOException {
    for (RowWriter file : open.values()) {
      file.close();
    }
    if (sites != null) {
      sites.close();
    }
  }
}
