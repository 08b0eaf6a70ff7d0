package neatroster.core.compare;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Deliverable;
import neatroster.core.grid.Place;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.roster.Held;
import neatroster.core.roster.Known;
import neatroster.core.roster.KnownUsers;
import neatroster.core.roster.Link;
import neatroster.core.roster.People;
import neatroster.core.roster.PersonRecord;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Policy;
import neatroster.core.settings.Settings;
import neatroster.core.text.PairIndex;
import neatroster.core.text.Quoted;
import neatroster.core.value.Instructors;

/**
 * Turns a checked roster into changes, row by row. A row that is faulty is left out, and so is
 * every row that needs it: nobody is enrolled in a course that is not delivered.
 */
public final class Comparison {
  private final Settings settings;
  private final ResolvedRoster resolved;
  private final People people;
  private final Deliverable deliverable;
  private final Known onPlatform;
  private final KnownUsers known;
  private final IssuedItems items;
  private final AccountRows accounts;
  private final LocalDate today;
  private final ChangeReceiver receiver;

  private final Set<Integer> leftOutLines = new HashSet<>();
  private final Set<String> sites = new LinkedHashSet<>();
  private final Map<Integer, List<Integer>> membersOfGroup = new HashMap<>();
  private final PairIndex enrolled = new PairIndex();
  private final Policy policy;
  private final Held held;
  private final Asked asked = new Asked();
  private final Differences differences;
  private final KnownEnrollments knownEnrollments;
  private boolean anythingLeftOut;

  static final String NEW = "the platform does not have it";

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
  public Comparison(
      Settings settings,
      CheckResult checked,
      Known known,
      IssuedItems items,
      LocalDate today,
      ChangeReceiver receiver) {
    this.settings = settings;
    this.resolved = checked.resolved();
    this.people = resolved.people();
    this.deliverable = Deliverable.of(checked);
    this.onPlatform = known;
    this.known = known.users();
    this.items = items;
    this.accounts = new AccountRows(settings, this.known, items);
    this.today = today;
    this.receiver = receiver;
    this.policy = settings.policy();
    this.held = known.held();
    this.differences = new Differences(policy, held, receiver);
    this.knownEnrollments =
        new KnownEnrollments(asked, policy, held, settings.defaultRole(), receiver);
  }

  /** Goes over the roster. */
  public void run() {
    read(Table.COURSES, this::course);
    read(Table.GROUPS, this::group);
    madeGroups();
    read(Table.USERS, this::user);
    List<KnownUser> anonymous =
        accounts.anonymous().stream().filter(account -> hasCourse(account.course())).toList();
    anonymous.forEach(account -> receiver.change(accounts.anonymous(account)));
    if (resolved.rows().sheets().stream().anyMatch(sheet -> sheet.has(Field.MEMBERS_OF))) {
      read(Table.ENROLLMENTS, this::collectMembers);
    }
    read(Table.ENROLLMENTS, this::enrollment);
    if (!membersOfGroup.isEmpty()) {
      read(Table.ENROLLMENTS, this::membersOf);
    }
    anonymous.forEach(account -> receiver.change(accounts.enrollment(account)));
    knownEnrollments.settle();
    Coverage coverage = new Coverage(resolved);
    if (!coverage.coversNothing()
        && !anythingLeftOut
        && resolved.rows().brokenOff().isEmpty()
        && resolved.rows().unread().stream().allMatch(Roster.Unread::isLeftAlone)) {
      // Whoever is left out is not absent, and which row was whose cannot be told.
      new Absences(asked, coverage, policy, onPlatform, receiver).run();
    }
  }

  private boolean hasCourse(String code) {
    Link course = resolved.courses().find(code);
    return course.isFound() && deliverable.hasCourse(course.number());
  }

  private void read(Table table, Roster.Receiver rows) {
    // What cannot be read was found by the check; the rows before that place are as good as others.
    resolved.rows().read(table, rows);
  }

  /**
   * What a person is referred to by where others name them: the username, else the email address or
   * the id of the account; empty for who has no account yet.
   */
  private String reference(int person) {
    String username = people.username(person);
    return username.isEmpty()
        ? people.knownAs(person).map(KnownUser::reference).orElse("")
        : username;
  }

