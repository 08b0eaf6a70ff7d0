package neatroster.core.compare;

import static java.util.stream.Collectors.toCollection;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.change.Change;
import neatroster.core.change.DeliveredChanges;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.confirm.ArrivalCheck;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.confirm.RunReversal;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.Policy;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;
import neatroster.core.state.Known;
import neatroster.core.state.KnownMemberships;
import neatroster.core.statement.Statement;
import neatroster.core.statement.Statements;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** What holds of states of the platform, and of the changes between them, in small worlds. */
class StateLawsPropertyTest {
  private static final List<String> EVERYTHING =
      List.of("username", "email", "grade", "status", "role", "group");

  /** Some people, two courses with two groups each, and who is where. */
  private static final class World {
    private final Map<String, Map<String, String>> people = new TreeMap<>();
    private final Map<String, String> courses = new TreeMap<>();

    /** The role of a person in a course and group. */
    private final Map<List<String>, String> seats =
        new TreeMap<>(Comparator.comparing(List::toString));

    static World random(Random random) {
      World world = new World();
      for (int i = 0; i < 3; i++) {
        if (random.nextInt(4) > 0) {
          Map<String, String> person = new TreeMap<>();
          person.put("username", random.nextInt(4) == 0 ? "wren" + i : "user" + i);
          person.put("given", "Ana" + (char) ('a' + i));
          person.put("family", "Marlow" + (char) ('a' + i));
          person.put("email", "u" + i + (random.nextInt(3) == 0 ? "x" : "") + "@pier.example");
          person.put("grade", random.nextInt(2) == 0 ? "" : String.valueOf(random.nextInt(3) + 7));
          person.put("status", random.nextInt(5) == 0 ? "suspended" : "active");
          world.people.put("40" + i, person);
        }
      }
      for (int i = 0; i < 2; i++) {
        if (random.nextInt(4) > 0) {
          world.courses.put("NAV-" + i, "Course " + i + (random.nextInt(3) == 0 ? "x" : ""));
        }
      }
      List<String> roles = List.of("learner", "learner", "instructor", "assistant", "observer");
      for (String person : world.people.keySet()) {
        for (String course : world.courses.keySet()) {
          for (String group : random.nextInt(3) == 0 ? List.of("") : List.of("Port", "Star")) {
            if (random.nextInt(3) == 0) {
              String role = roles.get(random.nextInt(roles.size()));
              world.seats.put(List.of(person, course, group), role);
            }
          }
        }
      }
      return world;
    }

    World copy() {
      World other = new World();
      people.forEach((id, person) -> other.people.put(id, new TreeMap<>(person)));
      other.courses.putAll(courses);
      other.seats.putAll(seats);
      return other;
    }

    /** The same people by other usernames. */
    World called(String... usernames) {
      people.forEach((id, person) -> person.put("username", usernames[id.charAt(2) - '0']));
      return this;
    }

    /** Blank cells ask for nothing: there it stays as it was. */
    World withWhatStays(World before) {
      people.forEach(
          (id, person) -> {
            if (before.people.containsKey(id) && person.get("grade").isEmpty()) {
              person.put("grade", before.people.get(id).get("grade"));
            }
          });
      for (List<String> seat : List.copyOf(seats.keySet())) {
        if (seat.get(2).isEmpty()) {
          before.seats.keySet().stream()
              .filter(there -> there.subList(0, 2).equals(seat.subList(0, 2)))
              .filter(there -> !there.equals(seat))
              .forEach(there -> seats.put(there, seats.get(seat)));
          if (seats.keySet().stream()
              .anyMatch(one -> one.subList(0, 2).equals(seat.subList(0, 2)) && !one.equals(seat))) {
            seats.remove(seat);
          }
        }
      }
      return this;
    }

