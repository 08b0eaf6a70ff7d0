package neatroster.sheets;

import java.util.List;
import neatroster.core.grid.Sheet;

/** A file whose sheets need nothing open. */
record InMemoryFile(List<Sheet> sheets) implements SheetFile {
  @Override
  public void close() {}
}