  /** Whether a person is delivered, or there already. */
  private boolean has(int person) {
    return deliverable.hasPerson(person) && !reference(person).isEmpty();
  }

  private void course(RosterRow row, int line) {
    if (deliverable.isFaulty(line)) {
      leaveOut(row, line, null);
      return;
    }
    if (deliverable.needsCourseThatIsOut(row)) {
      leaveOut(
          row, line, "The course that it is a copy or a class of is left out, so this row is too.");
      return;
    }
    if (row.text(Field.STATUS).equals("removed")) {
      asked.courses().add(row.text(Field.CODE));
      if (onPlatform.courses().isEmpty()
          || onPlatform.courses().containsKey(row.text(Field.CODE))) {
        change(Phase.REMOVALS, Change.REMOVE, Map.of(Field.COURSE, row.text(Field.CODE)), row);
      }
      return;
    }
    Map<Field, String> values = plainValues(row, Phase.COURSES);
    if (!values.containsKey(Field.TITLE)) {
      values.put(Field.TITLE, values.get(Field.CODE));
    }
    dates(values, today);
    joinCode(values, values.get(Field.CODE), "");
    asked.courses().add(values.get(Field.CODE));
    Optional<RosterRow> there = held.course(values.get(Field.CODE));
    if (there.isPresent()) {
      Map<Field, String> key = new EnumMap<>(Field.class);
      key.put(Field.CODE, values.get(Field.CODE));
      differences.compare(
          Table.COURSES, Phase.COURSES, key, asked(row, Phase.COURSES), there.get(), row.place());
      return;
    }
    if (onPlatform.courses().containsKey(values.get(Field.CODE))) {
      return;
    }
    if (policy.of(Table.COURSES).skipsNew()) {
      skip(Table.COURSES, values.get(Field.CODE), row.place());
      return;
    }
    for (Field field : List.of(Field.COPY_OF, Field.CATALOG_CODE)) {
      values.computeIfPresent(field, (f, name) -> codeOf(name));
    }
    instructors(row, values);
    site(values);
    change(Phase.COURSES, Change.CREATE, values, row);
  }

  private String codeOf(String name) {
    Link course = resolved.courses().find(name);
    return course.isFound() ? resolved.courses().code(course.number()) : name;
  }

  /** Names the instructors by their accounts, without those who are left out. */
  private void instructors(RosterRow row, Map<Field, String> values) {
    String list = values.remove(Field.INSTRUCTORS);
    if (list == null) {
      return;
    }
    List<String> named = new ArrayList<>();
    for (String name : Instructors.of(list)) {
      referenceOr(row, Field.INSTRUCTORS, name).ifPresent(named::add);
    }
    put(values, Field.INSTRUCTORS, String.join("; ", named));
  }

  /** What somebody whom a cell names is referred to by; nothing where they are left out. */
  private Optional<String> referenceOr(RosterRow row, Field field, String name) {
    Link person = resolved.user(name);
    if (!person.isFound()) {
      return Optional.of(name);
    }
    if (has(person.number())) {
      return Optional.of(reference(person.number()));
    }
    receiver.dropped(
        row.place(),
        field,
        name,
        "The user " + Quoted.value(name) + " is left out, so the row does without.");
    return Optional.empty();
  }

  private void joinCode(Map<Field, String> values, String course, String group) {
    if (!values.containsKey(Field.JOIN_CODE)) {
      put(values, Field.JOIN_CODE, items.joinCodes().getOrDefault(JoinCode.of(course, group), ""));
    }
  }