    /** The sheets of it, or an export with some columns. */
    TextSheet[] sheets(String prefix, Optional<World> before, Set<String> columns) {
      List<String> users = new ArrayList<>();
      users.add(
          "id | username | given name | family name | former username"
              + (columns.contains("email") ? " | email" : "")
              + (columns.contains("grade") ? " | grade" : "")
              + (columns.contains("status") ? " | status" : ""));
      people.forEach(
          (id, person) -> {
            String former =
                before
                    .map(world -> world.people.get(id))
                    .map(there -> there.get("username"))
                    .filter(name -> !name.equals(person.get("username")))
                    .orElse("");
            users.add(
                String.join(
                        " | ",
                        id,
                        person.get("username"),
                        person.get("given"),
                        person.get("family"),
                        former)
                    + (columns.contains("email") ? " | " + person.get("email") : "")
                    + (columns.contains("grade") ? " | " + person.get("grade") : "")
                    + (columns.contains("status") ? " | " + person.get("status") : ""));
          });
      List<String> ofCourses = new ArrayList<>(List.of("code | title"));
      List<String> groups = new ArrayList<>(List.of("course | name"));
      courses.forEach(
          (code, title) -> {
            ofCourses.add(code + " | " + title);
            groups.add(code + " | Port");
            groups.add(code + " | Star");
          });
      List<String> enrollments = new ArrayList<>();
      boolean hasGroups = columns.contains("group");
      enrollments.add(
          "user | course"
              + (hasGroups ? " | group" : "")
              + (columns.contains("role") ? " | role" : ""));
      Set<List<String>> told = new HashSet<>();
      seats.forEach(
          (seat, role) -> {
            if (hasGroups || told.add(seat.subList(0, 2))) {
              enrollments.add(
                  people.get(seat.get(0)).get("username")
                      + " | "
                      + seat.get(1)
                      + (hasGroups ? " | " + seat.get(2) : "")
                      + (columns.contains("role") ? " | " + role : ""));
            }
          });
      return new TextSheet[] {
        TextSheet.of(prefix + "users", String.join("\n", users)),
        TextSheet.of(prefix + "courses", String.join("\n", ofCourses)),
        TextSheet.of(prefix + "groups", String.join("\n", groups)),
        TextSheet.of(prefix + "enrollments", String.join("\n", enrollments))
      };
    }

    /** What a state that holds it says. */
    Set<String> lines() {
      Set<String> lines = new TreeSet<>();
      people.forEach(
          (id, one) ->
              lines.add(
                  String.join(
                      " ",
                      "user",
                      id,
                      one.get("username"),
                      one.get("given"),
                      one.get("family"),
                      one.get("email"),
                      one.get("grade"),
                      one.get("status"))));
      courses.forEach((code, title) -> lines.add("course " + code + " " + title));
      seats.forEach(
          (seat, role) ->
              lines.add(
                  String.join(
                      " ",
                      "seat",
                      people.get(seat.get(0)).get("username"),
                      seat.get(1),
                      seat.get(2),
                      role)));
      return lines;
    }
  }

  private static Set<String> lines(Known known) {
    Set<String> lines = new TreeSet<>();
    known.eachUser(
        position ->
            known
                .user(position)
                .ifPresent(
                    one ->
                        lines.add(
                            String.join(
                                " ",
                                "user",
                                one.text(Field.ID),
                                known.nameOnPlatform(position),
                                one.name().given(),
                                one.name().family(),
                                one.text(Field.EMAIL),
                                one.text(Field.GRADE),
                                known.users().standing(position).name().equals("SUSPENDED")
                                    ? "suspended"
                                    : "active"))));
    known.courses().forEach((code, title) -> lines.add("course " + code + " " + title));
    KnownMemberships there = known.memberships();
    there.each(
        number -> {
          if (!there.isSaidByGroup(number)) {
            lines.add(
                String.join(
                    " ",
                    "seat",
                    there.username(number),
                    there.courseOf(number),
                    there.groupOf(number),
                    there.roleOf(number)));
          }
        });
    return lines;
  }

  private static Settings settings(boolean covers) {
    Map<Field, Policy.Known> none = Map.of();
    Policy policy = new Policy(true, true, true);
    for (Table table : List.of(Table.USERS, Table.COURSES, Table.ENROLLMENTS)) {
      Policy.Absent absent =
          table == Table.ENROLLMENTS ? Policy.Absent.WITHDRAW : Policy.Absent.REMOVE;
      policy = policy.with(table, new Policy.OfTable(false, Policy.Known.OVERWRITE, none, absent));
    }
    List<SheetPlan> plans = new ArrayList<>();
    for (String name : List.of("users", "courses", "enrollments")) {
      plans.add(
          new SheetPlan(
              "roster.yaml",
              name,
              Optional.empty(),
              Optional.empty(),
              Optional.empty(),
              Map.of(),
              List.of(),
              Map.of(),
              Optional.empty(),
              Optional.empty(),
              false,
              Optional.empty(),
              Optional.empty(),
              Optional.empty(),
              Optional.of("everything").filter(all -> covers)));
    }
    Settings.Reading reading = new Settings.Reading(plans, Map.of(), List.of());
    return Settings.builder().policy(policy).reading(reading).build();
  }

