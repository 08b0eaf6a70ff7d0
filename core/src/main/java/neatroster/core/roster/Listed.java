package neatroster.core.roster;

import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import neatroster.core.intake.SheetReading;

/**
 * The newest list of each scope, such as all users or whoever is in a course: what was said before
 * it and is not in it is there no more.
 *
 * @param <S> what tells a scope
 */
final class Listed<S> {
  private final Statements statements;

  /** When the platform listed everything. */
  private final Instant all;

  private final Map<S, Instant> newest = new HashMap<>();

  Listed(Statements statements) {
    this.statements = statements;
    this.all = statements.platformAt().orElse(Instant.MIN);
  }

  /** Takes a sheet for a list of a scope; a delivery is none. */
  void list(S scope, SheetReading sheet) {
    if (!statements.isDelivery(sheet)) {
      newest.merge(scope, statements.at(sheet), (one, other) -> one.isBefore(other) ? other : one);
    }
  }

  /** Whether a list was made since a sheet said what it says. */
  boolean isSince(S scope, SheetReading sheet) {
    Instant at = statements.at(sheet);
    return at.isBefore(all) || at.isBefore(newest.getOrDefault(scope, Instant.MIN));
  }
}
