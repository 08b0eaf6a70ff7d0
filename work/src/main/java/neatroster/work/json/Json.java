package neatroster.work.json;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.StringWriter;
import java.io.UncheckedIOException;

/** Writes JSON documents. */
public final class Json {
  private static final JsonFactory FACTORY = new JsonFactory();

  private Json() {}

  /** A document of a command. */
  public static JsonObject of(String command) {
    return new JsonObject().put("command", command);
  }

  /** Writes a document to a stream and leaves the stream open. */
  public static void write(OutputStream out, JsonObject document) {
    try (JsonGenerator json = FACTORY.createGenerator(out)) {
      json.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
      DefaultIndenter lines = new DefaultIndenter("  ", "\n");
      json.setPrettyPrinter(
          new DefaultPrettyPrinter().withObjectIndenter(lines).withArrayIndenter(lines));
      document.write(json);
      json.writeRaw('\n');
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** A document on one line, for a program that waits for it. */
  public static String line(JsonObject document) {
    StringWriter line = new StringWriter();
    try (JsonGenerator json = FACTORY.createGenerator(line)) {
      document.write(json);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return line.toString();
  }
}
