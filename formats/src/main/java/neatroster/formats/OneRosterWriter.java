package neatroster.formats;

import java.io.IOException;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.compare.WholeRecords;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.PairIndex;
import neatroster.disk.NewFiles;
import neatroster.sheets.OneRosterColumn;

/**
 * Tells a roster's changes in the terms of OneRoster: our course is a class of a course, a site is
 * an org, who looks after somebody is an agent.
 */
final class OneRosterWriter implements BatchWriter {
  private static final DateTimeFormatter MODIFIED =
      DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss.SSS'Z'", Locale.ROOT)
          .withZone(ZoneOffset.UTC);

  /** Roles of users, by ours. */
  private static final Map<String, String> ROLES =
      Map.of(
          "learner", "student",
          "instructor", "teacher",
          "assistant", "aide",
          "manager", "administrator",
          "guardian", "guardian");

  /** Roles in a class, by ours; there is none for who only looks on. */
  private static final Map<String, String> ROLES_IN_CLASS =
      Map.of(
          "learner", "student",
          "instructor", "teacher",
          "assistant", "teacher",
          "manager", "administrator");

  private static final Set<String> ADMINISTRATORS =
      Set.of("districtAdministrator", "siteAdministrator", "systemAdministrator", "principal");

  /** By the field of a user the column that holds the same. */
  private static final Map<Field, String> TEXTS_OF_USERS = new EnumMap<>(Field.class);

  private static final Set<Field> CARRIED_OF_USERS =
      carried(OneRosterColumn.OF_USERS, Field.FORMER_USERNAME);

  /** Instructors are enrolled. */
  private static final Set<Field> CARRIED_OF_COURSES =
      carried(OneRosterColumn.OF_CLASSES, Field.INSTRUCTORS, Field.COURSE);

  static {
    for (OneRosterColumn column : OneRosterColumn.OF_USERS) {
      if (column.isText()) {
        TEXTS_OF_USERS.put(Field.named(column.header()).orElseThrow(), column.name());
      }
    }
  }

  private static Set<Field> carried(List<OneRosterColumn> columns, Field... more) {
    Set<Field> fields = EnumSet.noneOf(Field.class);
    columns.forEach(column -> fields.add(Field.named(column.header()).orElseThrow()));
    fields.addAll(List.of(more));
    return fields;
  }

  private final BatchBackground background;
  private final OneRosterZip zip;
  private final OneRosterPlaces places;
  private final OneRosterEarlierRows earlier;
  private final String modified;
  private final Map<String, Integer> notCarried = new TreeMap<>();

  /** Users whose records change, by username in lower case, as they are in the end. */
  private final Map<String, Map<Field, String>> changedUsers = new LinkedHashMap<>();

  private final Map<String, Map<String, String>> changedOwn = new HashMap<>();

  /** Users who are removed, as they were. */
  private final List<Map<Field, String>> removedUsers = new ArrayList<>();

  private final Map<String, Map<Field, String>> removedCourses = new LinkedHashMap<>();

  /** The enrollments of a delta whose ids the platform's exports may tell. */
  private final List<List<String>> enrollments = new ArrayList<>();

  /** The usernames of guardians, in lower case. */
  private final Set<String> guardians = new HashSet<>();

  private final Map<String, Map<Field, String>> changedCourses = new LinkedHashMap<>();

  /** The classes that have a primary teacher. */
  private final Set<String> led = new HashSet<>();

  /** Who was put into a class through a group: one row does, however many groups there are. */
  private final PairIndex inClass = new PairIndex();

  private final KeyIndex users = KeyIndex.caseless();
  private final KeyIndex courses = KeyIndex.exact();

  /** Who is taken out of groups of a class, and how many; whether they stay in it is seen last. */
  private final Map<String, List<PlannedChange>> leaving = new LinkedHashMap<>();

  private String written;

  OneRosterWriter(NewFiles files, BatchBackground background) {
    this.background = background;
    zip = new OneRosterZip(files, background.oneRoster());
    modified = MODIFIED.format(background.packedAt());
    places = new OneRosterPlaces(background, zip, this::mark, this::miss);
    zip.extend(OneRosterFile.USERS, metadata(Table.USERS));
    zip.extend(OneRosterFile.CLASSES, metadata(Table.COURSES));
    zip.extend(OneRosterFile.ENROLLMENTS, metadata(Table.ENROLLMENTS));
    earlier = new OneRosterEarlierRows(background);
    if (!earlier.isAny()) {
      zip.finish(OneRosterFile.ENROLLMENTS, OneRosterWriter::withId);
    }
  }

  /** An enrollment with the id that its user and its class give. */
  private static List<String> withId(List<String> enrollment) {
    String user = enrollment.get(5);
    String theClass = enrollment.get(3);
    enrollment.set(0, SourcedIds.made("enrollment " + user + " " + theClass));
    return enrollment;
  }

