package neatroster.platform;

import neatroster.runs.Journal;

/**
 * What became of an operation.
 *
 * @param status the status that the platform answered, or 0
 * @param reason why it was refused, or an empty text
 */
record Verdict(Journal.State state, int status, String reason) {
  static final Verdict DONE = new Verdict(Journal.State.DONE, 0, "");

  /** It was there before the run was sent: the run has not made it. */
  static final Verdict FOUND = new Verdict(Journal.State.DONE, 0, Journal.FOUND);

  static final Verdict HALF = new Verdict(Journal.State.HALF, 0, "");

  static Verdict refused(int status, String reason) {
    return new Verdict(Journal.State.REFUSED, status, reason);
  }

  static Verdict refused(Reply reply) {
    return refused(reply.status(), reply.reason());
  }

  boolean isRefused() {
    return state == Journal.State.REFUSED;
  }
}