  private void group(RosterRow row, int line) {
    Link course = resolved.course(row);
    boolean courseOut = course.isFound() && !deliverable.hasCourse(course.number());
    if (deliverable.isFaulty(line) || courseOut) {
      leaveOut(row, line, courseOut ? leftOutToo("course", row.text(Field.COURSE)) : null);
      return;
    }
    Map<Field, String> values = plainValues(row, Phase.GROUPS);
    courseCode(values, course);
    joinCode(values, values.getOrDefault(Field.COURSE, ""), row.text(Field.NAME));
    if (row.text(Field.STATUS).equals("removed")) {
      Map<Field, String> removal = new EnumMap<>(Field.class);
      removal.put(Field.GROUP, row.text(Field.NAME));
      courseCode(removal, course);
      change(Phase.REMOVALS, Change.REMOVE, removal);
      return;
    }
    boolean isNew =
        !onPlatform.hasGroup(values.getOrDefault(Field.COURSE, ""), row.text(Field.NAME));
    if (isNew && policy.of(Table.GROUPS).skipsNew()) {
      skip(Table.GROUPS, row.text(Field.NAME), row.place());
    } else if (isNew) {
      change(Phase.GROUPS, Change.CREATE, values, row);
    }
  }

  /** Groups that no list has and that enrollments name, where the settings have them made. */
  private void madeGroups() {
    resolved
        .madeGroups()
        .forEach(
            (group, line) -> {
              Link course = resolved.groups().course(group);
              if (!deliverable.hasGroup(group) || deliverable.isFaulty(line)) {
                return;
              }
              Map<Field, String> values = new EnumMap<>(Field.class);
              courseCode(values, course);
              values.put(Field.NAME, resolved.groups().name(group));
              joinCode(
                  values, values.getOrDefault(Field.COURSE, ""), resolved.groups().name(group));
              receiver.change(
                  new PlannedChange(
                      Phase.GROUPS, Change.CREATE, values, accounts.own(Table.GROUPS)));
            });
  }

  private void user(RosterRow row, int line) {
    if (deliverable.isFaulty(line)) {
      leaveOut(row, line, null);
      return;
    }
    Link found = people.ofLine(line);
    if (!found.isFound()) {
      // Whose row it is was not to be told; that is a finding unless its rule is switched off.
      leaveOut(row, line, "It cannot be told whom the row is about.");
      return;
    }
    int person = found.number();
    List<Integer> lines = deliverable.lines(person);
    if (lines.isEmpty()) {
      leaveOut(row, line, leftOutToo("user", Names.full(row)));
      return;
    }
    if (lines.get(0) != line) {
      // Another row about the same person.
      return;
    }
    PersonRecord record =
        lines.size() == 1 ? PersonRecord.of(row) : PersonRecord.of(resolved.rows(), lines);
    int position = people.account(person);
    KnownUser account = position < 0 ? null : known.all().get(position);
    String username = record.text(Field.USERNAME);
    if (username.isEmpty() && account != null) {
      username = account.username();
    }
    if (username.isEmpty() && (account == null || account.reference().isEmpty())) {
      leaveOut(row, line, "The user has no account yet. Run neat-roster issue first.");
      return;
    }
    if (record.text(Field.STATUS).equals("removed")) {
      if (username.isEmpty()) {
        leaveOut(row, line, "The platform made the username; type it to have the user removed.");
      } else if (!onPlatform.listsUsers() || (account != null && account.isOnPlatform())) {
        change(Phase.REMOVALS, Change.REMOVE, Map.of(Field.USERNAME, username), record);
      }
      if (position >= 0) {
        asked.accounts().set(position);
      }
      return;
    }
    String former = formerUsername(record, position, username);
    if (account != null && account.isOnPlatform() && former.isEmpty()) {
      passwordDue(account, record);
      knownUser(record, position);
      return;
    }
    if (policy.of(Table.USERS).skipsNew() && former.isEmpty()) {
      skip(Table.USERS, username, record.place());
      return;
    }
    if (position >= 0) {
      asked.accounts().set(position);
    }
    Map<Field, String> values = userValues(row, record, account, username);
    people.unalteredId(person).ifPresent(id -> values.put(Field.ID, id));
    if (former.isEmpty()) {
      values.remove(Field.FORMER_USERNAME);
      change(Phase.USERS, Change.CREATE, values, record);
    } else {
      values.put(Field.FORMER_USERNAME, former);
      // What the person chose as a password is not taken away with the name.
      values.remove(Field.PASSWORD);
      values.remove(Field.CHANGE_AT_FIRST_LOGIN);
      change(Phase.USERS, Change.RENAME, values, record);
    }
  }