  private static String pair(List<String> enrollment) {
    return enrollment.get(5) + " " + enrollment.get(3);
  }

  private List<String> metadata(Table table) {
    return background.own().of(table).stream().map(OneRosterZip::metadata).toList();
  }

  /** Marks a row of a delta as there, or as one to delete; rows of bulk files carry no mark. */
  private void mark(Map<String, String> row, boolean isThere) {
    if (!background.isFirst()) {
      row.put("status", isThere ? "active" : "tobedeleted");
      row.put("dateLastModified", modified);
    }
  }

  private void miss(String what) {
    notCarried.merge(what, 1, Integer::sum);
  }

  private void missFields(PlannedChange change, Set<Field> carried, String of) {
    change
        .values()
        .keySet()
        .forEach(
            field -> {
              if (!carried.contains(field)) {
                miss(field.label() + " of " + of);
              }
            });
  }

  @Override
  public void row(PlannedChange change) throws IOException {
    if (isAmbiguous(change)) {
      miss("change of a course or user whose code or username two have in the platform's export");
      return;
    }
    switch (change.phase()) {
      case SITES -> places.org(change.value(Field.SITE));
      case COURSES -> course(change);
      case USERS -> user(change);
      case GROUPS -> miss("group");
      case ENROLLMENTS -> enrollment(change);
      case WITHDRAWALS, REMOVALS -> {
        // A bulk file is the complete set: whoever is not in it is no more.
        if (!background.isFirst()) {
          end(change);
        }
      }
    }
  }

  /** Whether exports do not tell which of two things a delta would be about. */
  private boolean isAmbiguous(PlannedChange change) {
    return earlier.isAmbiguous("class", change.value(Field.CODE))
        || earlier.isAmbiguous("class", change.value(Field.COURSE))
        || earlier.isAmbiguous("user", change.value(Field.USERNAME).toLowerCase(Locale.ROOT))
        || earlier.isAmbiguous("user", change.value(Field.USER).toLowerCase(Locale.ROOT));
  }

  private void end(PlannedChange change) throws IOException {
    if (change.phase() == Phase.WITHDRAWALS) {
      withdrawal(change);
    } else {
      removal(change);
    }
  }

  /** There are no groups in OneRoster, and nobody is without a name. */
  @Override
  public boolean carries(PlannedChange change) {
    if (isAmbiguous(change)) {
      return false;
    }
    return switch (change.phase()) {
      case SITES, COURSES -> true;
      case USERS -> !change.value(Field.USERNAME).isEmpty();
      case GROUPS -> false;
      case ENROLLMENTS ->
          !change.value(Field.COURSE).isEmpty() && change.change() != Change.REGROUP;
      case WITHDRAWALS -> !change.value(Field.COURSE).isEmpty();
      case REMOVALS -> change.value(Field.GROUP).isEmpty();
    };
  }

  private void course(PlannedChange change) throws IOException {
    missFields(change, CARRIED_OF_COURSES, "courses");
    String code = change.value(Field.CODE);
    Map<Field, String> whole = changedCourses.get(code);
    if (whole == null) {
      whole = background.whole().course(change);
    } else {
      WholeRecords.apply(whole, change);
    }
    if (change.change() == Change.CREATE) {
      places.course(code, whole, change.own(), earlier, true);
    } else {
      changedCourses.put(code, whole);
    }
  }

  private void user(PlannedChange change) throws IOException {
    missFields(change, CARRIED_OF_USERS, "users");
    String username = change.value(Field.USERNAME);
    if (username.isEmpty()) {
      miss("user without a username");
      return;
    }
    if (change.value(Field.ROLE).equals("guardian")) {
      guardians.add(username.toLowerCase(Locale.ROOT));
    }
    if (change.change() == Change.CREATE) {
      user(background.whole().user(change), change.own(), true);
      return;
    }
    String former = change.value(Field.FORMER_USERNAME);
    if (change.change() == Change.RENAME && !former.isEmpty()) {
      background.ids().rename("user", former, username);
    }
    String key = username.toLowerCase(Locale.ROOT);
    Map<Field, String> whole = changedUsers.get(key);
    if (whole == null) {
      changedUsers.put(key, background.whole().user(change));
    } else {
      WholeRecords.apply(whole, change);
    }
    changedOwn.computeIfAbsent(key, k -> new HashMap<>()).putAll(change.own());
  }

