package neatroster.runs;

import java.io.IOException;
import java.util.EnumMap;
import java.util.Map;
import neatroster.core.change.Phase;

/**
 * How many changes a run holds, and how far their delivery is.
 *
 * @param all how many there are
 * @param sites how many of them are sites: words of others, for which nothing is sent
 * @param left how many of each phase have not come to their end, but for sites
 */
public record RunTally(int all, int sites, Map<Phase, Integer> left) {
  /** Counts. */
  public static RunTally of(KeptChanges changes, Journal journal) throws IOException {
    Map<Phase, Integer> left = new EnumMap<>(Phase.class);
    int[] all = {0};
    int[] sites = {0};
    changes.readKeyed(
        (key, change) -> {
          all[0]++;
          if (key.phase() == Phase.SITES) {
            sites[0]++;
          } else if (!journal.hasEnded(key)) {
            left.merge(key.phase(), 1, Integer::sum);
          }
        });
    return new RunTally(all[0], sites[0], left);
  }
}
