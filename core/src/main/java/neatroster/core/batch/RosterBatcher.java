package neatroster.core.batch;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.check.CheckResult;
import neatroster.core.check.RosterKeys;
import neatroster.core.intake.Known;
import neatroster.core.intake.KnownUsers;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.model.Settings;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.roster.Roster;
import neatroster.core.text.PairIndex;
import neatroster.core.text.Quoted;

/**
 * Turns a checked roster into changes, row by row. A row that is faulty is left out, and so is
 * every row that needs it: nobody is enrolled in a course that is not delivered.
 */
public final class RosterBatcher {
  private final Settings settings;
  private final Roster roster;
  private final RosterKeys keys;
  private final Known onPlatform;
  private final KnownUsers known;
  private final IssuedItems items;
  private final AccountRows accounts;
  private final LocalDate today;
  private final BatchReceiver receiver;

  private final BitSet faulty;
  private final BitSet coursesOut = new BitSet();
  private final BitSet groupsOut = new BitSet();
  private final BitSet usersOut = new BitSet();
  private final BitSet usersSeen = new BitSet();
  private final Set<Integer> leftOutLines = new HashSet<>();
  private final Set<String> sites = new LinkedHashSet<>();
  private final Map<Integer, List<Integer>> membersOfGroup = new HashMap<>();
  private final PairIndex enrolled = new PairIndex();

  /** Where the platform makes the usernames, an account goes by its email address or id. */
  private final Map<Integer, String> referenceOfUser = new HashMap<>();

  /**
   * Prepares the walk.
   *
   * @param settings the folder's settings
   * @param checked the roster and what the check found in it
   * @param known what the platform has; that is not made again
   * @param items what was issued beside the accounts
   * @param today the day that relative dates without a start are counted from
   * @param receiver takes the changes
   */
  public RosterBatcher(
      Settings settings,
      CheckResult checked,
      Known known,
      IssuedItems items,
      LocalDate today,
      BatchReceiver receiver) {
    this.settings = settings;
    this.roster = checked.roster();
    this.keys = checked.keys();
    this.onPlatform = known;
    this.known = known.users();
    this.items = items;
    this.accounts = new AccountRows(settings, this.known, items);
    this.today = today;
    this.receiver = receiver;
    this.faulty = checked.faultyLines();
  }

  /** Goes over the roster. */
  public void run() {
    read(Table.COURSES, this::course);
    read(Table.GROUPS, this::group);
    read(Table.USERS, this::user);
    List<KnownUser> anonymous =
        accounts.anonymous().stream().filter(account -> hasCourse(account.course())).toList();
    anonymous.forEach(account -> receiver.change(accounts.anonymous(account)));
    read(Table.ENROLLMENTS, this::collectMembers);
    read(Table.ENROLLMENTS, this::enrollment);
    if (!membersOfGroup.isEmpty()) {
      read(Table.ENROLLMENTS, this::membersOf);
    }
    anonymous.forEach(account -> receiver.change(accounts.enrollment(account)));
  }

  private boolean hasCourse(String code) {
    int course = keys.findCourse(code);
    return course >= 0 && !coursesOut.get(course);
  }

  private void read(Table table, Roster.Receiver rows) {
    // What cannot be read was found by the check; the rows before that place are as good as others.
    roster.read(table, rows);
  }

  private void course(RosterRow row, int line) {
    if (faulty.get(line)) {
      leaveOut(row, line, null);
      int course = row.has(Field.CODE) ? keys.findCourse(row.code(Field.CODE)) : RosterKeys.NONE;
      if (course >= 0) {
        coursesOut.set(course);
      }
      return;
    }
    if (status(row).equals("removed")) {
      change(Phase.REMOVALS, Change.REMOVE, Map.of(Field.COURSE, row.text(Field.CODE)));
      return;
    }
    Map<Field, String> values = plainValues(row, Phase.COURSES);
    if (!values.containsKey(Field.TITLE)) {
      values.put(Field.TITLE, values.get(Field.CODE));
    }
    dates(values, today);
    joinCode(values, values.get(Field.CODE), "");
    if (onPlatform.courses().containsKey(values.get(Field.CODE))) {
      return;
    }
    site(values);
    change(Phase.COURSES, Change.CREATE, values, row);
  }

