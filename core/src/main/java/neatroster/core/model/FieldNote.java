package neatroster.core.model;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * What an administrator should know of a field of a table.
 *
 * @param needed whether a row of the table needs it
 * @param text what may stand there
 */
public record FieldNote(boolean needed, String text) {
  private static final Map<Table, Map<Field, FieldNote>> ALL = load();

  private static Map<Table, Map<Field, FieldNote>> load() {
    Map<Table, Map<Field, FieldNote>> notes = new EnumMap<>(Table.class);
    try (InputStream in = FieldNote.class.getResourceAsStream("field-notes.txt")) {
      String lines = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      for (String line : lines.lines().filter(text -> !text.startsWith("#")).toList()) {
        int space = line.indexOf(' ');
        int colon = line.indexOf(':');
        Table table = Table.named(line.substring(0, space)).orElseThrow();
        String name = line.substring(space + 1, colon);
        boolean needed = name.endsWith("!");
        Field field =
            Field.named(needed ? name.substring(0, name.length() - 1) : name).orElseThrow();
        notes
            .computeIfAbsent(table, t -> new LinkedHashMap<>())
            .put(field, new FieldNote(needed, line.substring(colon + 1).strip()));
      }
      return notes;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The note on a field of a table. */
  public static FieldNote of(Table table, Field field) {
    return ALL.get(table).get(field);
  }
}
