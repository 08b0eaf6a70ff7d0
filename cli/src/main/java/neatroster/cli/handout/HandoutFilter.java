package neatroster.cli.handout;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import neatroster.cli.folder.PackedRun;
import neatroster.cli.folder.RosterFolder;
import neatroster.cli.terminal.Problem;
import neatroster.core.handout.Attendance;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.CourseInfo;
import neatroster.core.handout.Seat;
import neatroster.core.settings.Settings;
import neatroster.core.text.Nearest;
import picocli.CommandLine.Option;

/** Which people, courses and groups a handout is for. */
public final class HandoutFilter {
  /** The options that choose them. */
  public static final class Options {
    @Option(
        names = "--course",
        paramLabel = "CODE",
        description = "Only who is in this course. Repeatable.")
    private List<String> courses = List.of();

    @Option(
        names = "--group",
        paramLabel = "NAME",
        description = "Only who is in a group of that name. Repeatable.")
    private List<String> groups = List.of();

    @Option(
        names = "--site",
        paramLabel = "PATH",
        description = "Only who is at this site or below it. Repeatable.")
    private List<String> sites = List.of();

    @Option(
        names = "--run",
        paramLabel = "RUN",
        description = "Only whose accounts a packed run creates, such as 2027-01-12-1.")
    private String run;

    @Option(
        names = "--user",
        paramLabel = "USER",
        description = "Only this user: a username, email or id. Repeatable.")
    private List<String> users = List.of();
  }

  private final Options options;
  private final Set<String> usernamesOfRun;

  private HandoutFilter(Options options, Set<String> usernamesOfRun) {
    this.options = options;
    this.usernamesOfRun = usernamesOfRun;
  }

  /** The filter; a course, group, site or user that nobody has is an error. */
  public static HandoutFilter of(Options options, Attendance attendance, RosterFolder folder) {
    Set<String> courses = new TreeSet<>();
    Set<String> groups = new TreeSet<>();
    Set<String> sites = new TreeSet<>();
    Set<String> users = new TreeSet<>();
    for (CourseInfo course : attendance.courses()) {
      courses.add(course.code());
      groups.addAll(course.groups().keySet());
    }
    groups.addAll(attendance.crossCourseGroups().keySet());
    for (Attendee person : attendance.people()) {
      person.seats().forEach(seat -> groups.add(seat.group()));
      for (String at = person.site(); !at.isEmpty(); at = above(at)) {
        sites.add(at);
      }
      marks(person).forEach(mark -> users.add(mark.toLowerCase(Locale.ROOT)));
    }
    verify("course", options.courses, courses);
    verify("group", options.groups, groups);
    verify("site", options.sites, sites);
    verify(
        "user", options.users.stream().map(user -> user.toLowerCase(Locale.ROOT)).toList(), users);
    return new HandoutFilter(
        options, options.run == null ? Set.of() : PackedRun.usernames(folder, options.run));
  }

  private static String above(String site) {
    return site.substring(0, Math.max(0, site.lastIndexOf('/')));
  }

  private static void verify(String what, List<String> named, Collection<String> known) {
    for (String name : named) {
      if (!known.contains(name)) {
        throw Problem.usage(
            "There is no "
                + what
                + " “"
                + name
                + "”."
                + Nearest.word(name, known).map(near -> " Is “" + near + "” meant?").orElse(""));
      }
    }
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
    return options.courses.isEmpty()
        && options.groups.isEmpty()
        && options.sites.isEmpty()
        && options.users.isEmpty()
        && options.run == null;
  }

  /** Whether a course is chosen. */
  boolean hasCourse(CourseInfo course) {
    return options.courses.isEmpty() || options.courses.contains(course.code());
  }

  /** What sheets to join by are for: the chosen courses, then the groups that are in no course. */
  public List<CourseInfo> joinable(Attendance attendance) {
    List<CourseInfo> joinable = new ArrayList<>();
    attendance.courses().stream()
        .filter(this::hasCourse)
        .forEach(course -> joinable.add(options.groups.isEmpty() ? course : groupsOnly(course)));
    if (options.courses.isEmpty()) {
      attendance
          .crossCourseGroups()
          .forEach(
              (name, code) -> {
                if (options.groups.isEmpty() || options.groups.contains(name)) {
                  joinable.add(new CourseInfo("", name, List.of(), code, Map.of()));
                }
              });
    }
    return joinable;
  }

  private CourseInfo groupsOnly(CourseInfo course) {
    Map<String, String> groups = new LinkedHashMap<>(course.groups());
    groups.keySet().retainAll(options.groups);
    return new CourseInfo(course.code(), course.title(), course.instructors(), "", groups);
  }

  private boolean has(Seat seat) {
    return (options.courses.isEmpty() || options.courses.contains(seat.course()))
        && (options.groups.isEmpty() || options.groups.contains(seat.group()));
  }

  private boolean has(Attendee person) {
    boolean seated =
        (options.courses.isEmpty() && options.groups.isEmpty())
            || person.seats().stream().anyMatch(this::has);
    boolean here =
        options.sites.isEmpty()
            || options.sites.stream()
                .anyMatch(
                    site -> person.site().equals(site) || person.site().startsWith(site + "/"));
    boolean named =
        options.users.isEmpty()
            || marks(person).stream()
                .anyMatch(mark -> options.users.stream().anyMatch(mark::equalsIgnoreCase));
    boolean packed =
        options.run == null || usernamesOfRun.contains(person.username().toLowerCase(Locale.ROOT));
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
      Set<Seat> seen = new HashSet<>();
      for (Seat seat : person.seats()) {
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
