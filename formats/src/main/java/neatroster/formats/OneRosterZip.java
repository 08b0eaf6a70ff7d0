package neatroster.formats;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import neatroster.sheets.CsvRows;

/**
 * Gathers the CSV files of a OneRoster delivery and puts them into one zip. The zip is the same
 * whenever and wherever it is made of the same rows.
 */
final class OneRosterZip {
  /** The earliest time that a zip can say. */
  private static final LocalDateTime NEVER = LocalDateTime.of(1980, 1, 1, 0, 0);

  private final BatchFiles files;
  private final String version;
  private final Map<OneRosterFile, CsvRows> open = new EnumMap<>(OneRosterFile.class);
  private final Map<OneRosterFile, Path> places = new EnumMap<>(OneRosterFile.class);
  private final Map<OneRosterFile, List<String>> more = new EnumMap<>(OneRosterFile.class);
  private int rows;

  OneRosterZip(BatchFiles files, String version) {
    this.files = files;
    this.version = version;
  }

  /** Adds columns behind those of the standard, which must be called {@code metadata.NAME}. */
  void extend(OneRosterFile file, List<String> headers) {
    more.put(file, headers);
  }

  /** Adds a row; columns that it does not name are blank. */
  void row(OneRosterFile file, Map<String, String> cells) throws IOException {
    CsvRows out = open.get(file);
    List<String> header = header(file);
    if (out == null) {
      Path place = files.scratch().resolve(file.fileName());
      places.put(file, place);
      out = CsvRows.literal(new BufferedOutputStream(Files.newOutputStream(place), 1 << 16));
      open.put(file, out);
      out.row(header);
    }
    List<String> row = new ArrayList<>(header.size());
    for (String name : header) {
      row.add(cells.getOrDefault(name, ""));
    }
    out.row(row);
    rows++;
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
    for (CsvRows file : open.values()) {
      file.close();
    }
    try (OutputStream out = files.create(name);
        ZipOutputStream zip = new ZipOutputStream(out)) {
      begin(zip, "manifest.csv");
      CsvRows manifest = CsvRows.literal(new Uncloseable(zip));
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
      zip.closeEntry();
      for (Map.Entry<OneRosterFile, Path> file : places.entrySet()) {
        begin(zip, file.getKey().fileName());
        Files.copy(file.getValue(), zip);
        zip.closeEntry();
      }
    }
  }

  private static void begin(ZipOutputStream zip, String name) throws IOException {
    ZipEntry entry = new ZipEntry(name);
    entry.setTimeLocal(NEVER);
    zip.putNextEntry(entry);
  }

  /** Hands on everything but the closing. */
  private static final class Uncloseable extends java.io.FilterOutputStream {
    Uncloseable(OutputStream out) {
      super(out);
    }

    @Override
    public void write(byte[] bytes, int start, int length) throws IOException {
      out.write(bytes, start, length);
    }

    @Override
    public void close() throws IOException {
      flush();
    }
  }
}
