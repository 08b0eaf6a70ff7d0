package neatroster.work.arrange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import neatroster.core.arrange.ArrangeException;
import neatroster.core.arrange.ArrangedPerson;
import neatroster.core.arrange.CoursePeople;
import neatroster.core.arrange.Division;
import neatroster.core.model.Field;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.work.Problem;
import neatroster.work.folder.AddedSheet;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.RosterFolder;

/** Divides the learners of a course into groups. */
public final class Dividing {
  private static final List<Field> ENROLLMENT =
      List.of(Field.USER, Field.COURSE, Field.ROLE, Field.GROUP);

  private static final List<Field> GROUP = List.of(Field.COURSE, Field.NAME);

  /**
   * How they are divided.
   *
   * @param course the course
   * @param number into how many groups
   * @param size into groups of at most how many
   * @param by the field of which each value is a group
   * @param into the names of the groups
   * @param named what new groups are called, with <code>{n}</code> for their number
   * @param seed what they are shuffled by; by name where there is none
   * @param balance the field of which each value is spread evenly
   * @param together people who come into one group, parted by commas
   * @param apart people of whom no two come into one group, parted by commas
   * @param anew whether what was arranged before is let go of
   */
  public record Asked(
      String course,
      Optional<Integer> number,
      Optional<Integer> size,
      Optional<String> by,
      List<String> into,
      String named,
      Optional<Long> seed,
      Optional<String> balance,
      List<String> together,
      List<String> apart,
      boolean anew) {}

  private final CommandContext context;
  private final RosterFolder folder;
  private final Asked asked;
  private final PeopleFilter filter;
  private ArrangedRoster roster;

  public Dividing(CommandContext context, Asked asked, List<String> where) {
    this.context = context;
    this.folder = context.folder().orElseThrow();
    this.asked = asked;
    this.filter = new PeopleFilter(context.settings(), where);
    long kinds =
        Stream.of(
                asked.number().isPresent(),
                asked.size().isPresent(),
                asked.by().isPresent(),
                !asked.into().isEmpty())
            .filter(is -> is)
            .count();
    if (kinds > 1) {
      throw Problem.usage("--number, --size, --by and --into exclude one another.");
    }
    if (asked.number().filter(n -> n < 1).isPresent()
        || asked.size().filter(n -> n < 1).isPresent()) {
      throw Problem.usage("--number and --size take a number from 1.");
    }
    if (!asked.named().contains("{n}")) {
      throw Problem.usage("--named needs {n}, the number of the group: --named \"Watch {n}\"");
    }
  }

  public Arrangement arrange() throws ArrangeException {
    AddedSheet enrollments = AddedSheet.arranged(folder, asked.course(), ENROLLMENT);
    AddedSheet groups = AddedSheet.arranged(folder, "groups-" + asked.course(), GROUP);
    List<AddedSheet> without = asked.anew() ? List.of(enrollments, groups) : List.of();
    try (ArrangedRoster opened = new ArrangedRoster(context, without)) {
      roster = opened;
      int course = roster.course(asked.course());
      String role = CoursePeople.roleOfLearners(context.settings());
      List<ArrangedPerson> all = roster.people().of(course, role);
      List<ArrangedPerson> meant = filter.of(all);
      // Whoever is in a group already takes room there, whomever --where means.
      List<ArrangedPerson> people =
          all.stream().filter(one -> !one.group().isEmpty() || meant.contains(one)).toList();
      Set<String> existing = existing(course);
      List<String> remarks = roster.remarks();
      Map<ArrangedPerson, String> placed =
          asked.by().isEmpty()
              ? Division.divide(people, wish(people, existing, course))
              : byField(people, remarks);
      Set<String> made = new LinkedHashSet<>(placed.values());
      AddedSheet enrolled =
          asked.anew() ? enrollments : AddedSheet.arrangedSoFar(folder, asked.course(), ENROLLMENT);
      for (Map.Entry<ArrangedPerson, String> one : placed.entrySet()) {
        Map<String, String> row = new LinkedHashMap<>();
        row.put(Field.USER.label(), one.getKey().reference());
        row.put(Field.COURSE.label(), roster.code(course));
        row.put(Field.ROLE.label(), role);
        row.put(Field.GROUP.label(), one.getValue());
        enrolled = enrolled.with(row);
      }
      List<AddedSheet> sheets = new ArrayList<>(List.of(enrolled));
      made.removeAll(existing);
      if (!made.isEmpty()) {
        AddedSheet grouped =
            asked.anew()
                ? groups
                : AddedSheet.arrangedSoFar(folder, "groups-" + asked.course(), GROUP);
        for (String name : made) {
          Map<String, String> row = new LinkedHashMap<>();
          row.put(Field.COURSE.label(), roster.code(course));
          row.put(Field.NAME.label(), name);
          grouped = grouped.with(row);
        }
        sheets.add(grouped);
      }
      return new Arrangement(
          roster.code(course) + ": " + Arrangement.counted(people.size()),
          parts(people, placed),
          remarks,
          sheets);
    }
  }

