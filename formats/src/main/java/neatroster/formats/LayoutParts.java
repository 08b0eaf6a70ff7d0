package neatroster.formats;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Phase;
import neatroster.core.grid.RowWriter;
import neatroster.core.layout.LayoutFile;
import neatroster.disk.NewFiles;

/** One file of a layout, or the several that it is split into by their number of rows. */
final class LayoutParts {
  private final LayoutFile file;
  private final Map<String, String> naming;
  private final NewFiles files;
  private final FileNames taken;
  private final List<WrittenFile> written;
  private RowWriter open;
  private String name;
  private int part;
  private int rows;

  /**
   * Starts without any file.
   *
   * @param naming the values of the file's name
   * @param taken the names that other files have
   * @param written where finished files are noted
   */
  LayoutParts(
      LayoutFile file,
      Map<String, String> naming,
      NewFiles files,
      FileNames taken,
      List<WrittenFile> written) {
    this.file = file;
    this.naming = naming;
    this.files = files;
    this.taken = taken;
    this.written = written;
  }

  /** Writes rows that stand in one file. */
  void rows(List<List<String>> together) throws IOException {
    boolean isFull = file.mostRows() > 0 && rows + together.size() > file.mostRows();
    if (open == null || (isFull && rows > 0)) {
      close();
      next();
    }
    for (List<String> row : together) {
      open.row(row);
    }
    rows += together.size();
  }

  private void next() throws IOException {
    part++;
    rows = 0;
    name = freeName();
    open = LayoutCells.start(file.form(), files.create(name), name, files);
    for (List<String> above : file.top()) {
      open.row(above);
    }
  }

  private String freeName() {
    Map<String, String> values = new HashMap<>();
    naming.forEach((key, value) -> values.put(key, FileNames.safe(value)));
    values.put("n", String.valueOf(part));
    String full = file.name().fillPlainly(values);
    boolean isNumbered = file.mostRows() > 0 && !file.name().names().contains("n");
    String stem = FileNames.stem(full);
    return taken.free(
        (isNumbered ? FileNames.numbered(stem, part) : stem) + FileNames.ending(full));
  }

  void close() throws IOException {
    if (open != null) {
      open.close();
      written.add(new WrittenFile(name, phase(), rows));
      open = null;
    }
  }

  /** The phase of a file whose rows are all of one kind of change. */
  private Optional<Phase> phase() {
    if (file.hasEnrollments()) {
      // Whoever has many has several rows.
      return Optional.empty();
    }
    return switch (file.row()) {
      case SITE -> Optional.of(Phase.SITES);
      case COURSE -> Optional.of(Phase.COURSES);
      case USER -> Optional.of(Phase.USERS);
      case GROUP -> Optional.of(Phase.GROUPS);
      case ENROLLMENT -> Optional.of(Phase.ENROLLMENTS);
    };
  }
}
