package neatroster.core.confirm;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.change.Subject;
import neatroster.core.compare.FieldDifferences;
import neatroster.core.model.Cleared;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import neatroster.core.roster.SamePerson;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownMemberships;
import neatroster.core.state.KnownRecord;

/** Whether the changes of a run are on the platform, by what it exports. */
public final class ArrivalCheck {
  private final FieldDifferences fields;
  private final Known now;
  private final KnownMemberships memberships;

  /**
   * Asks what the platform holds.
   *
   * @param now what it holds, by exports or by itself
   */
  public ArrivalCheck(Settings settings, Known now) {
    this.fields = new FieldDifferences(now, settings.reading().ownFields());
    this.now = now;
    this.memberships = now.memberships();
  }

  /** What became of a change. */
  public ChangeResult of(PlannedChange change) {
    if (!isTold(change)) {
      return ChangeResult.NOT_TOLD;
    }
    return switch (change.phase()) {
      case SITES -> ChangeResult.AS_ASKED;
      case USERS -> user(change);
      case COURSES -> row(change, now.course(change.value(Field.CODE)), Table.COURSES);
      case GROUPS -> group(change);
      case ENROLLMENTS -> enrollment(change);
      case WITHDRAWALS ->
          seat(change) < 0 ? ChangeResult.AS_ASKED : ChangeResult.missing("still enrolled");
      case REMOVALS -> isGone(change) ? ChangeResult.AS_ASKED : ChangeResult.missing("still there");
    };
  }

  /** A change with the username that the platform made for whoever was to get it from there. */
  public PlannedChange completed(PlannedChange change) {
    boolean isNameless =
        change.change() == Change.CREATE
            && change.phase() == Phase.USERS
            && change.value(Field.USERNAME).isEmpty();
    int account = isNameless ? account(change) : -1;
    Optional<String> made = account < 0 ? Optional.empty() : now.renamed(account);
    if (made.isEmpty()) {
      return change;
    }
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.putAll(change.values());
    values.put(Field.USERNAME, made.get());
    return new PlannedChange(change.phase(), change.change(), values, change.own())
        .from(change.before())
        .fromOwn(change.ownBefore());
  }

  /** Whether the export is about such things at all; nobody lists sites that nobody is in. */
  private boolean isTold(PlannedChange change) {
    return switch (change.phase()) {
      case SITES -> now.told().sites().contains(change.value(Field.SITE));
      case ENROLLMENTS, WITHDRAWALS ->
          now.tells(Table.ENROLLMENTS)
              && (!change.value(Field.COURSE).isEmpty() || memberships.tellsGroups());
      default -> now.tells(change.table());
    };
  }

  /** The account that a change is about: by its username, or by a mark where it has none. */
  private int account(PlannedChange change) {
    int account = now.accountOf(change.value(Field.USERNAME));
    for (Field mark : List.of(Field.EMAIL, Field.ID)) {
      boolean isNameless = change.value(Field.USERNAME).isEmpty();
      if (account < 0 && isNameless && !change.value(mark).isEmpty()) {
        account = now.users().findReference(change.value(mark));
      }
    }
    return account;
  }

  private ChangeResult user(PlannedChange change) {
    int account = account(change);
    Optional<KnownRecord> there = now.user(account);
    if (there.isEmpty()) {
      return ChangeResult.MISSING;
    }
    if (change.change() == Change.CREATE) {
      KnownRecord row = there.get();
      String name = row.name().shown();
      Person holder = new Person(row.text(Field.ID), row.text(Field.EMAIL), name, "", "");
      if (!SamePerson.mayBe(change.person(), holder)) {
        return ChangeResult.missing(
            "the username belongs to somebody else on the platform: " + name);
      }
    }
    boolean isShut = now.users().standing(account) == KnownUser.Standing.SUSPENDED;
    if (change.change() == Change.SUSPEND && !isShut) {
      return different("status", "suspended", "active");
    }
    boolean isLetIn =
        change.change() == Change.RESTORE
            || (change.change() == Change.CREATE
                && !change.value(Field.STATUS).equals("suspended"));
    if (isLetIn && isShut) {
      return different("status", "active", "suspended");
    }
    return row(change, there, Table.USERS);
  }