  private static List<Arrangement.Part> parts(
      List<ArrangedPerson> people, Map<ArrangedPerson, String> placed) {
    Map<String, List<String>> names = new LinkedHashMap<>();
    Map<String, Integer> there = new LinkedHashMap<>();
    Set<String> groups = new TreeSet<>(placed.values());
    people.stream().map(ArrangedPerson::group).filter(one -> !one.isEmpty()).forEach(groups::add);
    groups.forEach(group -> names.put(group, new ArrayList<>()));
    placed.forEach((person, group) -> names.get(group).add(person.shown()));
    for (ArrangedPerson person : people) {
      if (!person.group().isEmpty() && !placed.containsKey(person)) {
        there.merge(person.group(), 1, Integer::sum);
      }
    }
    List<Arrangement.Part> parts = new ArrayList<>();
    names.forEach(
        (group, list) ->
            parts.add(new Arrangement.Part(group, list, there.getOrDefault(group, 0))));
    return parts;
  }

  /** The names of the groups that the course has. */
  private Set<String> existing(int course) {
    ResolvedRoster resolved = roster.checked().resolved();
    Set<String> names = new TreeSet<>();
    for (int group = 0; group < resolved.groups().count(); group++) {
      if (resolved.groups().course(group).isTo(course) && !resolved.isMade(group)) {
        names.add(resolved.groups().name(group));
      }
    }
    return names;
  }

  private Division.Wish wish(List<ArrangedPerson> people, Set<String> existing, int course)
      throws ArrangeException {
    List<String> names = new ArrayList<>(asked.into());
    int count = 0;
    if (asked.number().isPresent()) {
      count = asked.number().get();
    } else if (asked.size().isPresent()) {
      count = Math.max(1, (people.size() + asked.size().get() - 1) / asked.size().get());
    } else if (names.isEmpty()) {
      names.addAll(existing);
      if (names.isEmpty()) {
        throw new ArrangeException(
            roster.code(course)
                + " has no groups. Say how many there are to be: --number 3, --size 12, or --into"
                + " \"Port Watch\".");
      }
    }
    for (int n = 1; n <= count; n++) {
      names.add(asked.named().replace("{n}", String.valueOf(n)));
    }
    return new Division.Wish(
        names,
        asked.seed(),
        asked.balance().map(field -> PeopleFilter.field(context.settings(), field)),
        sets(asked.together(), people),
        sets(asked.apart(), people));
  }

  private List<Set<String>> sets(List<String> lists, List<ArrangedPerson> people)
      throws ArrangeException {
    List<Set<String>> sets = new ArrayList<>();
    for (String list : lists) {
      Set<String> set = new HashSet<>();
      for (String name : list.split("[,;]", -1)) {
        set.add(reference(name.strip(), people));
      }
      sets.add(set);
    }
    return sets;
  }

  /** What somebody is referred to by whom a wish names by username, email address, id or name. */
  private String reference(String name, List<ArrangedPerson> people) throws ArrangeException {
    Link user = roster.checked().resolved().user(name);
    List<String> found = new ArrayList<>();
    for (ArrangedPerson person : people) {
      boolean isMeant =
          user.isFound()
              ? roster.checked().resolved().user(person.reference()).equals(user)
              : person.shown().equalsIgnoreCase(name);
      if (isMeant) {
        found.add(person.reference());
      }
    }
    if (found.size() == 1) {
      return found.get(0);
    }
    throw new ArrangeException(
        found.isEmpty()
            ? "“" + name + "” is nobody among the learners of " + asked.course() + "."
            : "“" + name + "” is the name of several learners; say their usernames.");
  }

  /** A group for each value of a field. */
  private Map<ArrangedPerson, String> byField(List<ArrangedPerson> people, List<String> remarks) {
    String field = PeopleFilter.field(context.settings(), asked.by().orElseThrow());
    Map<ArrangedPerson, String> placed = new LinkedHashMap<>();
    int blank = 0;
    List<ArrangedPerson> byName = new ArrayList<>(people);
    byName.sort(
        Comparator.comparing(ArrangedPerson::name).thenComparing(ArrangedPerson::reference));
    for (ArrangedPerson person : byName) {
      String value = person.fields().apply(field);
      if (!person.group().isEmpty()) {
        continue;
      }
      if (value.isEmpty()) {
        blank++;
      } else {
        placed.put(
            person,
            asked.named().equals("Group {n}") ? value : asked.named().replace("{n}", value));
      }
    }
    if (blank > 0) {
      remarks.add(
          Arrangement.counted(blank)
              + " left without a group, for nothing says their "
              + field
              + ".");
    }
    return placed;
  }
}
