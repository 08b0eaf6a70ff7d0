package neatroster.formats;

/** A way to write batches down. */
public interface BatchFormat {
  /** The name on the command line. */
  String name();

  /**
   * Starts a batch.
   *
   * @param own the school's own fields
   */
  BatchWriter writer(BatchFiles files, OwnColumns own);
}
