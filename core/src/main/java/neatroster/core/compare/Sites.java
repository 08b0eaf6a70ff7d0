package neatroster.core.compare;

import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/** Makes sites with the ones above them, each once and before what stands in it. */
final class Sites {
  private final ComparisonInput input;
  private final Set<String> seen = new LinkedHashSet<>();

  Sites(ComparisonInput input) {
    this.input = input;
  }

  /** Sees to it that the site of something is there. */
  void of(Map<Field, String> values) {
    String path = values.getOrDefault(Field.SITE, "");
    for (int end = path.indexOf('/'); !path.isEmpty(); end = path.indexOf('/', end + 1)) {
      String site = end < 0 ? path : path.substring(0, end);
      if (seen.add(site) && !has(site)) {
        make(site);
      }
      if (end < 0) {
        return;
      }
    }
  }

  /** Whether the platform has a site, or one below it. */
  private boolean has(String site) {
    return input.known.told().sites().contains(site);
  }

  private void make(String site) {
    if (input.policy.skipsNewSites()) {
      input.left(
          Table.USERS, site, Field.SITE.label(), "", site, "policy: {sites: {new: create}}", null);
    } else {
      input.receiver.change(
          new PlannedChange(Phase.SITES, Change.CREATE, Map.of(Field.SITE, site))
              .because(PlannedChange.NEW, null));
    }
  }
}
