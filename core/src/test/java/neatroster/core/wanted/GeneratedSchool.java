package neatroster.core.wanted;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import neatroster.core.TextSheet;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.Policy;
import neatroster.core.settings.ScopedSetting;
import neatroster.core.settings.Settings;

/**
 * A small sailing school as lists say it, in several sheets and shapes, and who is to be where by a
 * reading of these lists of its own.
 */
final class GeneratedSchool {
  private static final int PEOPLE = 6;
  private static final List<String> COURSES = List.of("NAV-1", "NAV-2", "KNOT-1", "RAD-1");
  private static final List<String> NAMES =
      List.of("Ana Marlowe", "Bo Finch", "Cy Moss", "Di Reed", "Ed Quay", "Flo Gull");
  private static final List<String> GROUPS = List.of("Port", "Star");

  /** Who is at Main Pier is an instructor where nothing else is said. */
  private static final String PIER = "Main Pier";

  private final Random random;
  private final Map<String, String> sites = new LinkedHashMap<>();
  private final Set<String> removedPeople = new TreeSet<>();
  private final Set<String> faultyPeople = new TreeSet<>();
  private final Set<String> removedCourses = new TreeSet<>();
  private final Map<String, Set<String>> instructors = new LinkedHashMap<>();
  private final List<Row> rows = new ArrayList<>();
  private final List<String> classList = new ArrayList<>();
  private final Map<String, Set<String>> watches = new LinkedHashMap<>();
  private final List<String> membersOf = new ArrayList<>();
  private final boolean makesGroups;
  private final boolean defaultsBySite;

  /** A row of enrollments. */
  private record Row(
      int sheet, String user, String course, String role, String group, String status, String day) {
    boolean isEnded() {
      return status.equals("ended");
    }

    boolean hasEnded(Row active) {
      boolean isThere =
          user.equals(active.user)
              && course.equals(active.course)
              && (group.isEmpty() || group.equals(active.group));
      boolean isLater = !day.isEmpty() && active.day.compareTo(day) > 0;
      return isEnded() && isThere && !isLater;
    }
  }

  GeneratedSchool(long seed) {
    random = new Random(seed);
    makesGroups = random.nextBoolean();
    defaultsBySite = random.nextBoolean();
    for (int i = 0; i < PEOPLE; i++) {
      String user = "mate" + i;
      sites.put(user, random.nextInt(3) == 0 ? PIER : "");
      if (random.nextInt(8) == 0) {
        removedPeople.add(user);
      } else if (random.nextInt(8) == 0) {
        faultyPeople.add(user);
      }
    }
    for (String course : COURSES) {
      if (random.nextInt(6) == 0) {
        removedCourses.add(course);
      }
      Set<String> named = new LinkedHashSet<>();
      for (int i = random.nextInt(3); i > 0; i--) {
        named.add(user());
      }
      instructors.put(course, named);
    }
    for (int i = random.nextInt(24); i > 0; i--) {
      row();
    }
    for (int i = random.nextInt(4); i > 0; i--) {
      classList.add(user());
    }
    for (String watch : List.of("Dawn", "Dusk")) {
      Set<String> people = new LinkedHashSet<>();
      for (int i = random.nextInt(3); i > 0; i--) {
        people.add(user());
      }
      watches.put(watch, people);
      if (random.nextInt(3) == 0) {
        membersOf.add(watch);
      }
    }
  }

  private static String name(String user) {
    return NAMES.get(Integer.parseInt(user.substring(4)));
  }

  private String user() {
    return "mate" + random.nextInt(PEOPLE);
  }

  private void row() {
    String user = user();
    String course = COURSES.get(random.nextInt(COURSES.size()));
    boolean isEnded = random.nextInt(5) == 0;
    String group = random.nextInt(3) == 0 ? GROUPS.get(random.nextInt(2)) : "";
    String day = random.nextInt(3) == 0 ? "2027-0" + (1 + random.nextInt(6)) + "-01" : "";
    // Said or not, everybody has one role in a course: two would be an error.
    String role = random.nextBoolean() ? "" : usual(user);
    if (instructors.get(course).contains(user) && !role.isEmpty()) {
      role = "instructor";
    }
    if (!makesGroups && group.equals("Star")) {
      group = "";
    }
    Row made = new Row(random.nextInt(2), user, course, role, group, isEnded ? "ended" : "", day);
    boolean isRepeated =
        rows.stream()
            .anyMatch(
                one ->
                    one.sheet == made.sheet
                        && one.user.equals(user)
                        && one.course.equals(course)
                        && one.group.equals(made.group)
                        && one.isEnded() == isEnded);
    boolean hasOtherRole =
        rows.stream()
            .anyMatch(
                one ->
                    one.user.equals(user)
                        && one.course.equals(course)
                        && !roleOf(one).equals(roleOf(made)));
    if (!isRepeated && !hasOtherRole) {
      rows.add(made);
    }
  }

  private String usual(String user) {
    return defaultsBySite && sites.get(user).equals(PIER) ? "instructor" : "learner";
  }

  private String roleOf(Row row) {
    return row.role.isEmpty() ? usual(row.user) : row.role;
  }

  Settings settings() {
    Map<Table, Map<String, String>> atPier = new EnumMap<>(Table.class);
    atPier.put(Table.ENROLLMENTS, Map.of(Field.ROLE.label(), "instructor"));
    Policy policy = new Policy(Policy.usual(), false, true, true, false, makesGroups, false);
    ScopedSetting<Map<Table, Map<String, String>>> defaults = ScopedSetting.same(Map.of());
    return Settings.builder()
        .policy(policy)
        .defaults(defaultsBySite ? defaults.with("", PIER, atPier) : defaults)
        .build();
  }

