package neatroster.platform;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.MissingNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Reads answers, whose names may be written in upper or lower case (RFC 7643, section 2.1). */
final class ScimJson {
  static final ObjectMapper JSON = new ObjectMapper();

  /** The address of a resource, with its id as one segment (RFC 7644, section 3.2). */
  private ScimJson() {}

  /** The value of a name; missing where there is none. */
  static JsonNode get(JsonNode of, String name) {
    JsonNode exact = of.get(name);
    if (exact != null) {
      return exact;
    }
    if (of instanceof ObjectNode object) {
      for (Map.Entry<String, JsonNode> field : object.properties()) {
        if (field.getKey().equalsIgnoreCase(name)) {
          return field.getValue();
        }
      }
    }
    return MissingNode.getInstance();
  }

  /** The name as the answer writes it; ours where it has none. */
  static String nameOf(JsonNode of, String name) {
    if (of instanceof ObjectNode object && !object.has(name)) {
      for (Map.Entry<String, JsonNode> field : object.properties()) {
        if (field.getKey().equalsIgnoreCase(name)) {
          return field.getKey();
        }
      }
    }
    return name;
  }

  /** The text of a name, or an empty one. */
  static String text(JsonNode of, String name) {
    JsonNode value = get(of, name);
    return value.isValueNode() && !value.isNull() ? value.asText() : "";
  }

  /** The values of a list, or of one value that stands for a list. */
  static List<JsonNode> list(JsonNode of, String name) {
    List<JsonNode> all = new ArrayList<>();
    JsonNode value = get(of, name);
    if (value.isArray()) {
      value.forEach(all::add);
    } else if (value.isObject()) {
      all.add(value);
    }
    return all;
  }

  static JsonNode parse(String text) throws PlatformException {
    try {
      JsonNode read = JSON.readTree(text);
      return read == null ? MissingNode.getInstance() : read;
    } catch (JsonProcessingException e) {
      throw new PlatformException("the service answers with something that is no JSON", e);
    }
  }
}
