package neatroster.core.handout;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import neatroster.core.settings.Settings;

/**
 * Which people, courses and groups a handout is for; what is left empty chooses everything.
 *
 * @param courses codes of courses
 * @param groups names of groups
 * @param sites sites, with those below them
 * @param users usernames, email addresses or ids
 * @param usernames the usernames of a packed run, in lower case, if one is named
 */
public record Choice(
    List<String> courses,
    List<String> groups,
    List<String> sites,
    List<String> users,
    Optional<Set<String>> usernames) {

  /**
   * A name that nobody has.
   *
   * @param what what it should be the name of
   * @param name the name
   * @param known the names that there are
   */
  public record Unknown(String what, String name, Collection<String> known) {}

  /** The first name in the choice that nobody has. */
  public Optional<Unknown> unknown(Attendance attendance) {
    Set<String> knownCourses = new TreeSet<>();
    Set<String> knownGroups = new TreeSet<>();
    Set<String> knownSites = new TreeSet<>();
    Set<String> knownUsers = new TreeSet<>();
    for (CourseInfo course : attendance.courses()) {
      knownCourses.add(course.code());
      knownGroups.addAll(course.groups().keySet());
    }
    knownGroups.addAll(attendance.crossCourseGroups().keySet());
    for (Attendee person : attendance.people()) {
      person.seats().forEach(seat -> knownGroups.add(seat.group()));
      for (String at = person.site(); !at.isEmpty(); at = above(at)) {
        knownSites.add(at);
      }
      marks(person).forEach(mark -> knownUsers.add(mark.toLowerCase(Locale.ROOT)));
    }
    List<String> named = users.stream().map(user -> user.toLowerCase(Locale.ROOT)).toList();
    return unknown("course", courses, knownCourses)
        .or(() -> unknown("group", groups, knownGroups))
        .or(() -> unknown("site", sites, knownSites))
        .or(() -> unknown("user", named, knownUsers));
  }

  private static Optional<Unknown> unknown(
      String what, List<String> named, Collection<String> known) {
    return named.stream()
        .filter(name -> !known.contains(name))
        .findFirst()
        .map(name -> new Unknown(what, name, known));
  }

  private static String above(String site) {
    return site.substring(0, Math.max(0, site.lastIndexOf('/')));
  }

  private static List<String> marks(Attendee person) {
    List<String> marks = new ArrayList<>(List.of(person.username(), person.email()));
    if (person.account() != null) {
      marks.add(person.account().anyId());
    }
    marks.removeIf(String::isEmpty);
    return marks;
  }

  private boolean isNothing() {
    return courses.isEmpty()
        && groups.isEmpty()
        && sites.isEmpty()
        && users.isEmpty()
        && usernames.isEmpty();
  }

  /** Whether a course is chosen. */
  private boolean hasCourse(CourseInfo course) {
    return courses.isEmpty() || courses.contains(course.code());
  }

  /** What sheets to join by are for: the chosen courses, then the groups that are in no course. */
  public List<CourseInfo> joinable(Attendance attendance) {
    List<CourseInfo> joinable = new ArrayList<>();
    attendance.courses().stream()
        .filter(this::hasCourse)
        .forEach(course -> joinable.add(groups.isEmpty() ? course : groupsOnly(course)));
    if (courses.isEmpty()) {
      attendance
          .crossCourseGroups()
          .forEach(
              (name, code) -> {
                if (groups.isEmpty() || groups.contains(name)) {
                  joinable.add(new CourseInfo("", name, List.of(), code, Map.of()));
                }
              });
    }
    return joinable;
  }

  private CourseInfo groupsOnly(CourseInfo course) {
    Map<String, String> kept = new LinkedHashMap<>(course.groups());
    kept.keySet().retainAll(groups);
    return new CourseInfo(course.code(), course.title(), course.instructors(), "", kept);
  }

  private boolean has(CourseMembership seat) {
    return (courses.isEmpty() || courses.contains(seat.course()))
        && (groups.isEmpty() || groups.contains(seat.group()));
  }

  private boolean has(Attendee person) {
    boolean seated =
        (courses.isEmpty() && groups.isEmpty()) || person.seats().stream().anyMatch(this::has);
    boolean here =
        sites.isEmpty()
            || sites.stream()
                .anyMatch(
                    site -> person.site().equals(site) || person.site().startsWith(site + "/"));
    boolean named =
        users.isEmpty()
            || marks(person).stream()
                .anyMatch(mark -> users.stream().anyMatch(mark::equalsIgnoreCase));
    boolean packed =
        usernames.isEmpty() || usernames.get().contains(person.username().toLowerCase(Locale.ROOT));
    return seated && here && named && packed;
  }

  /** The people who are chosen. */
  public List<Attendee> people(Attendance attendance) {
    return attendance.people().stream().filter(this::has).toList();
  }

  /**
   * The slips in their stacks: everybody who is chosen and has an account; where nobody is chosen,
   * whoever has a first password, or would be given none.
   */
  public List<Section> sections(Attendance attendance, String by, Settings settings) {
    List<Attendee> people =
        people(attendance).stream()
            .filter(person -> person.account() != null || person.hasPassword())
            .filter(person -> !isNothing() || isNews(person, settings))
            .toList();
    if (by.isEmpty()) {
      return people.isEmpty() ? List.of() : List.of(new Section("", people));
    }
    Map<String, String> titles = new LinkedHashMap<>();
    attendance.courses().forEach(course -> titles.put(course.code(), course.title()));
    Map<String, List<Attendee>> stacks = new LinkedHashMap<>();
    if (by.equals("course")) {
      titles.keySet().forEach(code -> stacks.put(code, new ArrayList<>()));
    }
    Map<String, List<Attendee>> others = new TreeMap<>();
    for (Attendee person : people) {
      String stack = stack(person, by);
      stacks.getOrDefault(stack, others.computeIfAbsent(stack, s -> new ArrayList<>())).add(person);
    }
    others.forEach((stack, members) -> stacks.computeIfAbsent(stack, s -> members));
    List<Section> sections = new ArrayList<>();
    stacks.forEach(
        (stack, members) -> {
          if (!members.isEmpty()) {
            sections.add(new Section(title(stack, by, titles), members));
          }
        });
    return sections;
  }

  private static boolean isNews(Attendee person, Settings settings) {
    if (person.hasPassword()) {
      return true;
    }
    boolean given =
        settings.passwords().of(person.account().role(), person.site()).style()
            == Settings.PasswordStyle.NONE;
    return given && person.inSheets() && !person.account().isOnPlatform();
  }

  private String stack(Attendee person, String by) {
    if (by.equals("site")) {
      return person.site();
    }
    return person.seats().stream()
        .filter(this::has)
        .map(seat -> by.equals("course") ? seat.course() : seat.group())
        .filter(name -> !name.isEmpty())
        .findFirst()
        .orElse("");
  }

  private static String title(String stack, String by, Map<String, String> titles) {
    if (stack.isEmpty()) {
      return "In no " + by;
    }
    String title = by.equals("course") ? titles.getOrDefault(stack, stack) : stack;
    return by.equals("course") && !title.equals(stack) ? title + " (" + stack + ")" : title;
  }

  /** The chosen courses with whoever is in them. */
  public List<ClassList> classLists(Attendance attendance) {
    Map<String, List<ClassList.Member>> members = new LinkedHashMap<>();
    for (Attendee person : people(attendance)) {
      Set<CourseMembership> seen = new HashSet<>();
      for (CourseMembership seat : person.seats()) {
        if (has(seat) && seen.add(seat)) {
          members
              .computeIfAbsent(seat.course(), course -> new ArrayList<>())
              .add(
                  new ClassList.Member(
                      listed(person), person.username(), seat.role(), seat.group()));
        }
      }
    }
    List<ClassList> lists = new ArrayList<>();
    for (CourseInfo course : attendance.courses()) {
      if (hasCourse(course) && members.containsKey(course.code())) {
        lists.add(new ClassList(course, members.get(course.code())));
      }
    }
    return lists;
  }

  private static String listed(Attendee person) {
    String family = person.name().family();
    if (person.fullName().isEmpty()) {
      return "";
    }
    String others =
        (person.name().given() + " " + person.name().middle() + " " + person.name().suffix())
            .replaceAll(" +", " ")
            .strip();
    return family.isEmpty() ? others : others.isEmpty() ? family : family + ", " + others;
  }
}