  TextSheet[] sheets() {
    StringBuilder people = new StringBuilder("username | full name | email | site | status\n");
    sites.forEach(
        (user, site) ->
            people.append(
                String.join(
                        " | ",
                        user,
                        name(user),
                        faultyPeople.contains(user) ? "no address" : user + "@pier.example",
                        site,
                        removedPeople.contains(user) ? "removed" : "")
                    + "\n"));
    StringBuilder courses = new StringBuilder("code | title | instructors | status\n");
    for (String course : COURSES) {
      courses.append(
          String.join(
                  " | ",
                  course,
                  "Title " + course,
                  String.join("; ", instructors.get(course)),
                  removedCourses.contains(course) ? "removed" : "")
              + "\n");
    }
    StringBuilder groups = new StringBuilder("course | name\n | Dawn\n | Dusk\n");
    for (String course : COURSES) {
      groups.append(course).append(" | Port\n");
    }
    List<StringBuilder> enrollments = new ArrayList<>();
    for (int i = 0; i < 2; i++) {
      enrollments.add(
          new StringBuilder(
              "user | members of | course | role | group | status | starts | ends\n"));
    }
    for (Row row : rows) {
      enrollments
          .get(row.sheet)
          .append(
              String.join(
                      " | ",
                      row.user,
                      "",
                      row.course,
                      row.role,
                      row.group,
                      row.status,
                      row.isEnded() ? "" : row.day,
                      row.isEnded() ? row.day : "")
                  + "\n");
    }
    watches.forEach(
        (watch, members) ->
            members.forEach(
                user ->
                    enrollments
                        .get(0)
                        .append(user + " |  |  | " + usual(user) + " | " + watch + " |  |  | \n")));
    membersOf.forEach(
        watch -> enrollments.get(1).append(" | " + watch + " | RAD-1 |  |  |  |  | \n"));
    // Somebody whom no list has is an error: the row is left out.
    enrollments.get(1).append("nobody |  | NAV-1 |  |  |  |  | \n");
    StringBuilder list = new StringBuilder("username | full name | course\n");
    new LinkedHashSet<>(classList)
        .forEach(user -> list.append(user + " | " + name(user) + " | NAV-2\n"));
    List<TextSheet> sheets = new ArrayList<>();
    sheets.add(TextSheet.of("users", people.toString()));
    sheets.add(TextSheet.of("courses", courses.toString()));
    sheets.add(TextSheet.of("groups", groups.toString()));
    sheets.add(TextSheet.of("first", enrollments.get(0).toString()));
    sheets.add(TextSheet.of("second", enrollments.get(1).toString()));
    if (!classList.isEmpty()) {
      sheets.add(TextSheet.of("class list", list.toString()));
    }
    return sheets.toArray(TextSheet[]::new);
  }

  private boolean isHere(String user, String course) {
    return !removedPeople.contains(user)
        && !faultyPeople.contains(user)
        && !removedCourses.contains(course);
  }

  /** Who is to be in which course as what, in which group: {@code user|course|role|group}. */
  Set<String> memberships() {
    Map<String, Map<String, String>> rolesOfGroups = new LinkedHashMap<>();
    List<Row> all = new ArrayList<>(rows);
    classList.forEach(user -> all.add(new Row(2, user, "NAV-2", "", "", "", "")));
    membersOf.forEach(
        watch ->
            watches.get(watch).forEach(user -> all.add(new Row(3, user, "RAD-1", "", "", "", ""))));
    instructors.forEach(
        (course, named) ->
            named.forEach(user -> all.add(new Row(4, user, course, "instructor", "", "", ""))));
    List<Row> ends = all.stream().filter(Row::isEnded).toList();
    all.removeIf(
        row ->
            row.isEnded()
                || !isHere(row.user, row.course)
                || ends.stream().anyMatch(end -> lastEnd(ends, end).hasEnded(row)));
    for (Row row : all) {
      boolean isNamed =
          all.stream()
              .anyMatch(
                  one ->
                      one.sheet == 4 && one.user.equals(row.user) && one.course.equals(row.course));
      // Who is named as an instructor is one where the row itself names no role.
      String role = isNamed && row.role.isEmpty() ? "instructor" : roleOf(row);
      rolesOfGroups
          .computeIfAbsent(row.user + "|" + row.course, key -> new LinkedHashMap<>())
          .putIfAbsent(row.group, role);
    }
    Set<String> memberships = new TreeSet<>();
    rolesOfGroups.forEach(
        (place, roles) ->
            roles.forEach(
                (group, role) -> {
                  if (!group.isEmpty() || roles.size() == 1) {
                    memberships.add(place + "|" + role + "|" + group);
                  }
                }));
    return memberships;
  }

  /** Of several ends of one place the last counts. */
  private static Row lastEnd(List<Row> ends, Row of) {
    Row last = of;
    for (Row end : ends) {
      boolean isSame =
          end.user.equals(of.user) && end.course.equals(of.course) && end.group.equals(of.group);
      if (isSame
          && (end.day.isEmpty() || (!last.day.isEmpty() && end.day.compareTo(last.day) > 0))) {
        last = end;
      }
    }
    return last;
  }

  /** The people who are to have an account. */
  Set<String> people() {
    Set<String> people = new TreeSet<>(sites.keySet());
    people.removeAll(removedPeople);
    people.removeAll(faultyPeople);
    return people;
  }

  /** Whether groups are made that no list has. */
  Optional<String> madeGroup() {
    return makesGroups ? Optional.of("Star") : Optional.empty();
  }
}
