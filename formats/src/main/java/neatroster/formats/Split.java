package neatroster.formats;

import java.util.Optional;

/**
 * How batches are divided into files; never inside one person.
 *
 * @param mostRows how many rows a file takes; 0 for any number
 * @param by what there is a file for each of
 */
public record Split(int mostRows, Optional<By> by) {
  /** What there may be a file for each of. */
  public enum By {
    course,
    site
  }

  /** Not divided. */
  public static final Split NONE = new Split(0, Optional.empty());

  /** Whether anything is divided. */
  public boolean isNone() {
    return mostRows == 0 && by.isEmpty();
  }
}
