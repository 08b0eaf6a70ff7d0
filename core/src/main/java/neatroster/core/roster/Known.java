package neatroster.core.roster;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Table;

/** What the platform holds already, as far as exports and our own register say. */
public final class Known {
  private final KnownUsers users;
  private final Map<String, String> courses = new LinkedHashMap<>();
  private final Map<String, Set<String>> groups = new LinkedHashMap<>();
  private final Held held;
  private final Set<String> sites = new LinkedHashSet<>();
  private final Set<String> categories = new LinkedHashSet<>();
  private final Map<Integer, String> renamed = new HashMap<>();
  private final List<Contradiction> contradictions = new ArrayList<>();
  private final Map<String, Integer> outdated = new LinkedHashMap<>();
  private final Set<String> doubledCourses = new LinkedHashSet<>();
  private final Set<Table> told = EnumSet.noneOf(Table.class);

  /** The usernames that accounts have on the platform under which we did not issue them. */
  private final Map<String, Integer> accountsRenamed = new HashMap<>();

  private Known(KnownUsers users, Held held) {
    this.users = users;
    this.held = held;
  }

  /** Nothing but accounts that were issued. */
  public static Known of(KnownUsers issued) {
    return new Known(issued, Held.nothing());
  }

  /** Nothing at all. */
  public static Known nothing() {
    return of(KnownUsers.none());
  }

  /**
   * Reads exports of the platform beside the accounts that we issued. An account that is in both is
   * one.
   *
   * @param exports what says what the platform holds, the newest first
   * @param sharedEmails whether several people may have one address, so that it tells nobody apart
   * @throws UnreadableSheetException where an export cannot be read to its end
   */
  public static Known read(Roster exports, List<KnownUser> issued, boolean sharedEmails)
      throws UnreadableSheetException {
    return read(exports, Statements.ofExports(), issued, sharedEmails);
  }

  /**
   * Reads what we delivered beside exports of the platform and the accounts that we issued.
   *
   * @param sheets what says what the platform holds, the newest first
   * @param statements which of the sheets are our own deliveries
   * @param sharedEmails whether several people may have one address, so that it tells nobody apart
   * @throws UnreadableSheetException where a sheet cannot be read to its end
   */
  public static Known read(
      Roster sheets, Statements statements, List<KnownUser> issued, boolean sharedEmails)
      throws UnreadableSheetException {
    for (SheetReading sheet : sheets.brokenOff()) {
      throw sheets.whyBrokenOff(sheet).orElseThrow();
    }
    ExportedAccounts accounts = new ExportedAccounts(sheets, statements, issued, sharedEmails);
    Held held = new Held(sheets, statements);
    accounts.eachRow(held::addUser);
    accounts.takeChanges(held);
    Known known = new Known(accounts.all(), held);
    known.renamed.putAll(accounts.renamed());
    accounts
        .renamed()
        .forEach(
            (account, name) -> known.accountsRenamed.put(name.toLowerCase(Locale.ROOT), account));
    known.contradictions.addAll(accounts.contradictions());
    known.outdated.putAll(accounts.outdated());
    statements.platformAt().ifPresent(at -> known.told.addAll(List.of(Table.values())));
    for (SheetReading sheet : sheets.sheets()) {
      known.told.add(sheet.table());
      if (sheet.enrolls()) {
        known.told.add(Table.ENROLLMENTS);
      }
    }
    KnownPlaces places = new KnownPlaces(known, held, sheets, statements);
    for (Table table : List.of(Table.COURSES, Table.GROUPS, Table.USERS)) {
      sheets.read(table, places::add);
    }
    new HeldEnrollments(held, known, accounts, statements).read(sheets);
    return known;
  }

  /** Takes the courses, groups and sites that rows name. */
  private static final class KnownPlaces {
    private final Known known;
    private final Held held;
    private final Statements statements;
    private final Listed<Table> listed;
    private final Set<String> codesOfSheet = new HashSet<>();
    private SheetReading sheet;

    /** Lists of the groups of a course. */
    private final Listed<String> groupsListed;

    KnownPlaces(Known known, Held held, Roster sheets, Statements statements) {
      this.known = known;
      this.held = held;
      this.statements = statements;
      this.listed = new Listed<>(statements);
      this.groupsListed = new Listed<>(statements);
      sheets.sheets().forEach(sheet -> listed.list(sheet.table(), sheet));
    }

