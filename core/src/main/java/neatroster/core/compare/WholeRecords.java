package neatroster.core.compare;

import java.util.EnumMap;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.state.Known;
import neatroster.core.state.KnownRecord;

/**
 * What users and courses are as a whole after a change, for formats that replace records instead of
 * changing fields.
 */
public final class WholeRecords {
  private final Known known;
  private final Map<String, String> formerOf = new HashMap<>();
  private final Map<String, PlannedChange> assumed = new HashMap<>();
  private final Teaching teaching;
  private Teaching there;

  /** Records over what the platform holds. */
  public WholeRecords(Known known) {
    this(known, new Teaching(known.memberships()));
  }

  /**
   * Records over what the platform holds.
   *
   * @param teaching who teaches, which no change of a course says
   */
  public WholeRecords(Known known, Teaching teaching) {
    this.known = known;
    this.teaching = teaching;
  }

  /**
   * Takes a user or a course for what a change says, where the platform is not known to hold them:
   * a batch may name people whom another program makes.
   */
  public void assume(PlannedChange change) {
    if (change.phase() == Phase.USERS) {
      assumed.put(keyOf(Phase.USERS, change.value(Field.USERNAME)), change);
    } else if (change.phase() == Phase.COURSES) {
      assumed.put(keyOf(Phase.COURSES, change.value(Field.CODE)), change);
    }
  }

  private static String keyOf(Phase phase, String name) {
    return phase.word() + " " + name.toLowerCase(Locale.ROOT);
  }

  private Map<Field, String> assumed(Phase phase, String name) {
    Map<Field, String> whole = new EnumMap<>(Field.class);
    PlannedChange change = assumed.get(keyOf(phase, name));
    if (change != null) {
      apply(whole, change);
    }
    return whole;
  }

  /** A user after a change; as far as is known, where it takes the user away. */
  public Map<Field, String> user(PlannedChange change) {
    String former = change.value(Field.FORMER_USERNAME);
    String username =
        change.change() == Change.RENAME && !former.isEmpty()
            ? former
            : change.value(Field.USERNAME);
    if (!username.equals(change.value(Field.USERNAME))) {
      formerOf.put(change.value(Field.USERNAME).toLowerCase(Locale.ROOT), username);
    }
    int account = known.accountOf(username);
    Map<Field, String> whole =
        known
            .user(account)
            .map(row -> row.all(Phase.USERS))
            .orElseGet(() -> assumed(Phase.USERS, username));
    whole.remove(Field.FORMER_USERNAME);
    if (account >= 0 && known.users().standing(account) == KnownUser.Standing.SUSPENDED) {
      whole.put(Field.STATUS, "suspended");
    }
    apply(whole, change);
    return whole;
  }

  /** What the platform holds of a field of the school's own; empty where nothing says it. */
  public String own(PlannedChange change, OwnField field) {
    Optional<KnownRecord> row =
        switch (change.phase()) {
          case USERS -> known.user(known.accountOf(change.value(Field.USERNAME)));
          case COURSES -> known.course(change.value(Field.CODE));
          default -> Optional.empty();
        };
    return row.flatMap(held -> held.own(field)).orElse("");
  }

  /** A course after a change; as far as is known, where it takes the course away. */
  public Map<Field, String> course(PlannedChange change) {
    String code = change.value(Field.CODE);
    Map<Field, String> whole = course(code.isEmpty() ? change.value(Field.COURSE) : code);
    apply(whole, change);
    return whole;
  }

  /** The usernames of who teaches a course, between semicolons; empty where nobody does. */
  public String instructorsOf(String course) {
    return teaching.instructorsOf(course);
  }

  /** The usernames of who teaches a course on the platform already, likewise. */
  public String instructorsThere(String course) {
    if (there == null) {
      there = new Teaching(known.memberships());
    }
    return there.instructorsOf(course);
  }

  /** A course as the platform has it; nothing of one that it has not. */
  public Map<Field, String> course(String code) {
    return known
        .course(code)
        .map(row -> row.all(Phase.COURSES))
        .orElseGet(() -> assumed(Phase.COURSES, code));
  }

  /** In how many places of a course the platform has somebody: in it, or in groups of it. */
  public int seats(String user, String course) {
    String before = formerOf.getOrDefault(user.toLowerCase(Locale.ROOT), user);
    return known.memberships().seats(before, course).length;
  }

  /** Puts what a change gives over a record. */
  public static void apply(Map<Field, String> whole, PlannedChange change) {
    if (change.change() == Change.REMOVE) {
      change.before().forEach(whole::putIfAbsent);
    }
    change
        .values()
        .forEach(
            (field, value) -> {
              if (value.equals(Cleared.WORD)) {
                whole.remove(field);
              } else {
                whole.put(field, value);
              }
            });
  }
}
