package neatroster.platform;

import neatroster.core.change.PlannedChange;
import neatroster.runs.Journal;

/** A row of a run’s changes on its way to the platform; several operations, at once, may be its. */
final class DeliveryRow {
  private final Journal.Key key;
  private final PlannedChange change;
  private final boolean isDoubtful;
  private int open;
  private OperationResult result = OperationResult.DONE;

  /**
   * A row.
   *
   * @param isDoubtful whether it was sent before and may have been carried out
   */
  DeliveryRow(Journal.Key key, PlannedChange change, boolean isDoubtful) {
    this.key = key;
    this.change = change;
    this.isDoubtful = isDoubtful;
  }

  Journal.Key key() {
    return key;
  }

  PlannedChange change() {
    return change;
  }

  boolean isDoubtful() {
    return isDoubtful;
  }

  /** One more operation belongs to it. */
  synchronized void begin() {
    open++;
  }

  /**
   * An operation has ended; the worst counts.
   *
   * @return whether it was the last
   */
  synchronized boolean end(OperationResult one) {
    if (one.isRefused() || (!one.equals(OperationResult.DONE) && !result.isRefused())) {
      result = one;
    }
    open--;
    return open == 0;
  }

  synchronized Journal.Entry entry() {
    return new Journal.Entry(key, result.state(), result.status(), result.reason());
  }
}
