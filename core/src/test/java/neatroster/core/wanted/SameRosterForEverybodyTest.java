package neatroster.core.wanted;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.arrange.CoursePeople;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.compare.ChangeReceiver;
import neatroster.core.compare.Comparison;
import neatroster.core.compare.IssuedItems;
import neatroster.core.compare.Totals;
import neatroster.core.confirm.ArrivalCheck;
import neatroster.core.confirm.ChangeResult;
import neatroster.core.confirm.CourseCounts;
import neatroster.core.handout.Attendance;
import neatroster.core.handout.Attendee;
import neatroster.core.handout.CourseMembership;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.statement.Statements;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/**
 * Slips and class lists, a batch for an empty platform, the headcounts of a preview, what a
 * confirmation expects, and the arranging of courses go by one roster.
 */
class SameRosterForEverybodyTest {
  private static final LocalDate TODAY = LocalDate.of(2027, 1, 15);

  private static CheckResult check(GeneratedSchool school, Settings settings, Known known) {
    return Checker.check(
        Rosters.of(settings, school.sheets()),
        new CheckInput(settings, known, Optional.of(TODAY), Optional.empty()));
  }

  private static List<PlannedChange> changes(Settings settings, CheckResult checked, Known known) {
    List<PlannedChange> changes = new ArrayList<>();
    new Comparison(
            settings,
            checked,
            known,
            IssuedItems.of(user -> ""),
            TODAY,
            new ChangeReceiver() {
              @Override
              public void change(PlannedChange change) {
                changes.add(change);
              }

              @Override
              public void leftOut(RosterRow row, int line, String why) {
                // The faulty ones.
              }
            })
        .run();
    return changes;
  }

  private static String membership(PlannedChange change) {
    return String.join(
        "|",
        change.value(Field.USER),
        change.value(Field.COURSE),
        change.value(Field.ROLE),
        change.value(Field.GROUP));
  }

  private static Set<String> slips(CheckResult checked) {
    Set<String> told = new TreeSet<>();
    Attendance attendance = Attendance.of(checked.wanted(), Known.nothing(), user -> "", List.of());
    for (Attendee person : attendance.people()) {
      for (CourseMembership seat : person.seats()) {
        String one = String.join("|", person.username(), seat.course(), seat.role(), seat.group());
        assertThat(told.add(one)).as("twice: " + one).isTrue();
      }
    }
    return told;
  }

  private static Map<String, Integer> heads(Set<String> memberships) {
    Map<String, Set<String>> people = new TreeMap<>();
    for (String membership : memberships) {
      String[] parts = membership.split("\\|", -1);
      people.computeIfAbsent(parts[1] + " " + parts[2], key -> new TreeSet<>()).add(parts[0]);
    }
    return people.entrySet().stream()
        .collect(
            Collectors.toMap(
                Map.Entry::getKey, one -> one.getValue().size(), (a, b) -> a, TreeMap::new));
  }

  /** What the platform would export after some changes. */
  private static TextSheet[] export(List<PlannedChange> changes) {
    StringBuilder users = new StringBuilder("username | given name | family name | email\n");
    StringBuilder courses = new StringBuilder("code | title\n");
    StringBuilder groups = new StringBuilder("course | name\n");
    StringBuilder enrollments = new StringBuilder("user | course | role | group | starts | ends\n");
    for (PlannedChange change : changes) {
      List<Field> fields =
          switch (change.phase()) {
            case USERS -> List.of(Field.USERNAME, Field.GIVEN_NAME, Field.FAMILY_NAME, Field.EMAIL);
            case COURSES -> List.of(Field.CODE, Field.TITLE);
            case GROUPS -> List.of(Field.COURSE, Field.NAME);
            default ->
                List.of(
                    Field.USER, Field.COURSE, Field.ROLE, Field.GROUP, Field.STARTS, Field.ENDS);
          };
      StringBuilder sheet =
          switch (change.phase()) {
            case USERS -> users;
            case COURSES -> courses;
            case GROUPS -> groups;
            default -> enrollments;
          };
      if (change.phase() != Phase.SITES && change.change() != Change.WITHDRAW) {
        sheet
            .append(fields.stream().map(change::value).collect(Collectors.joining(" | ")))
            .append('\n');
      }
    }
    return new TextSheet[] {
      TextSheet.of("known-users", users.toString()),
      TextSheet.of("known-courses", courses.toString()),
      TextSheet.of("known-groups", groups.toString()),
      TextSheet.of("known-enrollments", enrollments.toString())
    };
  }