  /** What the roster says of somebody whom the platform has. */
  private void knownUser(PersonRecord record, int position) {
    asked.accounts().set(position);
    KnownUser account = known.all().get(position);
    Map<Field, String> key = new EnumMap<>(Field.class);
    put(key, Field.USERNAME, onPlatform.renamed(position).orElse(account.username()));
    if (key.isEmpty()) {
      put(key, Field.EMAIL, account.anyEmail());
    }
    standing(record, account, key);
    Optional<RosterRow> there = held.user(position);
    if (there.isEmpty()) {
      return;
    }
    Map<Field, String> values = new EnumMap<>(Field.class);
    for (Field field : Phase.USERS.fields()) {
      put(values, field, record.text(field));
    }
    Names.Parts name = record.name();
    Map<Field, String> parts = new EnumMap<>(Field.class);
    put(parts, Field.GIVEN_NAME, name.given());
    put(parts, Field.MIDDLE_NAME, name.middle());
    put(parts, Field.FAMILY_NAME, name.family());
    put(parts, Field.SUFFIX, name.suffix());
    List.of(Field.GIVEN_NAME, Field.MIDDLE_NAME, Field.FAMILY_NAME, Field.SUFFIX)
        .forEach(values::remove);
    if (!PersonRecord.hasInitial(record.fullName())) {
      values.putAll(parts);
    }
    Policy.Known sitePolicy = policy.of(Table.USERS).known(Field.SITE);
    boolean isBlank = there.get().text(Field.SITE).isEmpty();
    if (held.tells(Table.USERS, Field.SITE)
        && (sitePolicy == Policy.Known.OVERWRITE
            || (sitePolicy == Policy.Known.FILL_BLANKS && isBlank))
        && !record.text(Field.SITE).equals(Differences.CLEARED)) {
      site(values);
    }
    differences.compare(Table.USERS, Phase.USERS, key, values, there.get(), record.place());
  }

  /** Shuts somebody out whose row says so, or lets them in again. */
  private void standing(PersonRecord record, KnownUser account, Map<Field, String> key) {
    boolean isSuspended = account.standing() == KnownUser.Standing.SUSPENDED;
    String status = record.text(Field.STATUS);
    boolean differs =
        (status.equals("suspended") && !isSuspended) || (status.equals("active") && isSuspended);
    if (!differs) {
      return;
    }
    Change change = isSuspended ? Change.RESTORE : Change.SUSPEND;
    String from = isSuspended ? "suspended" : "active";
    Map<Field, String> values = new EnumMap<>(key);
    values.put(Field.STATUS, status);
    receiver.change(
        new PlannedChange(
            Phase.USERS,
            change,
            values,
            Map.of(),
            Map.of(Field.STATUS, from),
            "the row says so",
            record.place()));
  }

  /** The row's own values, without defaults. */
  private static Map<Field, String> asked(RosterRow row, Phase phase) {
    Map<Field, String> asked = new EnumMap<>(Field.class);
    for (Field field : phase.fields()) {
      put(asked, field, row.text(field));
    }
    return asked;
  }

  /** Something new that the settings do not let through. */
  private void skip(Table table, String key, Place place) {
    String fresh = table == Table.ENROLLMENTS ? "enroll" : "create";
    receiver.left(
        new LeftAsItIs(
            table,
            key,
            null,
            "",
            "",
            "policy: {" + table.word() + ": {new: " + fresh + "}}",
            place));
  }

  /**
   * The username that the platform still knows somebody under who has another now; empty where
   * nobody is renamed.
   */
  private String formerUsername(PersonRecord record, int found, String username) {
    if (found < 0 || !settings.policy().followRenames()) {
      return "";
    }
    KnownUser account = known.all().get(found);
    String onPlatformAs =
        onPlatform
            .renamed(found)
            .orElse(
                account.isOnPlatform() ? account.username() : record.text(Field.FORMER_USERNAME));
    boolean wasOurs =
        account.formerUsernames().stream().anyMatch(onPlatformAs::equalsIgnoreCase)
            || record.text(Field.FORMER_USERNAME).equalsIgnoreCase(onPlatformAs);
    return wasOurs && !username.equalsIgnoreCase(onPlatformAs) ? onPlatformAs : "";
  }

