package neatroster.platform;

import neatroster.runs.Journal;

/**
 * What became of an operation.
 *
 * @param status the status that the platform answered, or 0
 * @param reason why it was refused, or an empty text
 */
record OperationResult(Journal.State state, int status, String reason) {
  static final OperationResult DONE = new OperationResult(Journal.State.DONE, 0, "");

  /** It was there before the run was sent: the run has not made it. */
  static final OperationResult FOUND = new OperationResult(Journal.State.DONE, 0, Journal.FOUND);

  static final OperationResult HALF = new OperationResult(Journal.State.HALF, 0, "");

  static OperationResult refused(int status, String reason) {
    return new OperationResult(Journal.State.REFUSED, status, reason);
  }

  static OperationResult refused(ScimResponse response) {
    return refused(response.status(), response.reason());
  }

  boolean isRefused() {
    return state == Journal.State.REFUSED;
  }
}