  private void joinCode(Map<Field, String> values, String course, String group) {
    if (!values.containsKey(Field.JOIN_CODE)) {
      put(values, Field.JOIN_CODE, items.joinCodes().getOrDefault(JoinCode.of(course, group), ""));
    }
  }

  private void group(RosterRow row, int line) {
    int course = course(row);
    int group =
        row.has(Field.NAME) ? keys.findGroup(course, row.cell(Field.NAME)) : RosterKeys.NONE;
    boolean courseOut = course >= 0 && coursesOut.get(course);
    if (faulty.get(line) || courseOut) {
      leaveOut(row, line, courseOut ? leftOutToo("course", row.text(Field.COURSE)) : null);
      if (group >= 0 && courseOut) {
        groupsOut.set(group);
      }
      return;
    }
    Map<Field, String> values = plainValues(row, Phase.GROUPS);
    courseCode(values, course);
    joinCode(values, values.getOrDefault(Field.COURSE, ""), row.text(Field.NAME));
    if (status(row).equals("removed")) {
      Map<Field, String> removal = new EnumMap<>(Field.class);
      removal.put(Field.GROUP, row.text(Field.NAME));
      courseCode(removal, course);
      change(Phase.REMOVALS, Change.REMOVE, removal);
      return;
    }
    if (!onPlatform.hasGroup(values.getOrDefault(Field.COURSE, ""), row.text(Field.NAME))) {
      change(Phase.GROUPS, Change.CREATE, values, row);
    }
  }

  private void user(RosterRow row, int line) {
    int user = userOf(row, line);
    if (user >= 0 && row.reading().enrolls() && !isFirstRowOf(user)) {
      // Another row about the same person, for another course.
      return;
    }
    if (faulty.get(line)) {
      leaveOut(row, line, null);
      if (user >= 0) {
        usersOut.set(user);
      }
      return;
    }
    int found = known.find(row);
    KnownUser account = found < 0 ? null : known.all().get(found);
    String username = row.text(Field.USERNAME);
    if (username.isEmpty() && account != null) {
      username = account.username();
    }
    if (username.isEmpty() && (account == null || account.reference().isEmpty())) {
      leaveOut(row, line, "The user has no account yet. Run neat-roster issue first.");
      if (user >= 0) {
        usersOut.set(user);
      }
      return;
    }
    if (username.isEmpty() && user >= 0) {
      referenceOfUser.put(user, account.reference());
    }
    if (status(row).equals("removed")) {
      if (username.isEmpty()) {
        leaveOut(row, line, "The platform made the username; type it to have the user removed.");
      } else {
        change(Phase.REMOVALS, Change.REMOVE, Map.of(Field.USERNAME, username));
      }
      return;
    }
    String former = formerUsername(row, found, username);
    if (account != null && account.isOnPlatform() && former.isEmpty()) {
      passwordDue(account, row);
      return;
    }
    Map<Field, String> values = userValues(row, account, username);
    if (former.isEmpty()) {
      values.remove(Field.FORMER_USERNAME);
      change(Phase.USERS, Change.CREATE, values, row);
    } else {
      values.put(Field.FORMER_USERNAME, former);
      // What the person chose as a password is not taken away with the name.
      values.remove(Field.PASSWORD);
      values.remove(Field.CHANGE_AT_FIRST_LOGIN);
      change(Phase.USERS, Change.RENAME, values, row);
    }
  }

