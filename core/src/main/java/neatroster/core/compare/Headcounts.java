package neatroster.core.compare;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import neatroster.core.change.Change;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.state.KnownMemberships;
import neatroster.core.text.PairIndex;
import neatroster.core.text.TextHash;

/**
 * How many people are in each course in each role, before and after the changes. Who is in two
 * groups of a course counts once.
 */
public final class Headcounts {
  private final KnownMemberships memberships;
  private final String defaultRole;
  private final Map<String, Map<String, int[]>> heads = new TreeMap<>();

  /**
   * Hashes of user, course and role where anything changes; two alike among millions are not to be
   * expected.
   */
  private long[] keys = new long[1024];

  /** For each of them how many places it stands for. */
  private int[] places = new int[1024];

  private final Map<String, String> formerOf = new HashMap<>();
  private int size;

  public Headcounts(KnownMemberships memberships, String defaultRole) {
    this.defaultRole = defaultRole;
    this.memberships = memberships;
    PairIndex counted = new PairIndex();
    List<int[]> counts = new ArrayList<>();
    memberships.each(
        seat -> {
          int course = memberships.courseNumberOf(seat);
          int detail = memberships.detailNumberOf(seat);
          int at = counted.putIfNew(course, detail, counts.size());
          if (at == PairIndex.NEW) {
            at = counts.size();
            String code = memberships.courseOfNumber(course);
            counts.add(code.isEmpty() ? new int[2] : heads(code, roleOr(memberships.roleOf(seat))));
          }
          if (isFirst(seat)) {
            counts.get(at)[0]++;
            counts.get(at)[1]++;
          }
        });
  }

  /** Whether no other place of the same person in the course in the same role comes before. */
  private boolean isFirst(int seat) {
    if (!memberships.hasOthers(seat)) {
      return true;
    }
    String role = roleOr(memberships.roleOf(seat));
    for (int other : memberships.besides(seat)) {
      if (other == seat || roleOr(memberships.roleOf(other)).equals(role)) {
        return other == seat;
      }
    }
    return true;
  }

  /** How many places the platform has somebody in, in a course and role. */
  private int before(String user, String course, String role) {
    int count = 0;
    for (int seat : memberships.seats(nameBefore(user), course)) {
      count += roleOr(memberships.roleOf(seat)).equals(role) ? 1 : 0;
    }
    return count;
  }

  private String nameBefore(String user) {
    return formerOf.getOrDefault(user.toLowerCase(Locale.ROOT), user);
  }

  /** Counts a change in; users come before enrollments. */
  public void add(PlannedChange change) {
    if (change.change() == Change.RENAME) {
      formerOf.put(
          change.value(Field.USERNAME).toLowerCase(Locale.ROOT),
          change.value(Field.FORMER_USERNAME));
    }
    String course = change.value(Field.COURSE);
    if (course.isEmpty()) {
      return;
    }
    String user = change.value(Field.USER);
    String role = roleOr(change.value(Field.ROLE));
    switch (change.change()) {
      case ENROLL -> come(user, course, role);
      case WITHDRAW -> {
        // Where nothing is known of who is where, nobody is known to go.
        if (memberships.enrollment(nameBefore(user), course, change.value(Field.GROUP)) >= 0) {
          go(user, course, role);
        }
      }
      case RE_ROLE -> {
        go(user, course, roleOr(change.before().getOrDefault(Field.ROLE, "")));
        come(user, course, role);
      }
      default -> {
        // Nobody comes or goes.
      }
    }
  }

  private void come(String user, String course, String role) {
    if (count(user, course, role, 1) == 1) {
      heads(course, role)[1]++;
    }
  }

  private void go(String user, String course, String role) {
    if (count(user, course, role, -1) == 0) {
      heads(course, role)[1]--;
    }
  }

  String roleOr(String role) {
    return role.isEmpty() ? defaultRole : role;
  }

  private int[] heads(String course, String role) {
    return heads
        .computeIfAbsent(course, c -> new TreeMap<>())
        .computeIfAbsent(role, r -> new int[2]);
  }

  /** For each course and role how many are in it before and after. */
  public Map<String, Map<String, int[]>> all() {
    return heads;
  }

  /** Counts places of somebody in a course in a role, and gives how many there are then. */
  private int count(String user, String course, String role, int more) {
    byte[] text =
        (user.toLowerCase(Locale.ROOT) + '\n' + course + '\n' + role)
            .getBytes(StandardCharsets.UTF_8);
    long key = TextHash.of(text, 0, text.length) | 1;
    int slot = slotOf(key);
    if (keys[slot] == 0) {
      if (size > keys.length / 3 * 2) {
        grow();
        slot = slotOf(key);
      }
      keys[slot] = key;
      places[slot] = before(user, course, role);
      size++;
    }
    places[slot] += more;
    return places[slot];
  }

  private int slotOf(long key) {
    int mask = keys.length - 1;
    int slot = (int) (key >>> 20) & mask;
    while (keys[slot] != 0 && keys[slot] != key) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private void grow() {
    long[] oldKeys = keys;
    int[] oldPlaces = places;
    keys = new long[oldKeys.length * 2];
    places = new int[keys.length];
    for (int i = 0; i < oldKeys.length; i++) {
      if (oldKeys[i] != 0) {
        int slot = slotOf(oldKeys[i]);
        keys[slot] = oldKeys[i];
        places[slot] = oldPlaces[i];
      }
    }
  }
}