    void add(RosterRow row, int line) {
      if (row.has(Field.SITE)) {
        known.sites.add(row.text(Field.SITE));
      }
      boolean isThere = !row.text(Field.STATUS).equals("removed");
      if (row.table() == Table.COURSES && row.has(Field.CODE)) {
        isThere &= !listed.isSince(Table.COURSES, row.reading());
        course(row, line, isThere);
      } else if (row.table() == Table.GROUPS && row.has(Field.NAME)) {
        String course = row.text(Field.COURSE);
        groupsListed.list(course, row.reading());
        isThere &= !groupsListed.isSince(course, row.reading());
        boolean isNew = !held.mentionsGroup(course, row.text(Field.NAME));
        held.addGroup(course, row.text(Field.NAME), line);
        if (isNew && isThere) {
          known
              .groups
              .computeIfAbsent(course, c -> new LinkedHashSet<>())
              .add(row.text(Field.NAME));
        }
      }
    }

    private void course(RosterRow row, int line, boolean isThere) {
      String code = row.text(Field.CODE);
      boolean isNew = !held.mentionsCourse(code);
      if (row.reading() != sheet) {
        sheet = row.reading();
        codesOfSheet.clear();
      }
      if (!codesOfSheet.add(code) && !statements.isDelivery(sheet)) {
        known.doubledCourses.add(code);
      }
      held.addCourse(code, line, isThere);
      if (isNew && isThere) {
        known.courses.put(code, row.text(Field.TITLE));
      } else if (known.courses.containsKey(code) && known.courses.get(code).isEmpty()) {
        known.courses.put(code, row.text(Field.TITLE));
      }
      if (row.has(Field.CATEGORY)) {
        known.categories.add(row.text(Field.CATEGORY));
      }
    }
  }

  /** What the exports say against one another. */
  public List<Contradiction> contradictions() {
    return contradictions;
  }

  /** How many accounts of each file count no more, because a newer list has them not. */
  public Map<String, Integer> outdated() {
    return outdated;
  }

  /** What the platform holds, value by value. */
  public Held held() {
    return held;
  }

  /** Everybody who has an account. */
  public KnownUsers users() {
    return users;
  }

  /** Whether anything says which of a kind there are, be it that there are none. */
  public boolean tells(Table table) {
    return told.contains(table);
  }

  /** The codes of the courses that one list of the platform has more than once. */
  public Set<String> doubledCourses() {
    return doubledCourses;
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

  /** Whether the platform has somebody in a course, and in a group of it where one is named. */
  public boolean hasEnrollment(String username, String course, String group) {
    return held.enrollment(username, course, group) >= 0;
  }

  /** The sites that the platform's users and courses are in. */
  public Set<String> sites() {
    return sites;
  }

  /** The categories that the platform's courses are in. */
  public Set<String> categories() {
    return categories;
  }

  /**
   * The position of the account that a name means on the platform: the username there, else the
   * issued one, an email address or an id; or -1.
   */
  public int accountOf(String name) {
    int account = accountsRenamed.getOrDefault(name.toLowerCase(Locale.ROOT), -1);
    return account < 0 ? users.findReference(name) : account;
  }

  /** Who is behind a name on the platform, with their id and address there. */
  public Optional<Person> person(String name) {
    int account = accountOf(name);
    if (account < 0) {
      return Optional.empty();
    }
    KnownUser user = users.all().get(account);
    Person person = user.person();
    Optional<HeldRow> there = held.user(account);
    return Optional.of(
        new Person(
            told(there, Field.ID, user.anyId()),
            told(there, Field.EMAIL, user.anyEmail()),
            there
                .map(row -> Names.shown(row.name()))
                .filter(whole -> !whole.isEmpty())
                .orElse(person.fullName()),
            person.birthDate(),
            person.site()));
  }

  private static String told(Optional<HeldRow> there, Field field, String ours) {
    return there.map(row -> row.text(field)).filter(text -> !text.isEmpty()).orElse(ours);
  }

  /** What the platform calls an account: the name that it was given there, else the issued one. */
  public String nameOnPlatform(int user) {
    return renamed(user).orElseGet(() -> users.reference(user));
  }

  /**
   * The username that somebody gave an account on the platform that we had issued under another.
   */
  public Optional<String> renamed(int user) {
    return Optional.ofNullable(renamed.get(user));
  }
}