  /**
   * The username that the platform still knows somebody under who has another now; empty where
   * nobody is renamed.
   */
  private String formerUsername(RosterRow row, int found, String username) {
    if (found < 0 || !settings.policy().followRenames()) {
      return "";
    }
    KnownUser account = known.all().get(found);
    String onPlatformAs =
        onPlatform
            .renamed(found)
            .orElse(account.isOnPlatform() ? account.username() : row.text(Field.FORMER_USERNAME));
    boolean wasOurs =
        account.formerUsernames().stream().anyMatch(onPlatformAs::equalsIgnoreCase)
            || row.text(Field.FORMER_USERNAME).equalsIgnoreCase(onPlatformAs);
    return wasOurs && !username.equalsIgnoreCase(onPlatformAs) ? onPlatformAs : "";
  }

  /** Another first password for somebody whom the platform has. */
  private void passwordDue(KnownUser account, RosterRow row) {
    if (!items.passwordsDue().contains(account.reference())) {
      return;
    }
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.put(Field.USERNAME, account.username());
    accounts.password(values, account.reference(), account.role(), account.person().site());
    if (values.containsKey(Field.PASSWORD)) {
      change(Phase.USERS, Change.CHANGE, values, row);
    }
  }

  private Map<Field, String> userValues(RosterRow row, KnownUser account, String username) {
    String role = role(row).isEmpty() && account != null ? account.role() : role(row);
    Map<Field, String> values = plainValues(row, Phase.USERS, role);
    put(values, Field.USERNAME, username);
    Names.Parts name = Names.parts(row);
    if (account != null && Names.full(row).isEmpty()) {
      // A list of addresses alone: who it is was known before.
      name = Names.split(account.person().fullName());
    }
    put(values, Field.GIVEN_NAME, name.given());
    put(values, Field.MIDDLE_NAME, name.middle());
    put(values, Field.FAMILY_NAME, name.family());
    put(values, Field.SUFFIX, name.suffix());
    if (account != null) {
      if (!values.containsKey(Field.EMAIL)) {
        put(values, Field.EMAIL, account.email());
      }
      if (!values.containsKey(Field.ID)) {
        put(values, Field.ID, account.id());
      }
    }
    String reference = username.isEmpty() && account != null ? account.reference() : username;
    accounts.password(values, reference, role, row.text(Field.SITE));
    site(values);
    guardian(row, values);
    return values;
  }

  /**
   * Sees to it that a child's guardian comes before the child, and is named as who looks after it.
   */
  private void guardian(RosterRow row, Map<Field, String> values) {
    if (!settings.guardians().accounts() || !row.has(Field.GUARDIAN_EMAIL)) {
      return;
    }
    String email = row.text(Field.GUARDIAN_EMAIL);
    int account = known.findEmail(email);
    BatchRow created = accounts.guardian(account);
    if (created != null) {
      receiver.change(created);
    }
    int user = keys.findUser(email);
    String reference = user < 0 ? null : keys.username(user);
    if (reference == null && account >= 0) {
      reference = known.all().get(account).reference();
    }
    if (reference != null) {
      values.putIfAbsent(Field.MANAGER, reference);
    }
  }

  private KnownUser account(RosterRow row) {
    int found = known.find(row);
    return found < 0 ? null : known.all().get(found);
  }

  private boolean isFirstRowOf(int user) {
    boolean first = !usersSeen.get(user);
    usersSeen.set(user);
    return first;
  }

  private int userOf(RosterRow row, int line) {
    if (row.reading().enrolls()) {
      return keys.userOfLine(line);
    }
    for (Field mark : List.of(Field.USERNAME, Field.EMAIL, Field.ID)) {
      if (row.has(mark)) {
        return keys.findUser(row.code(mark));
      }
    }
    KnownUser account = account(row);
    return account == null ? RosterKeys.NONE : keys.findUser(account.reference());
  }

