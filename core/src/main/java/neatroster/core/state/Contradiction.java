package neatroster.core.state;

import neatroster.core.grid.Place;
import neatroster.core.model.Field;

/**
 * Two rows of what the platform is known to hold that cannot both be right.
 *
 * @param kind in what they contradict one another
 * @param field where they do
 * @param counts what the row that counts says
 * @param other what the other one says
 * @param countsAt the row that counts
 * @param otherAt the other one
 */
public record Contradiction(
    Kind kind, Field field, String counts, String other, Place countsAt, Place otherAt) {
  /** In what two rows contradict one another. */
  public enum Kind {
    /** One username, two people. */
    TWO_PEOPLE,
    /** One person, two accounts. */
    TWO_ACCOUNTS,
    /** One account, two values. */
    TWO_VALUES
  }
}
