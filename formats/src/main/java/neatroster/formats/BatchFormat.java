package neatroster.formats;

/** A way to write batches down. */
public interface BatchFormat {
  /** The name on the command line. */
  String name();

  /** Starts a batch. */
  BatchWriter writer(BatchFiles files, BatchBackground background);
}
