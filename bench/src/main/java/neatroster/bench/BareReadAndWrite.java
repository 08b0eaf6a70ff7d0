package neatroster.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;

/**
 * Reads CSV files with FastCSV and writes as many bytes as something else wrote: what packing is
 * measured against.
 */
public final class BareReadAndWrite {
  private BareReadAndWrite() {}

  /** Takes how many bytes are to be written, the file to write them to, and the files to read. */
  public static void main(String[] args) throws IOException {
    long bytes = Long.parseLong(args[0]);
    Path out = Path.of(args[1]);
    BareRead.main(Arrays.copyOfRange(args, 2, args.length));
    List<String> row = null;
    try (CsvReader<CsvRecord> rows = CsvReader.builder().ofCsvRecord(Path.of(args[2]))) {
      for (CsvRecord one : rows) {
        row = one.getFields();
        break;
      }
    }
    long length = String.join(",", row).length() + 2L;
    try (CsvWriter writer = CsvWriter.builder().build(out)) {
      for (long written = 0; written < bytes; written += length) {
        writer.writeRecord(row);
      }
    }
    Files.delete(out);
  }
}