  private static ChangeResult different(String field, String asked, String there) {
    return ChangeResult.of(List.of(new ChangeResult.Difference(field, asked, there)));
  }

  private ChangeResult group(PlannedChange change) {
    String course = change.value(Field.COURSE);
    String name = change.value(Field.NAME);
    return now.hasGroup(course, name)
        ? now.group(course, name)
            .map(row -> row(change, Optional.of(row), Table.GROUPS))
            .orElse(ChangeResult.AS_ASKED)
        : ChangeResult.MISSING;
  }

  private ChangeResult row(PlannedChange change, Optional<KnownRecord> there, Table table) {
    if (there.isEmpty()) {
      return ChangeResult.MISSING;
    }
    boolean isWholeName = change.change() == Change.CREATE;
    return ChangeResult.of(
        fields
            .of(
                table,
                change.values(),
                field -> change.own().getOrDefault(field.name(), ""),
                there.get(),
                isWholeName)
            .stream()
            .map(one -> new ChangeResult.Difference(one.label(), one.given(), one.there()))
            .toList());
  }

  private static String given(String value) {
    return value.equals(Cleared.WORD) ? "" : value;
  }

  /** What the platform calls the user of an enrollment. */
  public String user(String name) {
    int account = now.accountOf(name);
    account = account < 0 ? now.users().findReference(name) : account;
    return account < 0 ? name : now.nameOnPlatform(account);
  }

  private int seat(PlannedChange change) {
    return memberships.enrollment(
        user(change.value(Field.USER)), change.value(Field.COURSE), change.value(Field.GROUP));
  }

  private ChangeResult enrollment(PlannedChange change) {
    int seat = seat(change);
    String group = change.value(Field.GROUP);
    int[] seats = memberships.seats(user(change.value(Field.USER)), change.value(Field.COURSE));
    if (seat < 0 && seats.length == 0) {
      return ChangeResult.MISSING;
    }
    List<ChangeResult.Difference> differences = new ArrayList<>();
    if (seat < 0) {
      seat = seats[0];
      // An export that lists no groups says nothing of them.
      if (memberships.tellsGroups() && !group.isEmpty()) {
        differences.add(new ChangeResult.Difference("group", group, memberships.groupOf(seat)));
      }
    }
    for (Field field : List.of(Field.ROLE, Field.STARTS, Field.ENDS)) {
      boolean isAsked = change.change() == Change.ENROLL || change.before().containsKey(field);
      String asked = isAsked ? change.value(field) : "";
      Optional<String> has =
          memberships.told(seat, field).filter(text -> field != Field.ROLE || !text.isEmpty());
      if (has.isPresent() && !asked.isEmpty() && !given(asked).equals(has.get())) {
        differences.add(new ChangeResult.Difference(field.label(), given(asked), has.get()));
      }
    }
    return ChangeResult.of(differences);
  }

  private boolean isGone(PlannedChange change) {
    Subject subject = Subject.of(change);
    return switch (subject.table()) {
      case GROUPS -> !now.hasGroup(subject.course(), subject.group());
      case COURSES -> now.course(subject.course()).isEmpty();
      default -> now.user(now.accountOf(subject.user())).isEmpty();
    };
  }

  /** What somebody was called before, who has another username by now. */
  private static String nameIn(Known before, String user) {
    int account = before.accountOf(user);
    return account < 0 ? user : before.nameOnPlatform(account);
  }

  /**
   * Who is in courses without anybody having asked for it.
   *
   * @param before what was known, the run included
   * @param courses the courses that are looked at, in lower case
   * @param receiver takes each user with the course
   */
  public void extras(Known before, Set<String> courses, BiConsumer<String, String> receiver) {
    Set<String> told = new HashSet<>();
    memberships.each(
        seat -> {
          String course = memberships.courseOf(seat);
          String user = memberships.username(seat);
          if (courses.contains(course.toLowerCase(Locale.ROOT))
              && before.memberships().seats(user, course).length == 0
              && before.memberships().seats(nameIn(before, user), course).length == 0
              && told.add(user + "\n" + course)) {
            receiver.accept(user, course);
          }
        });
  }
}
