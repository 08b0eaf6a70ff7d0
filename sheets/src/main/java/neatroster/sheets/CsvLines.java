package neatroster.sheets;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Reads CSV that we wrote ourselves (RFC 4180, UTF-8), where nothing is to be guessed. */
public final class CsvLines {
  private CsvLines() {}

  /** Takes the cells of a line. */
  @FunctionalInterface
  public interface Receiver {
    /** Takes the cells of a line. */
    void line(List<String> cells) throws IOException;
  }

  /**
   * Hands on every line, the headers too.
   *
   * @throws IOException where the file cannot be read, or is no CSV
   */
  public static void read(Path file, Receiver receiver) throws IOException {
    read(Files.newInputStream(file), String.valueOf(file.getFileName()), receiver);
  }

  /**
   * The same of a stream, which is closed then.
   *
   * @param name what the stream is called where it cannot be read
   */
  public static void read(InputStream in, String name, Receiver receiver) throws IOException {
    try (CsvReader<CsvRecord> lines =
        CsvReader.builder().ofCsvRecord(new InputStreamReader(in, StandardCharsets.UTF_8))) {
      for (CsvRecord line : lines) {
        receiver.line(line.getFields());
      }
    } catch (CsvParseException e) {
      throw new IOException(name + " is not as it was written", e);
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }
}
