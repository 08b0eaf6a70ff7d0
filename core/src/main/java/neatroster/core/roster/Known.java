package neatroster.core.roster;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
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
  private boolean listsUsers;

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
   * @param sharedEmails whether several people may have one address, so that it tells nobody apart
   * @throws UnreadableSheetException where an export cannot be read to its end
   */
  public static Known read(Roster exports, List<KnownUser> issued, boolean sharedEmails)
      throws UnreadableSheetException {
    for (SheetReading sheet : exports.brokenOff()) {
      throw exports.whyBrokenOff(sheet).orElseThrow();
    }
    ExportedAccounts accounts = new ExportedAccounts(exports, issued, sharedEmails);
    Held held = new Held(exports);
    Known known = new Known(accounts.all(), held);
    accounts.lines().forEach(held::addUser);
    known.renamed.putAll(accounts.renamed());
    known.listsUsers = exports.lists(Table.USERS);
    for (Table table : List.of(Table.COURSES, Table.GROUPS, Table.USERS)) {
      exports.read(table, (row, line) -> known.addPlaces(row, line));
    }
    exports.read(Table.ENROLLMENTS, (row, line) -> known.addEnrollment(row));
    return known;
  }

  private void addPlaces(RosterRow row, int line) {
    if (row.has(Field.SITE)) {
      sites.add(row.text(Field.SITE));
    }
    if (row.table() == Table.COURSES) {
      if (row.has(Field.CODE)) {
        courses.put(row.text(Field.CODE), row.text(Field.TITLE));
        held.addCourse(row.text(Field.CODE), line);
      }
      if (row.has(Field.CATEGORY)) {
        categories.add(row.text(Field.CATEGORY));
      }
    } else if (row.table() == Table.GROUPS && row.has(Field.NAME)) {
      groups
          .computeIfAbsent(row.text(Field.COURSE), course -> new LinkedHashSet<>())
          .add(row.text(Field.NAME));
      held.addGroup(row.text(Field.COURSE), row.text(Field.NAME), line);
    }
  }

  private void addEnrollment(RosterRow row) {
    String user = row.text(Field.USER);
    if (!user.isEmpty() && !row.text(Field.STATUS).equalsIgnoreCase("ended")) {
      int known = users.findReference(user);
      String who = known < 0 ? user : users.all().get(known).username();
      held.addEnrollment(who, row.text(Field.COURSE), row.text(Field.GROUP), row.text(Field.ROLE));
    }
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
   * The username that somebody gave an account on the platform that we had issued under another.
   */
  public Optional<String> renamed(int user) {
    return Optional.ofNullable(renamed.get(user));
  }
}
