package neatroster.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.nio.file.Path;

/**
 * Reads CSV files with FastCSV and counts their cells: what any work on them is measured against.
 */
public final class BareRead {
  private BareRead() {}

  /** Reads the files named. */
  public static void main(String[] args) throws IOException {
    long cells = 0;
    for (String file : args) {
      try (CsvReader<CsvRecord> rows = CsvReader.builder().ofCsvRecord(Path.of(file))) {
        for (CsvRecord row : rows) {
          cells += row.getFieldCount();
        }
      }
    }
    System.out.println(cells + " cells");
  }
}
