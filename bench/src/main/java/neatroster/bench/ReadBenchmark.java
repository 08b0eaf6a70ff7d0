package neatroster.bench;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import neatroster.core.grid.RowWriter;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.sheets.CsvRows;
import neatroster.sheets.SheetFile;
import neatroster.sheets.SheetFiles;
import neatroster.sheets.XlsxRows;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;

/**
 * Times our reading of one sheet of users as CSV and as XLSX, in turn with what the libraries take
 * merely to read the same file, and prints the ratios.
 */
public final class ReadBenchmark {
  private static final int RUNS = 9;

  private ReadBenchmark() {}

  /** Reads a file and counts its cells. */
  @FunctionalInterface
  private interface Reading {
    long cells(Path file) throws IOException, UnreadableSheetException;
  }

  /** Runs the benchmark: {@code ROWS}, by default 200,000. */
  public static void main(String[] args) throws IOException, UnreadableSheetException {
    int rows = args.length > 0 ? Integer.parseInt(args[0]) : 200_000;
    Path folder = Files.createTempDirectory("neat-roster-bench");
    try {
      Path csv = folder.resolve("users.csv");
      Path xlsx = folder.resolve("users.xlsx");
      try (OutputStream out = Files.newOutputStream(csv);
          RowWriter writer = CsvRows.literal(out)) {
        write(writer, rows);
      }
      try (RowWriter writer = new XlsxRows(Files.newOutputStream(xlsx), "users")) {
        write(writer, rows);
      }
      compare("CSV", csv, ReadBenchmark::bareCsv);
      compare("XLSX", xlsx, ReadBenchmark::bareXlsx);
    } finally {
      try (Stream<Path> all = Files.list(folder)) {
        for (Path file : all.toList()) {
          Files.delete(file);
        }
      }
      Files.delete(folder);
    }
  }

  private static void write(RowWriter out, int rows) throws IOException {
    out.row(List.of("id", "username", "given name", "family name", "email", "site", "birth date"));
    for (int i = 0; i < rows; i++) {
      out.row(
          List.of(
              String.format(Locale.ROOT, "%07d", i),
              "sailor" + i,
              "Given" + i % 997,
              "Family" + i % 4999,
              "sailor" + i + "@pier.example",
              "Main Pier/Deck " + i % 40,
              "2012-05-14"));
    }
  }

  private static void compare(String name, Path file, Reading bare)
      throws IOException, UnreadableSheetException {
    double[] ratios = new double[RUNS];
    for (int run = -2; run < RUNS; run++) {
      double ours = seconds(file, ReadBenchmark::ours);
      double theirs = seconds(file, bare);
      if (run >= 0) {
        ratios[run] = ours / theirs;
      }
    }
    Arrays.sort(ratios);
    System.out.printf(
        Locale.ROOT,
        "%s: %.2f times the library’s bare read (median of %d, from %.2f to %.2f)%n",
        name,
        ratios[RUNS / 2],
        RUNS,
        ratios[0],
        ratios[RUNS - 1]);
  }

  private static double seconds(Path file, Reading reading)
      throws IOException, UnreadableSheetException {
    long start = System.nanoTime();
    long cells = reading.cells(file);
    double seconds = (System.nanoTime() - start) / 1e9;
    if (cells == 0) {
      throw new IOException("nothing was read");
    }
    return seconds;
  }

  private static long ours(Path file) throws IOException, UnreadableSheetException {
    long[] cells = {0};
    try (SheetFile sheets = SheetFiles.open(file, file.toString())) {
      for (Sheet sheet : sheets.sheets()) {
        sheet.read(
            row -> {
              for (int i = 0; i < row.size(); i++) {
                cells[0] += row.cell(i).isEmpty() ? 0 : 1;
              }
              return true;
            });
      }
    }
    return cells[0];
  }

  private static long bareCsv(Path file) throws IOException {
    long cells = 0;
    try (CsvReader<CsvRecord> rows = CsvReader.builder().ofCsvRecord(file)) {
      for (CsvRecord row : rows) {
        cells += row.getFieldCount();
      }
    }
    return cells;
  }

  private static long bareXlsx(Path file) throws IOException {
    try (ReadableWorkbook workbook = new ReadableWorkbook(file.toFile());
        Stream<Row> rows = workbook.getFirstSheet().openStream()) {
      return rows.mapToLong(Row::getCellCount).sum();
    }
  }
}
