package neatroster.cli.terminal;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.util.DefaultIndenter;
import com.fasterxml.jackson.core.util.DefaultPrettyPrinter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;

/** Writes one JSON document. */
public final class Json {
  /** Writes the fields of a document. */
  @FunctionalInterface
  public interface Body {
    void write(JsonGenerator json) throws IOException;
  }

  private Json() {}

  /** Writes a document to a stream and leaves the stream open. */
  public static void write(OutputStream out, Body body) {
    try (JsonGenerator json = new JsonFactory().createGenerator(out)) {
      json.disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET);
      DefaultIndenter lines = new DefaultIndenter("  ", "\n");
      json.setPrettyPrinter(
          new DefaultPrettyPrinter().withObjectIndenter(lines).withArrayIndenter(lines));
      body.write(json);
      json.writeRaw('\n');
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
