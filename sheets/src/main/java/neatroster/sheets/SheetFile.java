package neatroster.sheets;

import java.io.Closeable;
import java.util.List;
import neatroster.core.grid.Sheet;

/** An open file with one or more sheets. */
public interface SheetFile extends Closeable {
  /** Its sheets in their order; they can be read until the file is closed. */
  List<Sheet> sheets();
}
