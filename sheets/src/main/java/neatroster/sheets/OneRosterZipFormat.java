package neatroster.sheets;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;

/**
 * A delivery of OneRoster CSV (1EdTech, versions 1.1 and 1.2) in one zip: its users, classes and
 * enrollments as sheets of ours, in which what people and classes are called stands in place of
 * their ids.
 */
final class OneRosterZipFormat implements FileFormat {
  private static final Set<String> VERSIONS = Set.of("1.0", "1.1", "1.2");

  @Override
  public boolean recognizes(Path path, byte[] head) {
    return head.length > 1 && head[0] == 'P' && head[1] == 'K' && OneRosterArchive.isOne(path);
  }

  @Override
  public SheetFile open(Path path, String name, byte[] head, ReadingBudget budget)
      throws UnreadableSheetException, IOException {
    OneRosterArchive zip = OneRosterArchive.open(path);
    try {
      verify(zip);
      OneRosterTables tables = new OneRosterTables(zip);
      List<Sheet> sheets = new ArrayList<>();
      for (OneRosterSheet.Kind kind : OneRosterSheet.Kind.values()) {
        if (zip.has(kind.fileName())) {
          sheets.add(new OneRosterSheet(zip, name, kind, tables));
        }
      }
      if (sheets.isEmpty()) {
        throw new UnreadableSheetException(
            0,
            "it is a OneRoster delivery that holds neither users.csv, classes.csv nor"
                + " enrollments.csv");
      }
      return new Open(zip, sheets);
    } catch (UnreadableSheetException | IOException e) {
      zip.close();
      throw e;
    }
  }

  private static void verify(OneRosterArchive zip) throws UnreadableSheetException, IOException {
    String[] version = {""};
    OneRosterRows.read(
        zip,
        OneRosterArchive.MANIFEST,
        (number, row) -> {
          if (row.getOrDefault("propertyName", "").equals("oneroster.version")) {
            version[0] = row.getOrDefault("value", "");
          }
          return true;
        });
    if (!VERSIONS.contains(version[0])) {
      throw new UnreadableSheetException(
          0,
          version[0].isEmpty()
              ? "its manifest.csv does not say which version of OneRoster it is"
              : "it is a delivery of OneRoster " + version[0] + "; 1.1 and 1.2 are read");
    }
  }

  /** The files of a delivery, which stay open with the zip. */
  private record Open(OneRosterArchive zip, List<Sheet> sheets) implements SheetFile {
    @Override
    public void close() throws IOException {
      zip.close();
    }
  }
}
