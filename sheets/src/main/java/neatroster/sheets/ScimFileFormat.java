package neatroster.sheets;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;

/**
 * Users and Groups of SCIM 2.0: a Bulk request (RFC 7644, section 3.7), or what a platform answers
 * when it is asked for all of them (a list response, section 3.4.2).
 */
final class ScimFileFormat implements FileFormat {
  private static final String MESSAGES = "urn:ietf:params:scim:api:messages:2.0:";
  private static final JsonFactory JSON = new JsonFactory();

  @Override
  public boolean recognizes(Path path, byte[] head) {
    String begin = new String(head, StandardCharsets.UTF_8).strip();
    return begin.startsWith("{")
        && (begin.contains(MESSAGES + "BulkRequest") || begin.contains(MESSAGES + "ListResponse"));
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    ScimTables tables = new ScimTables();
    try (JsonParser json = JSON.createParser(path.toFile())) {
      json.nextToken();
      while (json.nextToken() == JsonToken.FIELD_NAME) {
        String key = json.currentName();
        boolean isList = json.nextToken() == JsonToken.START_ARRAY;
        if (isList && (key.equalsIgnoreCase("Operations") || key.equalsIgnoreCase("Resources"))) {
          resources(json, tables);
        } else {
          json.skipChildren();
        }
      }
    } catch (JsonProcessingException e) {
      int line = e.getLocation() == null ? 0 : e.getLocation().getLineNr();
      throw new UnreadableSheetException(line, "this is not JSON from here on, or it breaks off");
    }
    List<Sheet> sheets = tables.sheets(name);
    if (sheets.isEmpty()) {
      throw UnreadableSheetException.ofNoMatter("there are neither Users nor Groups in it");
    }
    return new InMemoryFile(sheets);
  }

  private static void resources(JsonParser json, ScimTables tables)
      throws IOException, UnreadableSheetException {
    while (json.nextToken() != JsonToken.END_ARRAY) {
      int line = json.currentLocation().getLineNr();
      Object one = JsonTree.read(json);
      String method = JsonTree.text(one, "method");
      if (method.isEmpty()) {
        tables.add(line, JsonTree.text(one, "id"), (Map<?, ?>) one);
      } else if (method.equalsIgnoreCase("POST")) {
        tables.add(line, "bulkId:" + JsonTree.text(one, "bulkid"), JsonTree.object(one, "data"));
      } else {
        throw new UnreadableSheetException(
            line,
            "it changes by "
                + method
                + " what the platform has, named by the platform’s own ids; only what it makes can"
                + " be read");
      }
    }
  }
}