  @Property
  void everybodyGoesByTheSamePeopleAndMemberships(@ForAll long seed) throws Exception {
    GeneratedSchool school = new GeneratedSchool(seed);
    Settings settings = school.settings();
    CheckResult checked = check(school, settings, Known.nothing());
    Set<String> asked = school.memberships();

    assertThat(slips(checked)).as("slips and class lists").isEqualTo(asked);

    List<PlannedChange> changes =
        changes(settings, checked, Known.nothing()).stream()
            .filter(change -> change.phase() != Phase.REMOVALS)
            .toList();
    Set<String> enrolled = new TreeSet<>();
    Set<String> created = new TreeSet<>();
    Set<String> groups = new TreeSet<>();
    for (PlannedChange change : changes) {
      if (change.phase() == Phase.ENROLLMENTS && !change.value(Field.COURSE).isEmpty()) {
        assertThat(enrolled.add(membership(change))).as("enrolled twice: " + change.key()).isTrue();
        String group = change.value(Field.GROUP);
        assertThat(group.isEmpty() || groups.contains(change.value(Field.COURSE) + " " + group))
            .as("a group that is not made")
            .isTrue();
      } else if (change.phase() == Phase.USERS) {
        created.add(change.value(Field.USERNAME));
      } else if (change.phase() == Phase.GROUPS) {
        groups.add(change.value(Field.COURSE) + " " + change.value(Field.NAME));
      }
    }
    assertThat(enrolled).as("a batch for an empty platform").isEqualTo(asked);
    assertThat(created).as("accounts").isEqualTo(school.people());
    assertThat(groups).filteredOn(group -> group.endsWith(" Star")).allMatch(isUsedBy(asked));

    Totals totals = new Totals(Known.nothing().memberships(), settings.defaultRole());
    changes.forEach(totals::add);
    Map<String, Integer> counted = new TreeMap<>();
    totals
        .headcounts()
        .forEach(
            (course, roles) ->
                roles.forEach((role, heads) -> counted.put(course + " " + role, heads[1])));
    assertThat(counted).as("headcounts").isEqualTo(heads(asked));

    Known there = Statements.read(Rosters.of(settings, export(changes)), List.of(), false);
    ArrivalCheck arrival = new ArrivalCheck(settings, there);
    for (PlannedChange change : changes) {
      if (change.phase() != Phase.SITES && change.phase() != Phase.WITHDRAWALS) {
        assertThat(arrival.of(change))
            .as(change + " " + change.key())
            .isEqualTo(ChangeResult.AS_ASKED);
      }
    }
    Set<String> courses = new TreeSet<>(Set.of("nav-1", "nav-2", "knot-1", "rad-1"));
    CourseCounts counts =
        new CourseCounts(Known.nothing().memberships(), there.memberships(), courses);
    changes.forEach(counts::add);
    assertThat(counts.all()).allMatch(count -> count.expected() == count.there());
    assertThat(
            changes(settings, check(school, settings, there), there).stream()
                .filter(change -> change.phase() != Phase.REMOVALS)
                // An export that lists nobody in any course does not say that nobody is.
                .filter(change -> change.phase() != Phase.WITHDRAWALS || !asked.isEmpty())
                .map(change -> change + " " + change.key() + " " + change.before()))
        .as("asked for once more")
        .isEmpty();

    CoursePeople arranged = new CoursePeople(settings, checked);
    for (int course = 0; course < checked.resolved().courses().count(); course++) {
      String code = checked.resolved().courses().code(course);
      for (String role : List.of("learner", "instructor")) {
        assertThat(arranged.of(course, role))
            .as("arranged: " + code + " " + role)
            .hasSize(heads(asked).getOrDefault(code + " " + role, 0));
      }
    }
  }

  private static java.util.function.Predicate<String> isUsedBy(Set<String> memberships) {
    return group ->
        memberships.stream()
            .anyMatch(
                one -> {
                  String[] parts = one.split("\\|", -1);
                  return (parts[1] + " " + parts[3]).equals(group);
                });
  }
}
