package neatroster.sheets;

import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** One value of a JSON text: objects as maps with keys in lower case, which SCIM wants. */
final class JsonTree {
  private JsonTree() {}

  /** Reads the value at which a parser stands. */
  static Object read(JsonParser json) throws IOException {
    JsonToken token = json.currentToken();
    if (token == JsonToken.START_OBJECT) {
      Map<String, Object> object = new LinkedHashMap<>();
      while (json.nextToken() == JsonToken.FIELD_NAME) {
        String name = json.currentName().toLowerCase(java.util.Locale.ROOT);
        json.nextToken();
        object.put(name, read(json));
      }
      return object;
    }
    if (token == JsonToken.START_ARRAY) {
      List<Object> list = new ArrayList<>();
      while (json.nextToken() != JsonToken.END_ARRAY) {
        list.add(read(json));
      }
      return list;
    }
    return token == JsonToken.VALUE_NULL ? "" : json.getText();
  }

  /** The text of a key, or an empty one. */
  static String text(Object of, String key) {
    return of instanceof Map<?, ?> map && map.get(key) instanceof String text ? text.strip() : "";
  }

  /** The object of a key; an empty one where there is none. */
  static Map<?, ?> object(Object of, String key) {
    return of instanceof Map<?, ?> map && map.get(key) instanceof Map<?, ?> object
        ? object
        : Map.of();
  }

  /** The list of a key; an empty one where there is none. */
  static List<?> list(Object of, String key) {
    return of instanceof Map<?, ?> map && map.get(key) instanceof List<?> list ? list : List.of();
  }
}
