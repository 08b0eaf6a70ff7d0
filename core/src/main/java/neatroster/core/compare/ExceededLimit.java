package neatroster.core.compare;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import neatroster.core.settings.ChangeLimit;
import neatroster.core.state.Known;

/**
 * More changes of a kind than the settings let one run make.
 *
 * @param kind {@code removals}, which suspensions count as, {@code withdrawals} or {@code changes}
 * @param what what they are made to, as {@code users}
 * @param count how many there are
 * @param known how many of what is known they could be
 * @param limit what the settings say
 */
public record ExceededLimit(String kind, String what, long count, long known, ChangeLimit limit) {
  /**
   * What is above its limit.
   *
   * @param limits the limits by their kinds
   * @param allowed how many of a kind somebody lets through, by kind
   */
  public static List<ExceededLimit> of(
      Totals totals, Known known, Map<String, ChangeLimit> limits, Map<String, Integer> allowed) {
    long users =
        IntStream.range(0, known.users().all().size()).filter(known.users()::isOnPlatform).count();
    long things =
        known.courses().size() + known.groups().values().stream().mapToLong(Set::size).sum();
    long enrollments = known.memberships().count();
    List<ExceededLimit> above = new ArrayList<>();
    long people = totals.removedPeople();
    long shut = count(totals, "users", "suspend");
    String others = "courses and groups";
    // Whoever is shut out has lost as much as who is removed, for the time being.
    add(above, "removals", "users", people + shut, users, limits, allowed);
    long removed = count(totals, "removals") - people;
    add(above, "removals", others, removed, things, limits, allowed);
    long ended = count(totals, "withdrawals");
    add(above, "withdrawals", "enrollments", ended, enrollments, limits, allowed);
    // A change of everybody is not made small by how much else there is.
    long ofUsers = count(totals, "users", "change", "rename", "restore");
    long ofSeats = count(totals, "enrollments", "re-role", "regroup", "change");
    long ofThings = count(totals, "courses", "change") + count(totals, "groups", "change");
    add(above, "changes", "users", ofUsers, users, limits, allowed);
    add(above, "changes", "enrollments", ofSeats, enrollments, limits, allowed);
    add(above, "changes", others, ofThings, things, limits, allowed);
    return above;
  }

  private static void add(
      List<ExceededLimit> above,
      String kind,
      String what,
      long count,
      long known,
      Map<String, ChangeLimit> limits,
      Map<String, Integer> allowed) {
    ChangeLimit limit = limits.get(kind);
    if (limit != null
        && known > 0
        && count > limit.of(known)
        && count > allowed.getOrDefault(kind, 0)) {
      above.add(new ExceededLimit(kind, what, count, known, limit));
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
        + (kind.equals("removals") && what.equals("users")
            ? (count == 1 ? " or suspension" : " or suspensions")
            : "")
        + (kind.equals("withdrawals") ? "" : (kind.equals("removals") ? " of " : " to ") + what)
        + ", and stop-above lets "
        + limit
        + (limit.isPercentage() ? " of the " + known + " there are" : "")
        + " through. If it is meant: --go-above "
        + kind
        + "="
        + count;
  }
}
