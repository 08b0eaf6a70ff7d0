package neatroster.formats;

import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import neatroster.core.change.PlannedChange;

/** Writes one batch. */
public interface BatchWriter extends Closeable {
  /** Writes a change. Rows of different phases may come mixed. */
  void row(PlannedChange row) throws IOException;

  /**
   * Whether the format has room for a change, if not for all that it says. What no format of a run
   * carries is not delivered with it, and is due as before.
   */
  default boolean carries(PlannedChange change) {
    return true;
  }

  /** Whether the first passwords of users are in the batch. */
  default boolean carriesPasswords() {
    return true;
  }

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
