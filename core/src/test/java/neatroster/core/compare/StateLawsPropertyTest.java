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
import neatroster.core.check.Basis;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.confirm.Arrival;
import neatroster.core.confirm.Outcome;
import neatroster.core.confirm.Reversal;
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
    Basis basis = new Basis(settings, known, Optional.of(today), Optional.empty());
    CheckResult checked = Checker.check(Rosters.of(settings, asked), basis);
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

  @Property(tries = 250)
  void theChangesFromOneStateToAnotherMakeItAndTheirReverseMakesTheFirst(@ForAll long seed)
      throws Exception {
    Random random = new Random(seed);
    World held = World.random(random);
    World asked = World.random(random).withWhatStays(held);
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
    Arrival arrival = new Arrival(settings(true), known(export(asked)));
    for (PlannedChange change : all) {
      if (change.phase() != Phase.SITES) {
        assertThat(arrival.of(change)).as("arrived: " + change.key()).isEqualTo(Outcome.AS_ASKED);
      }
    }
    List<PlannedChange> back = new ArrayList<>();
    new Reversal(
            new DeliveredChanges(inOrder(all)), new Arrival(settings(true), after), made -> false)
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

  @Property(tries = 150)
  void anyPartOfTheChangesLeavesExactlyTheOthersDue(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    World held = World.random(random);
    World asked = World.random(random).withWhatStays(held);
    TextSheet[] sheets = asked.sheets("", Optional.of(held), Set.copyOf(EVERYTHING));
    List<PlannedChange> all = changes(sheets, known(export(held)), true);
    List<PlannedChange> done = part(all, random);
    List<PlannedChange> rest = new ArrayList<>(all);
    rest.removeAll(done);
    assertThat(said(changes(sheets, known(export(held), done), true))).isEqualTo(said(rest));
  }

  @Property(tries = 150)
  void whatIsNotToldIsNotChangedNorWhoIsNotTouched(@ForAll long seed) throws Exception {
    Random random = new Random(seed);
    World held = World.random(random);
    Set<String> told = new TreeSet<>(EVERYTHING);
    told.removeIf(column -> random.nextInt(3) == 0);
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
}