  /** What is known by an export, and by what was delivered after it, delivery by delivery. */
  @SafeVarargs
  private static Known known(TextSheet[] export, List<PlannedChange>... deliveries)
      throws Exception {
    List<Statement> statements = new ArrayList<>();
    for (TextSheet sheet : export) {
      statements.add(new Statement.Export(sheet.file(), Instant.EPOCH));
    }
    for (List<PlannedChange> delivery : deliveries) {
      Instant at = Instant.EPOCH.plusSeconds(statements.size());
      statements.add(new Statement.Delivery(new DeliveredChanges(inOrder(delivery)), at));
    }
    return Statements.read(Rosters.of(settings(true), export), statements, List.of(), false);
  }

  private static TextSheet[] export(World world) {
    return world.sheets("known-", Optional.empty(), Set.copyOf(EVERYTHING));
  }

  private static List<PlannedChange> changes(TextSheet[] asked, Known known, boolean covers)
      throws Exception {
    Settings settings = settings(covers);
    LocalDate today = LocalDate.of(2027, 1, 15);
    CheckInput checkInput = new CheckInput(settings, known, Optional.of(today), Optional.empty());
    CheckResult checked = Checker.check(Rosters.of(settings, asked), checkInput);
    List<PlannedChange> changes = new ArrayList<>();
    ChangeReceiver receiver =
        new ChangeReceiver() {
          @Override
          public void change(PlannedChange change) {
            changes.add(change);
          }

          @Override
          public void leftOut(RosterRow row, int line, String why) {
            throw new AssertionError(row.place() + ": " + checked.findings());
          }
        };
    new Comparison(settings, checked, known, IssuedItems.of(reference -> ""), today, receiver)
        .run();
    return changes;
  }

  /** As they are delivered: phase by phase. */
  private static List<PlannedChange> inOrder(List<PlannedChange> changes) {
    return changes.stream().sorted(Comparator.comparing(PlannedChange::phase)).toList();
  }

  private static Set<String> said(List<PlannedChange> changes) {
    return changes.stream()
        .map(change -> change + " " + new TreeMap<>(change.values()))
        .collect(toCollection(TreeSet::new));
  }

  /** The same sheets and rows in another order. */
  private static TextSheet[] shuffled(TextSheet[] sheets, Random random) {
    List<TextSheet> all = new ArrayList<>();
    for (TextSheet sheet : sheets) {
      List<String> rows = new ArrayList<>(sheet.text().subList(1, sheet.text().size()));
      Collections.shuffle(rows, random);
      rows.add(0, sheet.text().get(0));
      all.add(TextSheet.of(sheet.file(), String.join("\n", rows)));
    }
    Collections.shuffle(all, random);
    return all.toArray(TextSheet[]::new);
  }

  /** Changes that can be made without the others: whoever is enrolled is there, and so on. */
  private static List<PlannedChange> part(List<PlannedChange> changes, Random random) {
    Set<String> open = new HashSet<>();
    List<PlannedChange> part = new ArrayList<>();
    for (PlannedChange change : inOrder(changes)) {
      String user = change.value(Field.USER) + change.value(Field.USERNAME);
      String course = change.value(Field.COURSE) + change.value(Field.CODE);
      String seat = user + "|" + course;
      boolean waits = open.contains(user) || open.contains(course) || open.contains(seat);
      if (waits || random.nextInt(3) == 0) {
        // A role is changed in the group that somebody was put into.
        open.add(seat);
        boolean isFirst = change.change() == Change.CREATE || change.change() == Change.RENAME;
        if (isFirst || change.phase() == Phase.WITHDRAWALS) {
          open.add(user);
          open.add(course);
        }
      } else {
        part.add(change);
      }
    }
    return part;
  }

  @Property
  void theChangesFromOneStateToAnotherMakeItAndTheirReverseMakesTheFirst(@ForAll long seed)
      throws Exception {
    Random random = new Random(seed);
    World held = World.random(random);
    verifyChanges(held, World.random(random).withWhatStays(held), random);
  }