  /** Another first password for somebody whom the platform has. */
  private void passwordDue(KnownUser account, PersonRecord record) {
    if (!items.passwordsDue().contains(account.reference())) {
      return;
    }
    Map<Field, String> values = new EnumMap<>(Field.class);
    values.put(Field.USERNAME, account.username());
    accounts.password(values, account.reference(), account.role(), account.person().site());
    if (values.containsKey(Field.PASSWORD)) {
      change(Phase.USERS, Change.CHANGE, values, record);
    }
  }

  private Map<Field, String> userValues(
      RosterRow row, PersonRecord record, KnownUser account, String username) {
    String own = record.text(Field.ROLE);
    String role = own.isEmpty() && account != null ? account.role() : own;
    String site = record.text(Field.SITE);
    Map<String, String> defaults = defaults(Table.USERS, role, site);
    Map<Field, String> values = new EnumMap<>(Field.class);
    for (Field field : Phase.USERS.fields()) {
      String text = field == Field.PASSWORD ? record.password() : record.text(field);
      put(values, field, text.isEmpty() ? defaults.getOrDefault(field.label(), "") : text);
    }
    put(values, Field.USERNAME, username);
    Names.Parts name = record.name();
    boolean known = account != null && !account.person().fullName().isEmpty();
    if (known
        && (record.fullName().isEmpty()
            || (PersonRecord.hasInitial(record.fullName())
                && !PersonRecord.hasInitial(account.person().fullName())))) {
      // A list of addresses alone, or of initials: who it is was known before.
      name = Names.split(account.person().fullName());
    }
    put(values, Field.GIVEN_NAME, name.given());
    put(values, Field.MIDDLE_NAME, name.middle());
    put(values, Field.FAMILY_NAME, name.family());
    put(values, Field.SUFFIX, name.suffix());
    if (account != null) {
      putIfBlank(values, Field.EMAIL, account.anyEmail());
      putIfBlank(values, Field.ID, account.anyId());
      putIfBlank(values, Field.BIRTH_DATE, account.person().birthDate());
      putIfBlank(values, Field.SITE, account.person().site());
    }
    String reference = username.isEmpty() && account != null ? account.reference() : username;
    accounts.password(values, reference, role, site);
    site(values);
    String manager = values.remove(Field.MANAGER);
    if (manager != null) {
      referenceOr(row, Field.MANAGER, manager).ifPresent(m -> values.put(Field.MANAGER, m));
    }
    guardian(record, values);
    return values;
  }

  private static void putIfBlank(Map<Field, String> values, Field field, String value) {
    if (!values.containsKey(field)) {
      put(values, field, value);
    }
  }

  /**
   * Sees to it that a child's guardian comes before the child, and is named as who looks after it.
   */
  private void guardian(PersonRecord record, Map<Field, String> values) {
    if (!settings.guardians().accounts() || !record.has(Field.GUARDIAN_EMAIL)) {
      return;
    }
    String email = record.text(Field.GUARDIAN_EMAIL);
    int account = known.findEmail(email);
    PlannedChange created = accounts.guardian(account);
    if (created != null) {
      receiver.change(created);
    }
    Link guardian = people.find(email);
    String reference =
        guardian.isFound() && has(guardian.number()) ? reference(guardian.number()) : "";
    if (!reference.isEmpty()) {
      values.putIfAbsent(Field.MANAGER, reference);
    }
  }