  private void user(Map<Field, String> whole, Map<String, String> own, boolean isThere)
      throws IOException {
    String username = whole.getOrDefault(Field.USERNAME, "");
    String id = background.ids().of("user", username);
    String org = places.org(whole.getOrDefault(Field.SITE, ""));
    String role = role(username, id, whole.getOrDefault(Field.ROLE, ""));
    Map<String, String> row = earlier.user(id);
    row.put("sourcedId", id);
    mark(row, isThere);
    boolean isOpen = !whole.getOrDefault(Field.STATUS, "").equals("suspended");
    row.put("enabledUser", String.valueOf(isOpen && isThere));
    row.put("orgSourcedIds", earlier.orgs(id, org));
    row.put("primaryOrgSourcedId", org);
    // Version 1.1 knows administrators of one kind.
    row.put("role", ADMINISTRATORS.contains(role) ? "administrator" : role);
    TEXTS_OF_USERS.forEach((field, name) -> row.put(name, whole.getOrDefault(field, "")));
    if (row.get("givenName").isEmpty() || row.get("familyName").isEmpty()) {
      miss("user of one name, whose other name is blank though the standard asks for it");
    }
    if (!background.oneRoster().equals("1.2")
        && !whole.getOrDefault(Field.PREFERRED_NAME, "").isEmpty()) {
      miss("preferred name of users");
    }
    String phone = whole.getOrDefault(Field.PHONE, "");
    if (phone.isEmpty() || !phone.equals(row.getOrDefault("sms", "").strip())) {
      row.put("phone", phone);
    }
    row.put("agentSourcedIds", agents(id, whole.getOrDefault(Field.MANAGER, "")));
    own.forEach((name, value) -> row.put(OneRosterZip.metadata(name), value));
    zip.row(OneRosterFile.USERS, row);
    if (background.oneRoster().equals("1.2")) {
      String roleId = background.ids().of("role", id);
      Map<String, String> roleRow = earlier.role(roleId);
      roleRow.put("sourcedId", roleId);
      mark(roleRow, isThere);
      roleRow.put("userSourcedId", id);
      roleRow.put("roleType", "primary");
      roleRow.put("role", role.equals("administrator") ? "siteAdministrator" : role);
      roleRow.put("orgSourcedId", org);
      zip.row(OneRosterFile.ROLES, roleRow);
    }
    String born = whole.getOrDefault(Field.BIRTH_DATE, "");
    if (!born.isEmpty()) {
      Map<String, String> demographics = earlier.demographics(id);
      demographics.put("sourcedId", id);
      mark(demographics, isThere);
      demographics.put("birthDate", born);
      zip.row(OneRosterFile.DEMOGRAPHICS, demographics);
    }
  }

  /** The role of a user who has none of their own: whoever teaches any class is a teacher. */
  private String role(String username, String id, String own) {
    String there = earlier.roleKept(id, own);
    if (!there.isEmpty()) {
      return there;
    }
    if (isGuardian(username)) {
      return "guardian";
    }
    if (own.isEmpty()) {
      return ROLES.getOrDefault(background.teaching().apply(username), "student");
    }
    String role = ROLES.get(own);
    if (role == null) {
      miss("role " + own + " of users, written as student");
      return "student";
    }
    return role;
  }

  private boolean isGuardian(String username) {
    return guardians.contains(username.toLowerCase(Locale.ROOT))
        || background.guards().test(username);
  }

  private String agents(String user, String manager) {
    String id = manager.isEmpty() ? "" : background.ids().of("user", manager);
    if (manager.isEmpty() || isGuardian(manager) || earlier.isFirstAgent(user, id)) {
      return earlier.agents(user, id);
    }
    miss("manager of users");
    return earlier.agents(user, "");
  }

  private void enrollment(PlannedChange change) throws IOException {
    String user = change.value(Field.USER);
    String course = change.value(Field.COURSE);
    String group = change.value(Field.GROUP);
    if (course.isEmpty()) {
      miss("membership of a group across courses");
      return;
    }
    if (!group.isEmpty()) {
      miss("group membership");
    }
    if (change.change() == Change.REGROUP) {
      return;
    }
    if (!group.isEmpty() && !notedInClass(user, course)) {
      return;
    }
    enroll(change, true);
  }

  /** Notes that somebody is in a class, and says whether that is new. */
  private boolean notedInClass(String user, String course) {
    return inClass.putIfNew(users.add(user), courses.add(course), 0) == PairIndex.NEW;
  }

  private boolean isNotedInClass(String user, String course) {
    int who = users.find(user);
    int where = courses.find(course);
    return who >= 0 && where >= 0 && inClass.find(who, where) != PairIndex.NEW;
  }

