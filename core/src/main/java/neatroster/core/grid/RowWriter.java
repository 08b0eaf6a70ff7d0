package neatroster.core.grid;

import java.io.Closeable;
import java.io.IOException;
import java.util.List;

/** Writes a sheet row by row; nothing is in the file for sure before it is closed. */
public interface RowWriter extends Closeable {
  /** Writes one row. */
  void row(List<String> cells) throws IOException;
}