  /**
   * Remembers who is in which cross-course group, so that rows for all members can be written out.
   */
  private void collectMembers(RosterRow row, int line) {
    Link members = resolved.membersOf(row);
    Link group = resolved.group(row);
    Link user = resolved.user(row, line);
    if (members.isFound()) {
      membersOfGroup.computeIfAbsent(members.number(), g -> new ArrayList<>());
    } else if (resolved.course(row).isBlank()
        && group.isFound()
        && user.isFound()
        && !deliverable.isFaulty(line)
        && has(user.number())
        && !row.text(Field.STATUS).equals("ended")) {
      membersOfGroup.computeIfAbsent(group.number(), g -> new ArrayList<>()).add(user.number());
    }
  }

  private void enrollment(RosterRow row, int line) {
    if (row.has(Field.MEMBERS_OF) && !row.has(Field.USER)) {
      return;
    }
    if (deliverable.isFaulty(line)) {
      leaveOut(row, line, null);
      return;
    }
    Link user = resolved.user(row, line);
    if (user.isAmbiguous()) {
      leaveOut(
          row,
          line,
          row.has(Field.USER)
              ? leftOutToo("user", row.text(Field.USER))
              : "It cannot be told whom the row is about.");
    } else if (user.isFound() && !has(user.number())) {
      leaveOut(
          row, line, leftOutToo("user", row.has(Field.USER) ? row.text(Field.USER) : nameOf(user)));
    } else if (!missing(row, line)) {
      enroll(row, user);
    }
  }

  private String nameOf(Link user) {
    int line = people.firstLine(user.number());
    return line < 0 ? "" : Names.full(resolved.rows().row(line));
  }

  private void membersOf(RosterRow row, int line) {
    if (!row.has(Field.MEMBERS_OF) || row.has(Field.USER)) {
      return;
    }
    Link members = resolved.membersOf(row);
    if (deliverable.isFaulty(line)) {
      leaveOut(row, line, null);
    } else if (members.isFound() && !deliverable.hasGroup(members.number())) {
      leaveOut(row, line, leftOutToo("group", row.text(Field.MEMBERS_OF)));
    } else if (!missing(row, line) && members.isFound()) {
      for (int user : membersOfGroup.getOrDefault(members.number(), List.of())) {
        enroll(row, Link.to(user));
      }
    }
  }

  /** Whether the row's course or group is left out; then the row is too. */
  private boolean missing(RosterRow row, int line) {
    Link course = resolved.course(row);
    if (course.isFound() && !deliverable.hasCourse(course.number())) {
      leaveOut(row, line, leftOutToo("course", row.text(Field.COURSE)));
      return true;
    }
    Link group = resolved.group(row);
    if (group.isFound() && !deliverable.hasGroup(group.number())) {
      leaveOut(row, line, leftOutToo("group", row.text(Field.GROUP)));
      return true;
    }
    return false;
  }

  private void enroll(RosterRow row, Link user) {
    Link course = resolved.course(row);
    Link group = resolved.group(row);
    if (user.isFound()
        && (course.isFound() || group.isFound())
        && enrolled.putIfNew(
                user.number(), group.isFound() ? group.number() * 2 + 1 : course.number() * 2, 0)
            != PairIndex.NEW) {
      return;
    }
    Map<Field, String> values = plainValues(row, Phase.ENROLLMENTS);
    if (user.isFound()) {
      values.put(Field.USER, reference(user.number()));
    }
    courseCode(values, course);
    if (!values.containsKey(Field.ROLE)) {
      values.put(Field.ROLE, settings.defaultRole());
    }
    dates(values, today);
    values.remove(Field.STATUS);
    String who = user.isFound() ? reference(user.number()) : values.getOrDefault(Field.USER, "");
    String inCourse = values.getOrDefault(Field.COURSE, "");
    int seat = held.enrollment(who, inCourse, values.getOrDefault(Field.GROUP, ""));
    if (row.text(Field.STATUS).equals("ended")) {
      if (seat >= 0) {
        asked.enrollments().set(seat);
      }
      if (seat >= 0 || held.enrollments() == 0) {
        // Where nothing is known of who is where, the platform may have it.
        change(Phase.WITHDRAWALS, Change.WITHDRAW, values, row);
      }
    } else if (seat >= 0) {
      knownEnrollments.inPlace(row, seat, values);
    } else if (!inCourse.isEmpty() && held.seats(who, inCourse).length > 0) {
      knownEnrollments.inCourse(who, inCourse, values, own(row), row.place());
    } else if (policy.of(Table.ENROLLMENTS).skipsNew()) {
      skip(Table.ENROLLMENTS, who + " " + inCourse, row.place());
    } else {
      change(Phase.ENROLLMENTS, Change.ENROLL, values, row);
    }
  }

