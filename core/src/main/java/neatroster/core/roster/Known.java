package neatroster.core.roster;

import java.util.ArrayList;
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
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
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
  private boolean listsUsers;

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
    return read(exports, Deliveries.none(), issued, sharedEmails);
  }

  /**
   * Reads what we delivered beside exports of the platform and the accounts that we issued.
   *
   * @param sheets what says what the platform holds, the newest first
   * @param deliveries which of the sheets are our own deliveries
   * @param sharedEmails whether several people may have one address, so that it tells nobody apart
   * @throws UnreadableSheetException where a sheet cannot be read to its end
   */
  public static Known read(
      Roster sheets, Deliveries deliveries, List<KnownUser> issued, boolean sharedEmails)
      throws UnreadableSheetException {
    for (SheetReading sheet : sheets.brokenOff()) {
      throw sheets.whyBrokenOff(sheet).orElseThrow();
    }
    ExportedAccounts accounts = new ExportedAccounts(sheets, deliveries, issued, sharedEmails);
    Held held = new Held(sheets, deliveries);
    accounts.eachRow(held::addUser);
    accounts.takeChanges(held);
    Known known = new Known(accounts.all(), held);
    known.renamed.putAll(accounts.renamed());
    accounts
        .renamed()
        .forEach(
            (account, name) -> known.accountsRenamed.put(name.toLowerCase(Locale.ROOT), account));
    known.contradictions.addAll(accounts.contradictions());
    known.listsUsers = sheets.lists(Table.USERS);
    KnownPlaces places = new KnownPlaces(known, held, deliveries);
    for (Table table : List.of(Table.COURSES, Table.GROUPS, Table.USERS)) {
      sheets.read(table, places::add);
    }
    new HeldEnrollments(held, known, accounts, deliveries).read(sheets);
    return known;
  }

  /** Takes the courses, groups and sites that rows name. */
  private static final class KnownPlaces {
    private final Known known;
    private final Held held;
    private final Deliveries deliveries;

    /**
     * Whether an export has listed courses: what was delivered before it and is not there is gone.
     */
    private boolean listed;

    /**
     * The courses of which an export lists groups: one that was delivered before it and is not
     * there is gone.
     */
    private final Set<String> coursesWithGroups = new HashSet<>();

    private SheetReading sheet;

    KnownPlaces(Known known, Held held, Deliveries deliveries) {
      this.known = known;
      this.held = held;
      this.deliveries = deliveries;
    }

    void add(RosterRow row, int line) {
      if (sheet != row.reading()) {
        listed |= sheet != null && sheet.table() == Table.COURSES && !deliveries.has(sheet.name());
        sheet = row.reading();
      }
      if (row.has(Field.SITE)) {
        known.sites.add(row.text(Field.SITE));
      }
      boolean isThere = !row.text(Field.STATUS).equals("removed");
      if (row.table() == Table.COURSES && row.has(Field.CODE)) {
        isThere &= !(listed && deliveries.has(sheet.name()));
        course(row, line, isThere);
      } else if (row.table() == Table.GROUPS && row.has(Field.NAME)) {
        String course = row.text(Field.COURSE);
        if (deliveries.has(sheet.name())) {
          isThere &= !coursesWithGroups.contains(course);
        } else {
          coursesWithGroups.add(course);
        }
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

  /** What the platform holds, value by value. */
  public Held held() {
    return held;
  }

  /** Everybody who has an account. */
  public KnownUsers users() {
    return users;
  }

  /** Whether an export lists users. */
  public boolean listsUsers() {
    return listsUsers;
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

  /** Whether any group is known. */
  public boolean listsGroups() {
    return !groups.isEmpty();
  }

  /** Whether the platform has such a group. */
  public boolean hasGroup(String course, String name) {
    return groupsOf(course).contains(name);
  }

  /** Whether the platform has somebody in a course, and in a group of it where one is named. */
  public boolean hasEnrollment(String username, String course, String group) {
    return held.enrollment(username, course, group) >= 0;
  }

  /** Whether it is known of anybody who is in which course. */
  public boolean hasEnrollments() {
    return held.enrollments() > 0;
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
