package neatroster.work.folder;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.disk.DiskErrors;
import neatroster.disk.NewFile;
import neatroster.disk.PrivateFiles;
import neatroster.disk.TemporaryFiles;
import neatroster.sheets.CsvRows;
import neatroster.sheets.SheetFile;
import neatroster.sheets.SheetFiles;
import neatroster.work.Problem;

/**
 * A sheet of the roster folder that a command of ours writes: headers by our names in the first
 * row, then the rows.
 */
public final class AddedSheet {
  /** How the sheets of arrange are called; they have the last word. */
  static final String ARRANGED = "sheets/arranged-";

  private final RosterFolder folder;
  private final String name;
  private final List<String> headers;
  private final List<List<String>> rows;

  private AddedSheet(
      RosterFolder folder, String name, List<String> headers, List<List<String>> rows) {
    this.folder = folder;
    this.name = name;
    this.headers = List.copyOf(headers);
    this.rows = List.copyOf(rows);
  }

  /**
   * A sheet without rows.
   *
   * @param name its file's name, without the folder
   */
  public static AddedSheet blank(RosterFolder folder, String name, List<Field> fields) {
    return new AddedSheet(folder, name, fields.stream().map(Field::label).toList(), List.of());
  }

  /**
   * A sheet of the roster's own moves, without rows.
   *
   * @param about what it is about, which becomes part of its name
   */
  public static AddedSheet arranged(RosterFolder folder, String about, List<Field> fields) {
    return blank(folder, arrangedName(about), fields);
  }

  /** The same as it is in the folder, or blank. */
  public static AddedSheet arrangedSoFar(RosterFolder folder, String about, List<Field> fields) {
    return read(folder, arrangedName(about), fields);
  }

  private static String arrangedName(String about) {
    String stem = FileStems.free(new SheetName(about + ".csv", null), new HashSet<>());
    return ARRANGED.substring("sheets/".length()) + stem + ".csv";
  }

  /** The sheet as it is in the folder, or a blank one where there is none. */
  public static AddedSheet read(RosterFolder folder, String name, List<Field> fields) {
    Path path = folder.path("sheets").resolve(name);
    if (!Files.exists(path)) {
      return blank(folder, name, fields);
    }
    List<List<String>> rows = new ArrayList<>();
    try (SheetFile file = SheetFiles.open(path, name)) {
      file.sheets()
          .get(0)
          .read(
              row -> {
                List<String> cells = new ArrayList<>();
                for (int i = 0; i < row.size(); i++) {
                  cells.add(row.cell(i).toString());
                }
                rows.add(cells);
                return true;
              });
    } catch (UnreadableSheetException e) {
      throw notOurs(folder, name);
    } catch (IOException e) {
      throw Problem.unreadable(
          folder.shown("sheets/" + name) + " cannot be read (" + DiskErrors.reason(e) + ").", e);
    }
    boolean isOurs =
        !rows.isEmpty() && rows.get(0).stream().anyMatch(header -> Field.named(header).isPresent());
    if (!isOurs) {
      throw notOurs(folder, name);
    }
    return new AddedSheet(folder, name, rows.get(0), rows.subList(1, rows.size()));
  }

  private static Problem notOurs(RosterFolder folder, String name) {
    return Problem.unreadable(
        folder.shown("sheets/" + name)
            + " does not begin with our headers any more, so no row can be added to it. Give the"
            + " file another name; the next row begins a new one.",
        null);
  }

  /** The same with one more row at the end; headers that it needs and the sheet lacks are added. */
  public AddedSheet with(Map<String, String> values) {
    Set<String> all = new LinkedHashSet<>(headers);
    for (String header : values.keySet()) {
      if (all.stream().noneMatch(header::equalsIgnoreCase)) {
        all.add(header);
      }
    }
    List<List<String>> more = new ArrayList<>(rows);
    List<String> row = new ArrayList<>();
    for (String header : all) {
      row.add(
          values.entrySet().stream()
              .filter(entry -> entry.getKey().equalsIgnoreCase(header))
              .map(Map.Entry::getValue)
              .findFirst()
              .orElse(""));
    }
    more.add(row);
    return new AddedSheet(folder, name, List.copyOf(all), more);
  }

  /** The number of the last row, as a spreadsheet program shows it. */
  public int lastRow() {
    return rows.size() + 1;
  }

  /** The rows, each as long as the headers or shorter. */
  public List<List<String>> rows() {
    return rows;
  }

  /** What the user calls the file. */
  public String shown() {
    return folder.shown("sheets/" + name);
  }

  /** Its place. */
  Path path() {
    return folder.path("sheets").resolve(name);
  }

  /** A copy where nobody reads it, to be judged before it is written. */
  FileArgument draft() throws IOException {
    Path draft = TemporaryFiles.next();
    Files.deleteIfExists(draft);
    try (OutputStream out = PrivateFiles.create(draft)) {
      write(out);
    }
    return FileArgument.of(draft, shown());
  }

  private void write(OutputStream out) throws IOException {
    CsvRows csv = CsvRows.literal(out);
    csv.row(headers);
    rows.forEach(
        row -> {
          List<String> whole = new ArrayList<>(row);
          while (whole.size() < headers.size()) {
            whole.add("");
          }
          csv.row(whole);
        });
    csv.close();
  }

  /** Writes it into the folder, in place of what it was. */
  public void save() {
    try {
      PrivateFiles.folder(folder.path("sheets"));
      NewFile.replace(
          path(),
          out -> {
            write(out);
            return null;
          });
    } catch (IOException e) {
      throw Problem.unreadable(
          shown() + " could not be written (" + DiskErrors.reason(e) + "); nothing was added.", e);
    }
  }

  /** The name in lower case, by which files are told apart. */
  boolean is(FileArgument file) {
    return file.path()
        .getFileName()
        .toString()
        .toLowerCase(Locale.ROOT)
        .equals(name.toLowerCase(Locale.ROOT));
  }
}
