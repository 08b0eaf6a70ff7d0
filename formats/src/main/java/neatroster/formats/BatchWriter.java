package neatroster.formats;

import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import neatroster.core.compare.PlannedChange;

/** Writes one batch. */
public interface BatchWriter extends Closeable {
  /** Writes a change. Rows of different phases may come mixed. */
  void row(PlannedChange row) throws IOException;

  /** Finishes every file. */
  @Override
  void close() throws IOException;

  /** The files in the order in which they are to be delivered; complete after {@link #close}. */
  List<WrittenFile> written();

  /** What the format has no room for, and how often; complete after {@link #close}. */
  default Map<String, Integer> notCarried() {
    return Map.of();
  }
}
