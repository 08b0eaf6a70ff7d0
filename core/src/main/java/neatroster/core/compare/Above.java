package neatroster.core.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import neatroster.core.roster.Known;
import neatroster.core.settings.Limit;

/**
 * More changes of a kind than the settings let one run make.
 *
 * @param kind {@code removals}, which suspensions count as, {@code withdrawals} or {@code changes}
 * @param count how many there are
 * @param known how many of what is known they could be
 * @param limit what the settings say
 */
public record Above(String kind, long count, long known, Limit limit) {
  /**
   * What is above its limit.
   *
   * @param limits the limits by their kinds
   * @param allowed how many of a kind somebody lets through, by kind
   */
  public static List<Above> of(
      Totals totals, Known known, Map<String, Limit> limits, Map<String, Integer> allowed) {
    long users =
        IntStream.range(0, known.users().all().size()).filter(known.users()::isOnPlatform).count();
    long things =
        known.courses().size() + known.groups().values().stream().mapToLong(Set::size).sum();
    long enrollments = known.held().enrollments();
    List<Above> above = new ArrayList<>();
    long people = totals.removedPeople();
    // Whoever is shut out has lost as much as who is removed, for the time being.
    add(above, "removals", people + count(totals, "users", "suspend"), users, limits, allowed);
    add(above, "removals", count(totals, "removals") - people, things, limits, allowed);
    add(above, "withdrawals", count(totals, "withdrawals"), enrollments, limits, allowed);
    long changes =
        count(totals, "users", "change", "rename", "restore")
            + count(totals, "courses", "change")
            + count(totals, "groups", "change")
            + count(totals, "enrollments", "re-role", "regroup", "change");
    add(above, "changes", changes, users + enrollments, limits, allowed);
    return above;
  }

  private static void add(
      List<Above> above,
      String kind,
      long count,
      long known,
      Map<String, Limit> limits,
      Map<String, Integer> allowed) {
    Limit limit = limits.get(kind);
    if (limit != null
        && known > 0
        && count > limit.of(known)
        && count > allowed.getOrDefault(kind, 0)) {
      above.add(new Above(kind, count, known, limit));
    }
  }

  private static long count(Totals totals, String phase, String... changes) {
    Map<String, Integer> ofPhase = totals.counts().getOrDefault(phase, Map.of());
    if (changes.length == 0) {
      return ofPhase.values().stream().mapToLong(Integer::longValue).sum();
    }
    long sum = 0;
    for (String change : changes) {
      sum += ofPhase.getOrDefault(change, 0);
    }
    return sum;
  }

  /** As a sentence. */
  public String sentence() {
    String one = kind.substring(0, kind.length() - 1);
    return "It makes "
        + (count == 1 ? "1 " + one : count + " " + kind)
        + (kind.equals("removals") ? (count == 1 ? " or suspension" : " or suspensions") : "")
        + ", and stop-above lets "
        + limit
        + (limit.isPercentage() ? " of the " + known + " there are" : "")
        + " through. If it is meant: --go-above "
        + kind
        + "="
        + count;
  }
}