  private void leaveOut(RosterRow row, int line, String why) {
    anythingLeftOut = true;
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
    receiver.change(new PlannedChange(phase, change, values));
  }

  private void change(Phase phase, Change change, Map<Field, String> values, RosterRow row) {
    receiver.change(
        new PlannedChange(phase, change, values, change == Change.REMOVE ? Map.of() : own(row))
            .because(why(change), row.place()));
  }

  /** The reason of a change that a row asks for. */
  private static String why(Change change) {
    return change == Change.CREATE || change == Change.ENROLL ? NEW : "the row asks for it";
  }

  private Map<String, String> own(RosterRow row) {
    return own(
        row.table(),
        row.text(Field.ROLE),
        row.text(Field.SITE),
        field -> {
          Integer column = row.reading().ownFields().get(field);
          return column == null || row.isDerived() ? "" : row.judged(field, column).text();
        });
  }

  private void change(Phase phase, Change change, Map<Field, String> values, PersonRecord record) {
    Map<String, String> own =
        change == Change.REMOVE
            ? Map.of()
            : own(Table.USERS, record.text(Field.ROLE), record.text(Field.SITE), record::own);
    receiver.change(
        new PlannedChange(phase, change, values, own).because(why(change), record.place()));
  }

  /** The row's values for a phase, blank ones filled with the settings' defaults. */
  private Map<Field, String> plainValues(RosterRow row, Phase phase) {
    Map<Field, String> values = new EnumMap<>(Field.class);
    Map<String, String> defaults =
        defaults(row.table(), row.text(Field.ROLE), row.text(Field.SITE));
    for (Field field : phase.fields()) {
      String text = row.text(field);
      put(values, field, text.isEmpty() ? defaults.getOrDefault(field.label(), "") : text);
    }
    return values;
  }

  private Map<String, String> defaults(Table table, String role, String site) {
    return settings.defaults().of(role, site).getOrDefault(table, Map.of());
  }

  /** The school's own fields, in the order of the settings. */
  private Map<String, String> own(
      Table table, String role, String site, Function<OwnField, String> valueOf) {
    if (settings.reading().ownFields().isEmpty()) {
      return Map.of();
    }
    Map<String, String> own = new LinkedHashMap<>();
    for (OwnField field : settings.reading().ownFields()) {
      if (field.table() == table) {
        String value = valueOf.apply(field);
        own.put(
            field.name(),
            value.isEmpty() ? defaults(table, role, site).getOrDefault(field.key(), "") : value);
      }
    }
    return own;
  }

  private static void put(Map<Field, String> values, Field field, String value) {
    if (!value.isEmpty()) {
      values.put(field, value);
    }
  }

  private void courseCode(Map<Field, String> values, Link course) {
    if (course.isFound()) {
      values.put(Field.COURSE, resolved.courses().code(course.number()));
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

  private void newSite(String site) {
    if (policy.skipsNewSites()) {
      receiver.left(
          new LeftAsItIs(
              Table.USERS, site, Field.SITE, "", site, "policy: {sites: {new: create}}", null));
    } else {
      receiver.change(
          new PlannedChange(Phase.SITES, Change.CREATE, Map.of(Field.SITE, site))
              .because(NEW, null));
    }
  }

  /** Sites come with the ones above them, each once and before what stands in it. */
  private void site(Map<Field, String> values) {
    String path = values.getOrDefault(Field.SITE, "");
    for (int end = path.indexOf('/'); !path.isEmpty(); end = path.indexOf('/', end + 1)) {
      String site = end < 0 ? path : path.substring(0, end);
      if (sites.add(site) && !onPlatform.sites().contains(site)) {
        newSite(site);
      }
      if (end < 0) {
        return;
      }
    }
  }
}
