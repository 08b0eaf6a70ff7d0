package neatroster.core.settings;

/**
 * How many changes of a kind one run may make without being told to.
 *
 * @param number the number, or the percentage of what is known
 * @param isPercentage whether it is a percentage
 */
public record ChangeLimit(int number, boolean isPercentage) {
  /** So many of what is known; all of it is no limit, as one person may be changed twice. */
  public long of(long known) {
    if (isPercentage && number >= 100) {
      return Long.MAX_VALUE;
    }
    return isPercentage ? known * number / 100 : number;
  }

  /** As the settings write it: {@code 20%} or {@code 12}. */
  @Override
  public String toString() {
    return number + (isPercentage ? "%" : "");
  }
}
