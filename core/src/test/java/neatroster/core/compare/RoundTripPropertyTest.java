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
import java.util.function.Predicate;
import java.util.regex.Pattern;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.Basis;
import neatroster.core.check.pass.Checker;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Policy;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;
import neatroster.core.state.Known;
import neatroster.core.statement.Statement;
import neatroster.core.statement.Statements;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Applying all changes to what the platform holds makes it what the roster says. */
class RoundTripPropertyTest {
  private static final Instant LATER = Instant.EPOCH.plusSeconds(1);
  private static final List<Field> OF_USERS = List.of(Field.EMAIL, Field.GRADE, Field.SITE);

  /** A platform of maps: users by username, enrollments by user, course and group. */
  private static final class Platform {
    private final Map<String, Map<String, String>> users = new TreeMap<>();
    private final Map<String, String> courses = new TreeMap<>();
    private final Map<String, String> roles = new TreeMap<>();

    static Platform random(Random random) {
      Platform platform = new Platform();
      for (int i = 0; i < 6; i++) {
        if (random.nextInt(4) > 0) {
          Map<String, String> user = new TreeMap<>();
          user.put("given name", "Ana" + (char) ('a' + i));
          user.put("family name", "Marlow" + (char) ('a' + i));
          user.put("email", "u" + i + (random.nextInt(3) == 0 ? "x" : "") + "@pier.example");
          user.put("grade", random.nextInt(2) == 0 ? "" : String.valueOf(random.nextInt(3) + 7));
          user.put("site", random.nextInt(2) == 0 ? "" : "Pier " + random.nextInt(2));
          user.put("status", random.nextInt(5) == 0 ? "suspended" : "active");
          platform.users.put("user" + i, user);
        }
      }
      for (int i = 0; i < 3; i++) {
        if (random.nextInt(3) > 0) {
          platform.courses.put("NAV-" + i, "Course " + i + (random.nextInt(3) == 0 ? "x" : ""));
        }
      }
      for (String user : platform.users.keySet()) {
        for (String course : platform.courses.keySet()) {
          if (random.nextInt(2) == 0) {
            String group = random.nextInt(2) == 0 ? "" : "Watch " + random.nextInt(2);
            String role = random.nextInt(4) == 0 ? "instructor" : "learner";
            platform.roles.put(user + "|" + course + "|" + group, role);
          }
        }
      }
      return platform;
    }

    Platform copy() {
      Platform copy = new Platform();
      users.forEach((name, user) -> copy.users.put(name, new TreeMap<>(user)));
      copy.courses.putAll(courses);
      copy.roles.putAll(roles);
      return copy;
    }

    /** Whom a row asks for in a course without naming a group stays in the one they are in. */
    void stayInTheirGroups(Platform before) {
      for (String key : List.copyOf(roles.keySet())) {
        if (key.endsWith("|")) {
          before.roles.keySet().stream()
              .filter(there -> there.startsWith(key))
              .findFirst()
              .ifPresent(there -> roles.put(there, roles.remove(key)));
        }
      }
    }

    TextSheet[] sheets(String prefix) {
      StringBuilder userRows =
          new StringBuilder(
              "username | given name | family name | email | grade | site | status\n");
      users.forEach(
          (name, user) ->
              userRows
                  .append(name)
                  .append(" | ")
                  .append(user.get("given name"))
                  .append(" | ")
                  .append(user.get("family name"))
                  .append(" | ")
                  .append(user.get("email"))
                  .append(" | ")
                  .append(user.get("grade"))
                  .append(" | ")
                  .append(user.get("site"))
                  .append(" | ")
                  .append(user.get("status"))
                  .append('\n'));
      StringBuilder courseRows = new StringBuilder("code | title | status\n");
      courses.forEach(
          (code, title) -> courseRows.append(code).append(" | ").append(title).append(" | \n"));
      StringBuilder enrollmentRows = new StringBuilder("user | course | group | role\n");
      roles.forEach(
          (key, role) ->
              enrollmentRows
                  .append(key.replace("|", " | "))
                  .append(" | ")
                  .append(role)
                  .append('\n'));
      return new TextSheet[] {
        TextSheet.of(prefix + "users", userRows.toString()),
        TextSheet.of(prefix + "courses", courseRows.toString()),
        TextSheet.of(prefix + "enrollments", enrollmentRows.toString())
      };
    }

