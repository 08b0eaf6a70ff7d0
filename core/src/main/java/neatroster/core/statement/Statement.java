package neatroster.core.statement;

import java.time.Instant;
import neatroster.core.change.Changes;

/** Somebody who says what the platform holds, as of a time. */
public sealed interface Statement {
  /** As of when it is said. */
  Instant at();

  /**
   * A file that lists all that there is of a kind, or in a course. What was said before it was made
   * and is not in it counts no more.
   *
   * @param file the name of the file among the sheets
   */
  record Export(String file, Instant at) implements Statement {}

  /**
   * The platform itself, of all that it holds.
   *
   * @param file the name of the file among the sheets in which its answer stands
   */
  record Platform(String file, Instant at) implements Statement {}

  /** We, of what we delivered. */
  record Delivery(Changes changes, Instant at) implements Statement {}
}
