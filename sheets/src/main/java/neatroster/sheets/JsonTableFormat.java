package neatroster.sheets;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;

/**
 * Lists of JSON objects (RFC 8259): an array of them, one on a line, or an object that holds arrays
 * by name, each a sheet. The keys are the headers; those of an object within are put behind its
 * own, and lists are written with semicolons.
 */
final class JsonTableFormat implements FileFormat {
  /** They are held in memory. */
  private static final long LARGEST = 64L << 20;

  private static final JsonFactory JSON = new JsonFactory();

  @Override
  public boolean recognizes(Path path, byte[] head) {
    String begin = new String(head, StandardCharsets.UTF_8).replaceFirst("^\uFEFF", "").strip();
    return begin.matches("(?s)\\[\\s*\\{.*|\\{\\s*\"(?:[^\"\\\\]|\\\\.)*\"\\s*:.*");
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    if (Files.size(path) > LARGEST) {
      throw new UnreadableSheetException(0, "as JSON it is too large; save it as CSV");
    }
    Map<String, List<Map<String, String>>> tables = new LinkedHashMap<>();
    try (JsonParser json = JSON.createParser(path.toFile())) {
      while (json.nextToken() != null) {
        if (json.currentToken() == JsonToken.START_ARRAY) {
          records(json, table(tables, null));
        } else if (json.currentToken() == JsonToken.START_OBJECT) {
          object(json, tables);
        } else {
          throw noTable();
        }
      }
    } catch (JsonProcessingException e) {
      int line = e.getLocation() == null ? 0 : e.getLocation().getLineNr();
      throw new UnreadableSheetException(line, "this is not JSON from here on, or it breaks off");
    }
    List<Sheet> sheets = new ArrayList<>();
    tables.forEach(
        (key, records) -> {
          if (!records.isEmpty()) {
            sheets.add(
                new InMemorySheet(new SheetName(name, key), FileFacts.of("json"), rows(records)));
          }
        });
    if (sheets.isEmpty()) {
      throw noTable();
    }
    return new InMemoryFile(sheets);
  }

  private static UnreadableSheetException noTable() {
    return new UnreadableSheetException(0, "it is JSON, and no list of objects");
  }

  private static List<Map<String, String>> table(
      Map<String, List<Map<String, String>>> tables, String key) {
    return tables.computeIfAbsent(key, k -> new ArrayList<>());
  }

  private static void records(JsonParser json, List<Map<String, String>> records)
      throws IOException {
    while (json.nextToken() != JsonToken.END_ARRAY) {
      if (json.currentToken() == JsonToken.START_OBJECT) {
        Map<String, String> one = new LinkedHashMap<>();
        record(json, "", one);
        records.add(one);
      } else {
        json.skipChildren();
      }
    }
  }

  /** An object that is a record on a line of its own, or holds lists of them by name. */
  private static void object(JsonParser json, Map<String, List<Map<String, String>>> tables)
      throws IOException {
    Map<String, String> one = new LinkedHashMap<>();
    boolean holdsLists = false;
    while (json.nextToken() == JsonToken.FIELD_NAME) {
      String key = json.currentName();
      if (json.nextToken() == JsonToken.START_ARRAY) {
        List<Map<String, String>> records = new ArrayList<>();
        List<String> words = new ArrayList<>();
        while (json.nextToken() != JsonToken.END_ARRAY) {
          if (json.currentToken() == JsonToken.START_OBJECT) {
            Map<String, String> record = new LinkedHashMap<>();
            record(json, "", record);
            records.add(record);
          } else {
            words.add(text(json));
          }
        }
        if (!records.isEmpty()) {
          holdsLists = true;
          table(tables, key).addAll(records);
        }
        one.put(key, String.join("; ", words));
      } else {
        value(json, key, one);
      }
    }
    if (!holdsLists) {
      table(tables, null).add(one);
    }
  }

  private static void record(JsonParser json, String prefix, Map<String, String> into)
      throws IOException {
    while (json.nextToken() == JsonToken.FIELD_NAME) {
      String key = prefix + json.currentName();
      json.nextToken();
      value(json, key, into);
    }
  }

  private static void value(JsonParser json, String key, Map<String, String> into)
      throws IOException {
    switch (json.currentToken()) {
      case START_OBJECT -> record(json, key + " ", into);
      case START_ARRAY -> {
        List<String> words = new ArrayList<>();
        while (json.nextToken() != JsonToken.END_ARRAY) {
          words.add(text(json));
        }
        into.put(key, String.join("; ", words));
      }
      default -> into.put(key, text(json));
    }
  }

  private static String text(JsonParser json) throws IOException {
    if (json.currentToken().isStructStart()) {
      json.skipChildren();
      return "";
    }
    return json.currentToken() == JsonToken.VALUE_NULL ? "" : json.getText();
  }

  private static List<List<String>> rows(List<Map<String, String>> records) {
    Map<String, Integer> columns = new LinkedHashMap<>();
    for (Map<String, String> record : records) {
      record.keySet().forEach(key -> columns.putIfAbsent(key, columns.size()));
    }
    List<List<String>> rows = new ArrayList<>();
    rows.add(List.copyOf(columns.keySet()));
    for (Map<String, String> record : records) {
      List<String> row = new ArrayList<>();
      columns.keySet().forEach(key -> row.add(record.getOrDefault(key, "")));
      rows.add(row);
    }
    return rows;
  }
}
