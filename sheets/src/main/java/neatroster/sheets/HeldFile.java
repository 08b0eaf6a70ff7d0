package neatroster.sheets;

import java.util.List;
import neatroster.core.grid.Sheet;

/** A file whose sheets need nothing open. */
record HeldFile(List<Sheet> sheets) implements SheetFile {
  @Override
  public void close() {}
}