  /**
   * Remembers who is in which cross-course group, so that rows for all members can be written out.
   */
  private void collectMembers(RosterRow row, int line) {
    if (row.has(Field.MEMBERS_OF)) {
      membersOfGroup.computeIfAbsent(
          keys.findGroup(RosterKeys.NONE, row.cell(Field.MEMBERS_OF)), g -> new ArrayList<>());
    } else if (!row.has(Field.COURSE) && row.has(Field.GROUP) && !faulty.get(line)) {
      int user = userOfEnrollment(row, line);
      int group = keys.findGroup(RosterKeys.NONE, row.cell(Field.GROUP));
      if (user >= 0 && group >= 0 && !usersOut.get(user) && !status(row).equals("ended")) {
        membersOfGroup.computeIfAbsent(group, g -> new ArrayList<>()).add(user);
      }
    }
  }

  private void enrollment(RosterRow row, int line) {
    if (row.has(Field.MEMBERS_OF) && !row.has(Field.USER)) {
      return;
    }
    if (faulty.get(line)) {
      leaveOut(row, line, null);
      return;
    }
    int user = userOfEnrollment(row, line);
    int course = course(row);
    if (user >= 0 && usersOut.get(user)) {
      leaveOut(row, line, leftOutToo("user", row.text(Field.USER)));
    } else if (!missing(row, line, course)) {
      enroll(row, user, course);
    }
  }

  private void membersOf(RosterRow row, int line) {
    if (!row.has(Field.MEMBERS_OF) || row.has(Field.USER)) {
      return;
    }
    int course = course(row);
    if (faulty.get(line)) {
      leaveOut(row, line, null);
    } else if (!missing(row, line, course)) {
      int group = keys.findGroup(RosterKeys.NONE, row.cell(Field.MEMBERS_OF));
      for (int user : membersOfGroup.getOrDefault(group, List.of())) {
        enroll(row, user, course);
      }
    }
  }

  private int userOfEnrollment(RosterRow row, int line) {
    return row.isDerived() && row.reading().table() == Table.USERS
        ? keys.userOfLine(line)
        : keys.findUser(row.code(Field.USER));
  }

  /** Whether the row's course or group is left out; then the row is too. */
  private boolean missing(RosterRow row, int line, int course) {
    if (course >= 0 && coursesOut.get(course)) {
      leaveOut(row, line, leftOutToo("course", row.text(Field.COURSE)));
      return true;
    }
    int group =
        row.has(Field.GROUP) ? keys.findGroup(course, row.cell(Field.GROUP)) : RosterKeys.NONE;
    if (group >= 0 && groupsOut.get(group)) {
      leaveOut(row, line, leftOutToo("group", row.text(Field.GROUP)));
      return true;
    }
    return false;
  }

  private void enroll(RosterRow row, int user, int course) {
    int group =
        row.has(Field.GROUP) ? keys.findGroup(course, row.cell(Field.GROUP)) : RosterKeys.NONE;
    if (user >= 0
        && (course >= 0 || group >= 0)
        && enrolled.putIfNew(user, group < 0 ? course * 2 : group * 2 + 1, 0) != PairIndex.NEW) {
      return;
    }
    Map<Field, String> values = plainValues(row, Phase.ENROLLMENTS);
    String username = user < 0 ? null : keys.username(user);
    if (username != null) {
      values.put(Field.USER, username);
    } else if (!values.containsKey(Field.USER)) {
      put(values, Field.USER, referenceOfUser.getOrDefault(user, ""));
    }
    courseCode(values, course);
    if (!values.containsKey(Field.ROLE)) {
      values.put(Field.ROLE, settings.defaultRole());
    }
    dates(values, today);
    values.remove(Field.STATUS);
    if (status(row).equals("ended")) {
      change(Phase.WITHDRAWALS, Change.WITHDRAW, values, row);
    } else if (username == null
        || !onPlatform.hasEnrollment(
            username,
            values.getOrDefault(Field.COURSE, ""),
            values.getOrDefault(Field.GROUP, ""))) {
      change(Phase.ENROLLMENTS, Change.ENROLL, values, row);
    }
  }

