package neatroster.formats;

import de.siegmar.fastcsv.reader.CsvReader;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.WholeRecords;
import neatroster.core.model.Field;
import neatroster.core.state.Known;
import neatroster.disk.NewFiles;
import neatroster.sheets.OneRosterExports;

/** Files that a format wrote, read by others than those who wrote them. */
final class Written implements NewFiles {
  private final Map<String, ByteArrayOutputStream> files = new LinkedHashMap<>();
  private final Path scratch;

  Written(Path scratch) {
    this.scratch = scratch;
  }

  @Override
  public OutputStream create(String name) {
    ByteArrayOutputStream file = new ByteArrayOutputStream();
    files.put(name, file);
    return file;
  }

  @Override
  public Path scratch() {
    return scratch;
  }

  static BatchBackground background(
      Known known, boolean isFirst, String version, Set<String> teaches) {
    return new BatchBackground(
        OwnColumns.none(),
        "Gull School",
        isFirst,
        Instant.parse("2027-01-12T09:30:00Z"),
        LocalDate.of(2027, 1, 12),
        new WholeRecords(known),
        username -> teaches.contains(username) ? "instructor" : "",
        "gmarlowe"::equals,
        new SourcedIds(Map.of()),
        OneRosterExports.NONE,
        version,
        "dc=school,dc=example",
        Split.NONE);
  }

  BatchWriter write(String format, BatchBackground background, List<PlannedChange> changes)
      throws IOException {
    BatchWriter writer = BatchFormats.named(format).orElseThrow().writer(this, background);
    for (PlannedChange change : changes) {
      writer.row(change);
    }
    writer.close();
    return writer;
  }

  Set<String> names() {
    return files.keySet();
  }

  byte[] bytes(String name) {
    return files.get(name).toByteArray();
  }

  String text(String name) {
    return files.get(name).toString(StandardCharsets.UTF_8);
  }

  /** The files in a zip, each as its rows by header. */
  Map<String, List<Map<String, String>>> zip(String name) throws IOException {
    Map<String, List<Map<String, String>>> all = new LinkedHashMap<>();
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes(name)))) {
      for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        List<Map<String, String>> rows = new ArrayList<>();
        String text = new String(zip.readAllBytes(), StandardCharsets.UTF_8);
        CsvReader.builder()
            .ofNamedCsvRecord(text)
            .forEach(row -> rows.add(new LinkedHashMap<>(row.getFieldsAsMap())));
        all.put(entry.getName().replace(".csv", ""), rows);
      }
    }
    return all;
  }

  /** A change with values, each behind its field. */
  static PlannedChange change(Phase phase, Change change, Object... fieldsAndValues) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    for (int i = 0; i < fieldsAndValues.length; i += 2) {
      values.put((Field) fieldsAndValues[i], (String) fieldsAndValues[i + 1]);
    }
    return new PlannedChange(phase, change, values);
  }
}
