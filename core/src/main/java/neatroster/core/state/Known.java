package neatroster.core.state;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntConsumer;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import neatroster.core.text.IntList;

/** What the platform holds, as far as exports, our deliveries and the accounts we issued say. */
public final class Known {
  private final Accounts accounts;
  private final KnownPlaces places;
  private final KnownMemberships memberships;
  private final Told told;
  private final Map<String, String> courses = new LinkedHashMap<>();
  private final Map<String, Set<String>> groups = new LinkedHashMap<>();
  private final Map<Integer, String> renamed = new HashMap<>();

  /** The usernames that accounts have on the platform under which we did not issue them. */
  private final Map<String, Integer> accountsRenamed = new HashMap<>();

  /**
   * The accounts there are, and the fields of each.
   *
   * @param users everybody
   * @param records the fields
   * @param recordOf the number of the record of each of the users, by their positions
   */
  public record Accounts(KnownUsers users, KnownRecords records, IntList recordOf) {}

  /**
   * What statements tell beside the things themselves.
   *
   * @param tables of which kinds anything says which there are, be it that there are none
   * @param sites the sites of users and courses
   * @param categories the categories of courses
   * @param doubledCourses the codes that one list has more than once
   * @param contradictions what lists of one time say against one another
   * @param outdated how many accounts of each file count no more, because a newer list has them not
   */
  public record Told(
      Set<Table> tables,
      Set<String> sites,
      Set<String> categories,
      Set<String> doubledCourses,
      List<Contradiction> contradictions,
      Map<String, Integer> outdated) {
    static final Told NOTHING =
        new Told(Set.of(), Set.of(), Set.of(), Set.of(), List.of(), Map.of());
  }

  /** What was put together of statements. */
  public Known(Accounts accounts, KnownPlaces places, KnownMemberships memberships, Told told) {
    this.accounts = accounts;
    this.places = places;
    this.memberships = memberships;
    this.told = told;
    places.eachCourse((code, course) -> courses.put(code, course.text(Field.TITLE)));
    places.eachGroup(
        (course, name) -> groups.computeIfAbsent(course, c -> new LinkedHashSet<>()).add(name));
    for (int position = 0; position < accounts.recordOf.size(); position++) {
      String there =
          KnownRecord.of(accounts.records, accounts.recordOf.get(position)).text(Field.USERNAME);
      if (!there.isEmpty() && !there.equalsIgnoreCase(accounts.users.reference(position))) {
        renamed.put(position, there);
        accountsRenamed.put(there.toLowerCase(Locale.ROOT), position);
      }
    }
  }

  /** Nothing but accounts that were issued. */
  public static Known of(KnownUsers issued) {
    return new Known(
        new Accounts(issued, new KnownRecords(), new IntList()),
        new KnownPlaces(),
        new KnownMemberships(),
        Told.NOTHING);
  }

  /** Nothing at all. */
  public static Known nothing() {
    return of(KnownUsers.none());
  }

  /** What statements tell beside the things themselves. */
  public Told told() {
    return told;
  }

  /** Everybody who has an account. */
  public KnownUsers users() {
    return accounts.users;
  }

  /** What the platform holds of the account at a position. */
  public Optional<KnownRecord> user(int position) {
    return KnownRecord.there(accounts.records, record(position));
  }

  /** Hands on the positions of the accounts that the platform has. */
  public void eachUser(IntConsumer receiver) {
    for (int position = 0; position < accounts.recordOf.size(); position++) {
      if (accounts.records.isThere(accounts.recordOf.get(position))) {
        receiver.accept(position);
      }
    }
  }

  /** Whether an account was delivered that is there no more, not by our doing. */
  public boolean isGoneUser(int position) {
    return accounts.records.isGone(record(position));
  }

  /** Whether something says that an account is not there, be it that a list has it not. */
  public boolean isAbsentUser(int position) {
    int record = record(position);
    return record >= 0 && accounts.records.isAbsent(record);
  }

  private int record(int position) {
    return position < 0 || position >= accounts.recordOf.size()
        ? -1
        : accounts.recordOf.get(position);
  }

  /** What the platform holds of a course. */
  public Optional<KnownRecord> course(String code) {
    return places.course(code);
  }

  /** Whether a course was delivered that is there no more, not by our doing. */
  public boolean isGoneCourse(String code) {
    return places.isGoneCourse(code);
  }

  /** What the platform holds of a group; the course is blank for one across courses. */
  public Optional<KnownRecord> group(String course, String name) {
    return places.group(course, name);
  }

  /** Whether a group was delivered that is there no more, not by our doing. */
  public boolean isGoneGroup(String course, String name) {
    return places.isGoneGroup(course, name);
  }

  /** Who is in which course and group. */
  public KnownMemberships memberships() {
    return memberships;
  }

  /** Whether anything says which of a kind there are, be it that there are none. */
  public boolean tells(Table table) {
    return told.tables.contains(table);
  }

  /** The platform's courses: the code, and the title or nothing. */
  public Map<String, String> courses() {
    return courses;
  }

  /** The names of the platform's groups by course; of those across courses it is blank. */
  public Map<String, Set<String>> groups() {
    return groups;
  }

  /** The names of the platform's groups in a course; of those across courses where it is blank. */
  public Set<String> groupsOf(String course) {
    return groups.getOrDefault(course, Set.of());
  }

  /** Whether the platform has such a group. */
  public boolean hasGroup(String course, String name) {
    return groupsOf(course).contains(name);
  }

  /**
   * The position of the account that a name means on the platform: the username there, else the
   * issued one, an email address or an id; or -1.
   */
  public int accountOf(String name) {
    int account = accountsRenamed.getOrDefault(name.toLowerCase(Locale.ROOT), -1);
    return account < 0 ? users().findReference(name) : account;
  }

  /** Who is behind a name on the platform, with their id and address there. */
  public Optional<Person> person(String name) {
    int account = accountOf(name);
    if (account < 0) {
      return Optional.empty();
    }
    KnownUser user = users().all().get(account);
    Person person = user.person();
    Optional<KnownRecord> there = user(account);
    return Optional.of(
        new Person(
            told(there, Field.ID, user.anyId()),
            told(there, Field.EMAIL, user.anyEmail()),
            there
                .map(row -> row.name().shown())
                .filter(whole -> !whole.isEmpty())
                .orElse(person.fullName()),
            person.birthDate(),
            person.site()));
  }

  private static String told(Optional<KnownRecord> there, Field field, String ours) {
    return there.map(row -> row.text(field)).filter(text -> !text.isEmpty()).orElse(ours);
  }

  /** What the platform calls an account: the name that it was given there, else the issued one. */
  public String nameOnPlatform(int user) {
    return renamed(user).orElseGet(() -> users().reference(user));
  }

  /**
   * The username that somebody gave an account on the platform that we had issued under another.
   */
  public Optional<String> renamed(int user) {
    return Optional.ofNullable(renamed.get(user));
  }
}
