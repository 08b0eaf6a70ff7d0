package neatroster.work.json;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * An object of a JSON document. Its fields stand in the order in which they are put; long lists are
 * gone over when the document is written.
 */
public final class JsonObject {
  private final Map<String, Object> fields = new LinkedHashMap<>();

  /** Hands on things one by one. */
  @FunctionalInterface
  public interface Source<T> {
    /** Hands on all of them. */
    void each(Consumer<T> receiver);
  }

  /** A list that is made while it is written. */
  private interface Lazy {
    void write(JsonGenerator json) throws IOException;
  }

  /**
   * Puts a field.
   *
   * @param value a text, a number, a truth value, an object, a list or map of such, or null
   */
  public JsonObject put(String name, Object value) {
    fields.put(name, value);
    return this;
  }

  /** Puts a number, or null where it is 0: rows and positions are counted from 1. */
  public JsonObject putPosition(String name, int position) {
    return put(name, position == 0 ? null : position);
  }

  /** Puts a list of what things are. */
  public <T> JsonObject list(String name, Iterable<T> things, Function<T, ?> as) {
    return each(name, things::forEach, as);
  }

  /** The same of things that somebody else goes over. */
  public <T> JsonObject each(String name, Source<T> things, Function<T, ?> as) {
    Lazy list =
        json -> {
          json.writeStartArray();
          things.each(
              thing -> {
                try {
                  write(json, as.apply(thing));
                } catch (IOException e) {
                  throw new UncheckedIOException(e);
                }
              });
          json.writeEndArray();
        };
    return put(name, list);
  }

  void write(JsonGenerator json) throws IOException {
    write(json, fields);
  }

  private static void write(JsonGenerator json, Object value) throws IOException {
    if (value instanceof Lazy list) {
      list.write(json);
    } else if (value instanceof JsonObject object) {
      object.write(json);
    } else if (value instanceof Map<?, ?> map) {
      json.writeStartObject();
      for (Map.Entry<?, ?> entry : map.entrySet()) {
        json.writeFieldName(entry.getKey().toString());
        write(json, entry.getValue());
      }
      json.writeEndObject();
    } else if (value instanceof Iterable<?> list) {
      json.writeStartArray();
      for (Object one : list) {
        write(json, one);
      }
      json.writeEndArray();
    } else {
      // Texts, numbers, truth values and null.
      json.writePOJO(value);
    }
  }
}