  private int course(RosterRow row) {
    return row.has(Field.COURSE) ? keys.findCourse(row.code(Field.COURSE)) : RosterKeys.NONE;
  }

  private void leaveOut(RosterRow row, int line, String why) {
    if (row.reading().enrolls() && !leftOutLines.add(line)) {
      // A row of people comes back once, however many of its courses are left out with it.
      return;
    }
    receiver.leftOut(row, line, why);
  }

  private static String leftOutToo(String what, String name) {
    return "The " + what + " " + Quoted.value(name) + " is left out, so this row is too.";
  }

  private void change(Phase phase, Change change, Map<Field, String> values) {
    receiver.change(new BatchRow(phase, change, values));
  }

  private void change(Phase phase, Change change, Map<Field, String> values, RosterRow row) {
    receiver.change(new BatchRow(phase, change, values, own(row, role(row))));
  }

  /** The role that a row names, or blank. */
  private String role(RosterRow row) {
    return settings.roles().role(row.text(Field.ROLE)).orElse("");
  }

  private static String status(RosterRow row) {
    return row.text(Field.STATUS);
  }

  /** The row's cleaned values for a phase, blank ones filled with the settings' defaults. */
  private Map<Field, String> plainValues(RosterRow row, Phase phase) {
    return plainValues(row, phase, role(row));
  }

  private Map<Field, String> plainValues(RosterRow row, Phase phase, String role) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    Map<String, String> defaults = defaults(row, role);
    for (Field field : phase.fields()) {
      String text = row.text(field);
      put(values, field, text.isEmpty() ? defaults.getOrDefault(field.label(), "") : text);
    }
    return values;
  }

  private Map<String, String> defaults(RosterRow row, String role) {
    return settings.defaults().of(role, row.text(Field.SITE)).getOrDefault(row.table(), Map.of());
  }

  /** The school's own fields of a row, in the order of the settings. */
  private Map<String, String> own(RosterRow row, String role) {
    Map<String, String> own = new LinkedHashMap<>();
    for (OwnField field : settings.reading().ownFields()) {
      if (field.table() == row.table()) {
        Integer column = row.reading().ownFields().get(field);
        String value = column == null || row.isDerived() ? "" : row.judged(field, column).text();
        own.put(
            field.name(),
            value.isEmpty() ? defaults(row, role).getOrDefault(field.key(), "") : value);
      }
    }
    return own;
  }

  private static void put(Map<Field, String> values, Field field, String value) {
    if (!value.isEmpty()) {
      values.put(field, value);
    }
  }

  private void courseCode(Map<Field, String> values, int course) {
    if (course >= 0) {
      values.put(Field.COURSE, keys.courseCode(course));
    }
  }

  private void dates(Map<Field, String> values, LocalDate from) {
    relativeDate(values, Field.STARTS, from);
    String starts = values.get(Field.STARTS);
    relativeDate(values, Field.ENDS, starts == null ? from : LocalDate.parse(starts));
  }

  private static void relativeDate(Map<Field, String> values, Field field, LocalDate from) {
    values.computeIfPresent(
        field, (f, text) -> WrittenDates.after(from, text).map(LocalDate::toString).orElse(text));
  }

  /** Sites come with the ones above them, each once and before what stands in it. */
  private void site(Map<Field, String> values) {
    String path = values.getOrDefault(Field.SITE, "");
    for (int end = path.indexOf('/'); !path.isEmpty(); end = path.indexOf('/', end + 1)) {
      String site = end < 0 ? path : path.substring(0, end);
      if (sites.add(site)) {
        change(Phase.SITES, Change.CREATE, Map.of(Field.SITE, site));
      }
      if (end < 0) {
        return;
      }
    }
  }
}
