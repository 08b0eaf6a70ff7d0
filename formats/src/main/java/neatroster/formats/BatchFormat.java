package neatroster.formats;

import neatroster.disk.NewFiles;

/** A way to write batches down. */
public interface BatchFormat {
  /** The name on the command line. */
  String name();

  /** The folder of its files in a run. */
  default String folder() {
    return name();
  }

  /** Whether its files are divided where that is asked for. */
  default boolean isSplit() {
    return false;
  }

  /** Starts a batch. */
  BatchWriter writer(NewFiles files, BatchBackground background);
}