  private static void verifyChanges(World held, World asked, Random random) throws Exception {
    TextSheet[] export = export(held);
    TextSheet[] sheets = asked.sheets("", Optional.of(held), Set.copyOf(EVERYTHING));
    Known before = known(export);
    assertThat(lines(before)).as("read").isEqualTo(held.lines());
    assertThat(changes(held.sheets("", Optional.empty(), Set.copyOf(EVERYTHING)), before, true))
        .as("a state with itself")
        .isEmpty();
    List<PlannedChange> all = changes(sheets, before, true);
    assertThat(said(changes(shuffled(sheets, random), before, true)))
        .as("in another order")
        .isEqualTo(said(all));
    Known after = known(export, all);
    assertThat(lines(after)).as("applied").isEqualTo(asked.lines());
    assertThat(changes(sheets, after, true)).as("once more").isEmpty();
    ArrivalCheck arrival = new ArrivalCheck(settings(true), known(export(asked)));
    for (PlannedChange change : all) {
      if (change.phase() != Phase.SITES) {
        assertThat(arrival.of(change))
            .as("arrived: " + change.key())
            .isEqualTo(ChangeResult.AS_ASKED);
      }
    }
    List<PlannedChange> back = new ArrayList<>();
    new RunReversal(
            new DeliveredChanges(inOrder(all)),
            new ArrivalCheck(settings(true), after),
            made -> false)
        .read(back::add, what -> {});
    Known again = known(export, all, back);
    assertThat(lines(again)).as("taken back").isEqualTo(held.lines());
    again
        .memberships()
        .each(
            number -> {
              String group = again.memberships().groupOf(number);
              String course = again.memberships().courseOf(number);
              assertThat(group.isEmpty() || again.hasGroup(course, group)).as(group).isTrue();
            });
  }

  @Property
  void anyPartOfTheChangesLeavesExactlyTheOthersDue(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    World held = World.random(random);
    verifyParts(held, World.random(random).withWhatStays(held), random);
  }

  private static void verifyParts(World held, World asked, Random random) throws Exception {
    TextSheet[] sheets = asked.sheets("", Optional.of(held), Set.copyOf(EVERYTHING));
    List<PlannedChange> all = changes(sheets, known(export(held)), true);
    List<PlannedChange> done = part(all, random);
    List<PlannedChange> rest = new ArrayList<>(all);
    rest.removeAll(done);
    assertThat(said(changes(sheets, known(export(held), done), true))).isEqualTo(said(rest));
  }

  @Property
  void whatIsNotToldIsNotChangedNorWhoIsNotTouched(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    World held = World.random(random);
    Set<String> told = new TreeSet<>(EVERYTHING);
    told.removeIf(column -> random.nextInt(3) == 0);
    verifyUntold(held, told);
    World asked = World.random(random).withWhatStays(held);
    String nobody = "40" + random.nextInt(3);
    asked.people.remove(nobody);
    asked.seats.keySet().removeIf(seat -> seat.get(0).equals(nobody));
    String name = held.people.getOrDefault(nobody, Map.of("username", "-")).get("username");
    TextSheet[] sheets = asked.sheets("", Optional.of(held), Set.copyOf(EVERYTHING));
    assertThat(changes(sheets, known(export(held)), false))
        .noneMatch(
            change ->
                change.value(Field.USER).equals(name) || change.value(Field.USERNAME).equals(name));
  }

  private static void verifyUntold(World held, Set<String> told) throws Exception {
    TextSheet[] export = held.sheets("known-", Optional.empty(), told);
    TextSheet[] same = held.sheets("", Optional.empty(), Set.copyOf(EVERYTHING));
    List<PlannedChange> said = changes(same, known(export), true);
    // Who is shut out, and which groups people are in, is said once where nothing tells it.
    assertThat(said)
        .as("told: " + told)
        .allMatch(
            change ->
                (change.phase() == Phase.ENROLLMENTS && change.change() != Change.RE_ROLE)
                    ? !told.contains("group")
                    : change.change() == Change.SUSPEND && !told.contains("status"));
    assertThat(changes(same, known(export, said), true)).as("told: " + told).isEmpty();
  }

  /** All pairs of the smallest worlds, of which a build tries some and {@code -Dlaws=all} all. */
  @Test
  void theSameHoldsOfThePairsOfTheSmallestWorldsOneByOne() throws Exception {
    List<World[]> pairs = SmallWorlds.pairs();
    List<String> broken = new ArrayList<>();
    int step = System.getProperty("laws", "").equals("all") ? 1 : 83;
    for (int i = 0; i < pairs.size(); i += step) {
      World held = pairs.get(i)[0];
      World asked = pairs.get(i)[1].withWhatStays(held);
      try {
        verifyChanges(held, asked, new Random(i));
        verifyParts(held, asked, new Random(i));
        for (String column : EVERYTHING) {
          Set<String> told = new TreeSet<>(EVERYTHING);
          told.remove(column);
          verifyUntold(held, told);
        }
      } catch (AssertionError e) {
        broken.add(i + ": " + held.lines() + " → " + asked.lines() + ": " + e.getMessage());
      }
    }
    assertThat(broken).isEmpty();
  }

  /** Worlds of which every pair can be tried. */
  private static final class SmallWorlds {
    private static final List<String> ROLES =
        List.of("learner", "instructor", "assistant", "observer");

    private final List<World[]> pairs = new ArrayList<>();

