package neatroster.formats;

import java.io.BufferedOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.zip.CRC32;
import java.util.zip.CheckedOutputStream;
import java.util.zip.ZipOutputStream;
import neatroster.core.grid.RowWriter;
import neatroster.disk.NewFiles;
import neatroster.sheets.BackgroundRowWriter;
import neatroster.sheets.CsvRows;

/**
 * Gathers the CSV files of a OneRoster delivery and puts them into one zip. The zip is the same
 * whenever and wherever it is made of the same rows.
 */
final class OneRosterZip {
  private final NewFiles files;
  private final String version;
  private final Map<OneRosterFile, RowWriter> open = new EnumMap<>(OneRosterFile.class);
  private final Map<OneRosterFile, Path> places = new EnumMap<>(OneRosterFile.class);
  private final Map<OneRosterFile, List<String>> more = new EnumMap<>(OneRosterFile.class);
  private final Map<OneRosterFile, List<String>> headers = new EnumMap<>(OneRosterFile.class);
  private final Map<OneRosterFile, CRC32> sums = new EnumMap<>(OneRosterFile.class);
  private final Map<OneRosterFile, UnaryOperator<List<String>>> finishers =
      new EnumMap<>(OneRosterFile.class);
  private int rows;

  OneRosterZip(NewFiles files, String version) {
    this.files = files;
    this.version = version;
  }

  /** The header of a field of the school's own, which stands behind those of the standard. */
  static String metadata(String ownField) {
    return "metadata." + ownField.strip().replaceAll("[^\\p{L}\\p{N}]+", "_");
  }

  /** Adds columns behind those of the standard. */
  void extend(OneRosterFile file, List<String> headers) {
    more.put(file, headers);
  }

  /** Says what is still to be done to the rows of a file: see {@link BackgroundRowWriter}. */
  void finish(OneRosterFile file, UnaryOperator<List<String>> finisher) {
    finishers.put(file, finisher);
  }

  /** Adds a row; columns that it does not name are blank, and names that are no columns go. */
  void row(OneRosterFile file, Map<String, String> cells) throws IOException {
    RowWriter out = file(file);
    List<String> row = new ArrayList<>();
    for (String name : headers.get(file)) {
      row.add(cells.getOrDefault(name, ""));
    }
    out.row(row);
    rows++;
  }

  /** Adds a row whose cells stand in the order of the headers. */
  void row(OneRosterFile file, List<String> cells) throws IOException {
    file(file).row(cells);
    rows++;
  }

  private RowWriter file(OneRosterFile file) throws IOException {
    RowWriter out = open.get(file);
    if (out == null) {
      List<String> header = header(file);
      headers.put(file, header);
      Path place = files.scratch().resolve(file.fileName());
      places.put(file, place);
      CRC32 sum = new CRC32();
      sums.put(file, sum);
      RowWriter csv =
          CsvRows.literal(
              new CheckedOutputStream(
                  new BufferedOutputStream(Files.newOutputStream(place), 1 << 16), sum));
      csv.row(header);
      out = new BackgroundRowWriter(csv, finishers.getOrDefault(file, UnaryOperator.identity()));
      open.put(file, out);
    }
    return out;
  }

  private List<String> header(OneRosterFile file) {
    List<String> header = new ArrayList<>(file.header(version));
    header.addAll(more.getOrDefault(file, List.of()));
    return header;
  }

  /** How many rows there are in all files. */
  int rows() {
    return rows;
  }

  /**
   * Writes the zip.
   *
   * @param kind {@code bulk} or {@code delta}
   * @param school what the source is called
   */
  void write(String name, String kind, String school) throws IOException {
    for (RowWriter file : open.values()) {
      file.close();
    }
    try (OutputStream out = files.create(name);
        ZipOutputStream zip = new ZipOutputStream(out)) {
      ByteArrayOutputStream listed = new ByteArrayOutputStream();
      CsvRows manifest = CsvRows.literal(listed);
      manifest.row(List.of("propertyName", "value"));
      manifest.row(List.of("manifest.version", "1.0"));
      manifest.row(List.of("oneroster.version", version));
      for (String file : OneRosterFile.all(version)) {
        boolean isThere = open.keySet().stream().anyMatch(written -> written.word().equals(file));
        manifest.row(List.of("file." + file, isThere ? kind : "absent"));
      }
      manifest.row(List.of("source.systemName", school));
      manifest.row(List.of("source.systemCode", ""));
      manifest.close();
      CRC32 sum = new CRC32();
      sum.update(listed.toByteArray());
      begin(zip, "manifest.csv", listed.size(), sum);
      listed.writeTo(zip);
      zip.closeEntry();
      for (Map.Entry<OneRosterFile, Path> file : places.entrySet()) {
        begin(zip, file.getKey().fileName(), Files.size(file.getValue()), sums.get(file.getKey()));
        Files.copy(file.getValue(), zip);
        zip.closeEntry();
      }
    }
  }

  private static void begin(ZipOutputStream zip, String name, long size, CRC32 sum)
      throws IOException {
    zip.putNextEntry(ReproducibleZip.entry(name, size, sum.getValue()));
  }
}