  private void enroll(PlannedChange change, boolean isThere) throws IOException {
    String role = change.value(Field.ROLE);
    String roleThere = ROLES_IN_CLASS.get(role.isEmpty() ? "learner" : role);
    if (roleThere == null) {
      miss("enrollment as " + role);
      return;
    }
    if (role.equals("assistant")) {
      miss("role assistant in a class, written as teacher");
    }
    String course = change.value(Field.COURSE);
    String user = background.ids().of("user", change.value(Field.USER));
    String theClass = background.ids().of("class", course);
    boolean leads = isThere && role.equals("instructor") && leads(change.value(Field.USER), course);
    // There are more of these than of anything else: the cells stand in the order of the headers,
    // and the id is given where they are written.
    List<String> row = new ArrayList<>();
    row.add("");
    row.add(background.isFirst() ? "" : isThere ? "active" : "tobedeleted");
    row.add(background.isFirst() ? "" : modified);
    row.add(theClass);
    row.add(places.orgOfCourse(course));
    row.add(user);
    row.add(roleThere);
    row.add(String.valueOf(leads));
    row.add(OneRosterPlaces.date(change.value(Field.STARTS)));
    row.add(OneRosterPlaces.date(change.value(Field.ENDS)));
    background
        .own()
        .of(Table.ENROLLMENTS)
        .forEach(name -> row.add(change.own().getOrDefault(name, "")));
    if (earlier.isAny()) {
      enrollments.add(row);
    } else {
      zip.row(OneRosterFile.ENROLLMENTS, row);
    }
  }

  /**
   * Whether somebody is the primary teacher of a class: the first one of a class that has none yet,
   * and whoever is its only one.
   */
  private boolean leads(String user, String course) {
    String there = background.isFirst() ? "" : background.whole().instructorsThere(course);
    return there.isEmpty() ? led.add(course) : there.equalsIgnoreCase(user);
  }

  private void withdrawal(PlannedChange change) throws IOException {
    String course = change.value(Field.COURSE);
    if (course.isEmpty()) {
      miss("membership of a group across courses");
      return;
    }
    String key = change.value(Field.USER).toLowerCase(Locale.ROOT) + "\n" + course;
    leaving.computeIfAbsent(key, k -> new ArrayList<>()).add(change);
  }

  private void removal(PlannedChange change) throws IOException {
    if (!change.value(Field.GROUP).isEmpty()) {
      miss("group");
    } else if (!change.value(Field.COURSE).isEmpty()) {
      String code = change.value(Field.COURSE);
      Map<Field, String> whole = background.whole().course(change);
      whole.put(Field.CODE, code);
      removedCourses.put(code, whole);
      changedCourses.remove(code);
    } else {
      Map<Field, String> whole = background.whole().user(change);
      whole.put(Field.USERNAME, change.value(Field.USERNAME));
      removedUsers.add(whole);
      changedUsers.remove(change.value(Field.USERNAME).toLowerCase(Locale.ROOT));
    }
  }

  @Override
  public void close() throws IOException {
    List<Map<Field, String>> users = new ArrayList<>(removedUsers);
    users.addAll(changedUsers.values());
    List<String> courses = new ArrayList<>(removedCourses.keySet());
    courses.addAll(changedCourses.keySet());
    earlier.read(users, courses);
    for (Map.Entry<String, Map<Field, String>> course : removedCourses.entrySet()) {
      places.course(course.getKey(), course.getValue(), Map.of(), earlier, false);
    }
    for (Map<Field, String> user : removedUsers) {
      user(user, Map.of(), false);
    }
    for (Map.Entry<String, Map<Field, String>> course : changedCourses.entrySet()) {
      places.course(course.getKey(), course.getValue(), Map.of(), earlier, true);
    }
    for (Map.Entry<String, Map<Field, String>> user : changedUsers.entrySet()) {
      user(user.getValue(), changedOwn.getOrDefault(user.getKey(), Map.of()), true);
    }
    for (Map.Entry<String, List<PlannedChange>> one : leaving.entrySet()) {
      PlannedChange first = one.getValue().get(0);
      int seats = background.whole().seats(first.value(Field.USER), first.value(Field.COURSE));
      boolean stays =
          isNotedInClass(first.value(Field.USER), first.value(Field.COURSE))
              || seats > one.getValue().size();
      if (stays) {
        miss("group membership that ends");
      } else {
        enroll(first, false);
      }
    }
    Map<String, String> ids =
        earlier.enrollments(
            enrollments.stream().map(OneRosterWriter::pair).collect(Collectors.toSet()));
    for (List<String> row : enrollments) {
      withId(row);
      row.set(0, ids.getOrDefault(pair(row), row.get(0)));
      zip.row(OneRosterFile.ENROLLMENTS, row);
    }
    if (zip.rows() > 0) {
      String kind = background.isFirst() ? "bulk" : "delta";
      written = "oneroster-" + background.oneRoster() + "-" + kind + ".zip";
      zip.write(written, kind, background.school());
    }
  }

  @Override
  public List<WrittenFile> written() {
    return written == null
        ? List.of()
        : List.of(new WrittenFile(written, java.util.Optional.empty(), zip.rows()));
  }

  @Override
  public Map<String, Integer> notCarried() {
    return notCarried;
  }
}