    void apply(PlannedChange change) {
      String user = change.value(Field.USER);
      String course = change.value(Field.COURSE);
      String key = user + "|" + course + "|" + change.value(Field.GROUP);
      switch (change.phase()) {
        case USERS -> user(change);
        case COURSES -> courses.put(change.value(Field.CODE), change.value(Field.TITLE));
        case REMOVALS -> {
          if (course.isEmpty()) {
            users.remove(change.value(Field.USERNAME));
            assertThat(roles.keySet()).noneMatch(of(change.value(Field.USERNAME) + "\\|.*"));
          } else {
            courses.remove(course);
            assertThat(roles.keySet()).noneMatch(of(".*\\|" + course + "\\|.*"));
          }
        }
        case WITHDRAWALS -> roles.remove(key);
        case ENROLLMENTS -> {
          if (change.change() == Change.REGROUP) {
            roles.remove(user + "|" + course + "|" + change.before().get(Field.GROUP));
          }
          String role = change.value(Field.ROLE);
          roles.put(key, role.isEmpty() ? "learner" : role);
        }
        default -> {
          // Sites and groups are made along with what stands in them here.
        }
      }
    }

    private static Predicate<String> of(String pattern) {
      return Pattern.compile(pattern).asMatchPredicate();
    }

    private void user(PlannedChange change) {
      Map<String, String> user =
          users.computeIfAbsent(
              change.value(Field.USERNAME),
              name -> new TreeMap<>(Map.of("grade", "", "site", "", "status", "active")));
      for (Field field : OF_USERS) {
        if (!change.value(field).isEmpty()) {
          user.put(field.label(), change.value(field).replace("(none)", ""));
        }
      }
      for (Field field : List.of(Field.GIVEN_NAME, Field.FAMILY_NAME, Field.STATUS)) {
        if (!change.value(field).isEmpty()) {
          user.put(field.label(), change.value(field));
        }
      }
    }
  }

  private static Settings settings() {
    Policy policy = new Policy(false, false, false);
    Map<Field, Policy.Known> none = Map.of();
    policy =
        policy
            .with(
                Table.USERS,
                new Policy.OfTable(false, Policy.Known.OVERWRITE, none, Policy.Absent.REMOVE))
            .with(
                Table.COURSES,
                new Policy.OfTable(false, Policy.Known.OVERWRITE, none, Policy.Absent.REMOVE))
            .with(
                Table.ENROLLMENTS,
                new Policy.OfTable(false, Policy.Known.OVERWRITE, none, Policy.Absent.WITHDRAW));
    return Settings.builder().policy(policy).reading(covering()).build();
  }

