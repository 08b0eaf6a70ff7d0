package neatroster.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import com.networknt.schema.ValidationMessage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Holds every JSON document that a test has the program write against the schema of its command in
 * {@code docs/json}. With {@code -Dneatroster.schemas=FOLDER} the schemas are widened there by what
 * is written, which is how they are renewed when an output changes.
 */
final class JsonSchemas {
  private static final ObjectMapper JSON = new ObjectMapper();
  private static final Path SCHEMAS = Program.root().resolve("docs/json");
  private static final String LEARNING = System.getProperty("neatroster.schemas", "");
  private static final Map<String, JsonSchema> READ = new ConcurrentHashMap<>();

  /** Objects whose keys are data, such as counts by the words of tables. */
  private static final Set<String> BY_NAME =
      Set.of("counts", "rules", "byRule", "left", "roles", "changed", "words", "own", "values");

  private JsonSchemas() {}

  /** Verifies what a command wrote, where that is a document. */
  static void verify(String[] args, String out) throws IOException {
    boolean isJson = String.join(" ", args).contains("--format json") && out.startsWith("{");
    if (!isJson) {
      return;
    }
    JsonNode document = JSON.readTree(out);
    String command = document.path("command").asText();
    if (!LEARNING.isEmpty()) {
      learn(command, document);
      return;
    }
    Set<ValidationMessage> wrong = schema(command).validate(out, InputFormat.JSON);
    if (!wrong.isEmpty()) {
      throw new AssertionError(command + " wrote what its schema does not say: " + wrong);
    }
  }

  private static JsonSchema schema(String command) throws IOException {
    JsonSchema there = READ.get(command);
    if (there == null) {
      Path file = SCHEMAS.resolve(command + ".schema.json");
      there =
          JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
              .getSchema(Files.readString(file));
      READ.put(command, there);
    }
    return there;
  }

  private static synchronized void learn(String command, JsonNode document) throws IOException {
    Path file = Path.of(LEARNING).resolve(command + ".schema.json");
    ObjectNode schema;
    if (Files.exists(file)) {
      schema = (ObjectNode) JSON.readTree(Files.readString(file));
    } else {
      schema = JSON.createObjectNode();
      schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
      schema.put("title", "neat-roster " + command + " --format json");
    }
    widen(schema, document, "");
    Files.createDirectories(file.getParent());
    Files.writeString(
        file, JSON.writerWithDefaultPrettyPrinter().writeValueAsString(schema) + "\n");
  }

  private static void widen(ObjectNode schema, JsonNode value, String name) {
    boolean isNew = !schema.has("type");
    Set<String> types = new TreeSet<>();
    schema.path("type").forEach(one -> types.add(one.asText()));
    if (schema.path("type").isTextual()) {
      types.add(schema.path("type").asText());
    }
    types.add(type(value));
    if (types.contains("number")) {
      types.remove("integer");
    }
    if (types.size() == 1) {
      schema.put("type", types.iterator().next());
    } else {
      ArrayNode all = schema.putArray("type");
      types.forEach(all::add);
    }
    if (value.isObject() && BY_NAME.contains(name)) {
      ObjectNode each = part(schema, "additionalProperties");
      value.forEach(one -> widen(each, one, ""));
    } else if (value.isObject()) {
      object(schema, (ObjectNode) value, isNew || !schema.has("properties"));
    } else if (value.isArray()) {
      ObjectNode items = part(schema, "items");
      value.forEach(one -> widen(items, one, ""));
    }
  }

  private static ObjectNode part(ObjectNode schema, String name) {
    return schema.get(name) instanceof ObjectNode there ? there : schema.putObject(name);
  }

  private static void object(ObjectNode schema, ObjectNode value, boolean isNew) {
    ObjectNode properties = part(schema, "properties");
    Set<String> required = new TreeSet<>();
    if (isNew) {
      value.fieldNames().forEachRemaining(required::add);
    } else {
      schema.path("required").forEach(one -> required.add(one.asText()));
      required.removeIf(one -> !value.has(one));
    }
    value
        .properties()
        .forEach(
            field -> widen(part(properties, field.getKey()), field.getValue(), field.getKey()));
    ArrayNode all = schema.putArray("required");
    required.forEach(all::add);
    schema.put("additionalProperties", false);
  }

  private static String type(JsonNode value) {
    return switch (value.getNodeType()) {
      case ARRAY -> "array";
      case OBJECT -> "object";
      case BOOLEAN -> "boolean";
      case NUMBER -> value.isIntegralNumber() ? "integer" : "number";
      case NULL -> "null";
      default -> "string";
    };
  }
}