    static List<World[]> pairs() {
      SmallWorlds all = new SmallWorlds();
      all.people();
      all.roles();
      all.courses();
      all.twoPeople();
      all.twoCourses();
      all.threePeople();
      return all.pairs;
    }

    private static Map<String, String> person(
        int number, String username, String mark, String grade, String status) {
      Map<String, String> person = new TreeMap<>();
      person.put("username", username);
      person.put("given", "Ana" + (char) ('a' + number));
      person.put("family", "Marlow" + (char) ('a' + number));
      person.put("email", "u" + number + mark + "@pier.example");
      person.put("grade", grade);
      person.put("status", status);
      return person;
    }

    /** From each to each. */
    private void cross(List<World> some) {
      for (World held : some) {
        some.forEach(asked -> pairs.add(new World[] {held, asked.copy()}));
      }
    }

    private static World world(String... courses) {
      World world = new World();
      for (String course : courses) {
        world.courses.put(course, "Course");
      }
      return world;
    }

    private void people() {
      List<World> some = new ArrayList<>(List.of(world("NAV-0")));
      for (String username : List.of("user0", "wren0")) {
        for (String mark : List.of("", "x")) {
          for (String grade : List.of("", "7", "8")) {
            for (String status : List.of("active", "suspended")) {
              World world = world("NAV-0");
              world.people.put("400", person(0, username, mark, grade, status));
              some.add(world);
            }
          }
        }
      }
      cross(some);
    }

    private static World seated(World world, int person, String course, Map<String, String> in) {
      String id = "40" + person;
      world.people.putIfAbsent(id, person(person, "user" + person, "", "7", "active"));
      in.forEach((group, role) -> world.seats.put(List.of(id, course, group), role));
      return world;
    }

    private void roles() {
      List<Map<String, String>> seats = new ArrayList<>(List.of(Map.of()));
      for (String role : ROLES) {
        seats.add(Map.of("", role));
        seats.add(Map.of("Port", role));
        seats.add(Map.of("Star", role));
        ROLES.forEach(other -> seats.add(Map.of("Port", role, "Star", other)));
      }
      cross(seats.stream().map(in -> seated(world("NAV-0"), 0, "NAV-0", in)).toList());
    }

    /** In no place of a course, in it, or in one of its groups or both. */
    private static List<Map<String, String>> places() {
      return List.of(
          Map.of(),
          Map.of("", "learner"),
          Map.of("Port", "learner"),
          Map.of("Star", "learner"),
          Map.of("Port", "learner", "Star", "learner"));
    }

    private void courses() {
      List<World> some = new ArrayList<>(List.of(seated(world(), 0, "NAV-0", Map.of())));
      for (String title : List.of("Course", "Coursex")) {
        for (Map<String, String> in : places()) {
          World world = seated(world("NAV-0"), 0, "NAV-0", in);
          world.courses.put("NAV-0", title);
          some.add(world);
        }
      }
      cross(some);
    }

    /** Two people in one course, who may have other usernames. */
    private void twoPeople() {
      List<World> some = new ArrayList<>();
      for (Map<String, String> one : places().subList(0, 4)) {
        for (Map<String, String> other : places().subList(0, 4)) {
          some.add(seated(seated(world("NAV-0"), 0, "NAV-0", one), 1, "NAV-0", other));
        }
      }
      for (World held : some) {
        for (World asked : some) {
          pairs.add(new World[] {held, asked.copy()});
          pairs.add(new World[] {held, asked.copy().called("wren0", "wren1")});
        }
      }
    }

    private void twoCourses() {
      List<World> some = new ArrayList<>();
      for (Map<String, String> one : places()) {
        for (Map<String, String> other : places()) {
          World world = seated(world("NAV-0", "NAV-1"), 0, "NAV-0", one);
          some.add(seated(world, 0, "NAV-1", other));
        }
      }
      cross(some);
    }

    /** Who is there of three, and who has another username. */
    private void threePeople() {
      List<List<String>> names =
          List.of(
              List.of("user0", "user1", "user2"),
              List.of("wren0", "user1", "user2"),
              List.of("wren0", "wren1", "wren2"));
      for (int held = 0; held < 8; held++) {
        for (int asked = 0; asked < 8; asked++) {
          for (List<String> called : names) {
            pairs.add(
                new World[] {ofThree(held), ofThree(asked).called(called.toArray(String[]::new))});
          }
        }
      }
    }

    private static World ofThree(int there) {
      World world = world("NAV-0");
      for (int person = 0; person < 3; person++) {
        if ((there >> person & 1) == 1) {
          seated(world, person, "NAV-0", Map.of("Port", "learner"));
        }
      }
      return world;
    }
  }
}
