package neatroster.core.statement;

import java.io.IOException;
import java.time.Instant;
import java.util.Set;
import java.util.function.Consumer;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Table;

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

  /** Changes that were delivered, in the order in which they were made. */
  interface Changes {
    /** The tables of which any row is changed. */
    Set<Table> tables();

    /** Hands on the changes of one table; sites, which stand in no table, with those of users. */
    void read(Table table, Consumer<PlannedChange> receiver) throws IOException;
  }
}