  private static Settings.Reading covering() {
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
              Optional.of("everything")));
    }
    return new Settings.Reading(plans, Map.of(), List.of());
  }

  private static List<PlannedChange> changes(Platform asked, Platform held) throws Exception {
    return changes(asked.sheets(""), held, List.of());
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

  /** What is due by an export and what was delivered after it. */
  private static List<PlannedChange> changes(
      TextSheet[] asked, Platform held, List<PlannedChange> delivered) throws Exception {
    Settings settings = settings();
    TextSheet[] exports = held.sheets("known-");
    List<Statement> statements = new ArrayList<>();
    for (TextSheet export : exports) {
      statements.add(new Statement.Export(export.file(), Instant.EPOCH));
    }
    statements.add(new Statement.Delivery(new DeliveredChanges(inOrder(delivered)), LATER));
    Known known = Statements.read(Rosters.of(settings, exports), statements, List.of(), false);
    Roster roster = Rosters.of(settings, asked);
    Basis basis =
        new Basis(settings, known, Optional.of(LocalDate.of(2027, 1, 15)), Optional.empty());
    List<PlannedChange> changes = new ArrayList<>();
    new Comparison(
            settings,
            Checker.check(roster, basis),
            known,
            IssuedItems.of(reference -> ""),
            LocalDate.of(2027, 1, 15),
            new ChangeReceiver() {
              @Override
              public void change(PlannedChange change) {
                changes.add(change);
              }

              @Override
              public void leftOut(RosterRow row, int line, String why) {
                throw new AssertionError(row.place() + ": " + why);
              }
            })
        .run();
    return changes;
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
        if (change.change() == Change.CREATE || change.phase() == Phase.WITHDRAWALS) {
          open.add(user);
          open.add(course);
        }
      } else {
        part.add(change);
      }
    }
    return part;
  }

  private static Set<String> said(List<PlannedChange> changes) {
    return changes.stream()
        // Nobody lists a site that nobody is in.
        .filter(change -> change.phase() != Phase.SITES)
        .map(change -> change + " " + new TreeMap<>(change.values()))
        .collect(toCollection(TreeSet::new));
  }

  @Property(tries = 300)
  void anyPartOfTheChangesLeavesExactlyTheOthersDueWhoeverTellsOfIt(@ForAll long seed)
      throws Exception {
    Random random = new Random(seed);
    Platform held = Platform.random(random);
    Platform asked = Platform.random(random);
    List<PlannedChange> all = changes(asked, held);
    List<PlannedChange> done = part(all, random);
    List<PlannedChange> rest = new ArrayList<>(all);
    rest.removeAll(done);
    assertThat(said(changes(shuffled(asked.sheets(""), random), held, List.of())))
        .as("in another order")
        .isEqualTo(said(all));
    assertThat(said(changes(asked.sheets(""), held, done)))
        .as("by what we delivered")
        .isEqualTo(said(rest));
    Platform after = held.copy();
    done.forEach(after::apply);
    assertThat(said(changes(asked, after))).as("by an export").isEqualTo(said(rest));
    assertThat(changes(held, held)).as("of a state with itself").isEmpty();
  }

  /** As they are delivered: phase by phase. */
  private static List<PlannedChange> inOrder(List<PlannedChange> changes) {
    return changes.stream().sorted(Comparator.comparing(PlannedChange::phase)).toList();
  }

  @Property(tries = 300)
  void afterAllChangesThePlatformHoldsTheRosterAndNothingIsLeftToChange(@ForAll long seed)
      throws Exception {
    Random random = new Random(seed);
    Platform held = Platform.random(random);
    Platform asked = Platform.random(random);
    Platform before = held.copy();
    List<PlannedChange> changes = inOrder(changes(asked, held));
    changes.forEach(held::apply);
    // A blank cell asks for nothing.
    asked.users.forEach(
        (name, user) ->
            user.replaceAll(
                (field, value) -> value.isEmpty() ? held.users.get(name).get(field) : value));
    asked.stayInTheirGroups(before);
    assertThat(held.users).isEqualTo(asked.users);
    assertThat(held.courses).isEqualTo(asked.courses);
    assertThat(held.roles).isEqualTo(asked.roles);
    assertThat(changes(asked, held)).isEmpty();
    List<PlannedChange> back = new ArrayList<>();
    changes.forEach(change -> Reverse.of(change).ifPresent(one -> back.add(0, one)));
    inOrder(back).forEach(held::apply);
    assertThat(held.users).isEqualTo(before.users);
    assertThat(held.courses).isEqualTo(before.courses);
    assertThat(held.roles).isEqualTo(before.roles);
  }
}
