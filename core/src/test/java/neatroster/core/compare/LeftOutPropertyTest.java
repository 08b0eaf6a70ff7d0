package neatroster.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.handout.Attendance;
import neatroster.core.handout.Attendee;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Nothing that is left out is named in a batch or on a slip. */
class LeftOutPropertyTest {
  private static String pick(Random random, String... some) {
    return some[random.nextInt(some.length)];
  }

  /** People, courses, groups and enrollments with slips here and there. */
  private static TextSheet[] sheets(Random random) {
    StringBuilder users =
        new StringBuilder("username | given name | family name | email | birth date | manager\n");
    StringBuilder courses = new StringBuilder("code | title | capacity | copy of | instructors\n");
    StringBuilder groups = new StringBuilder("course | name | capacity\n");
    StringBuilder enrollments = new StringBuilder("user | course | group | members of\n");
    for (int i = 0; i < 6; i++) {
      String who = "user" + i;
      String born = random.nextInt(4) == 0 ? "31.02.2010" : "2010-02-0" + (i + 1);
      users.append(
          "%s | Name%s | Family%d | %s@pier.example | %s | user%d\n"
              .formatted(who, "abcdef".charAt(i), i, who, born, random.nextInt(6)));
      String places = random.nextInt(4) == 0 ? "many" : "30";
      String copy = random.nextInt(3) == 0 ? "C-" + random.nextInt(6) : "";
      courses.append(
          "C-%d | Title %d | %s | %s | user%d; user%d\n"
              .formatted(i, i, places, copy, random.nextInt(6), random.nextInt(6)));
      groups.append(
          "%s | Group %s | %s\n"
              .formatted(
                  random.nextInt(3) == 0 ? "" : "C-" + random.nextInt(6),
                  "pqrstu".charAt(i),
                  random.nextInt(4) == 0 ? "many" : "9"));
    }
    for (int i = 0; i < 12; i++) {
      String course = random.nextInt(5) == 0 ? "" : "C-" + random.nextInt(7);
      String group = random.nextInt(2) == 0 ? "" : "Group " + pick(random, "p", "q", "r", "s");
      boolean members = random.nextInt(5) == 0;
      enrollments.append(
          "%s | %s | %s | %s\n"
              .formatted(
                  members ? "" : "user" + random.nextInt(7),
                  course,
                  members ? "" : group,
                  members ? "Group " + pick(random, "p", "q", "r") : ""));
    }
    return new TextSheet[] {
      TextSheet.of("users", users.toString()),
      TextSheet.of("courses", courses.toString()),
      TextSheet.of("groups", groups.toString()),
      TextSheet.of("enrollments", enrollments.toString())
    };
  }

  @Property
  void whatIsLeftOutIsNamedNowhere(@ForAll long seed) {
    CheckResult checked =
        Checker.check(
            Rosters.of(sheets(new Random(seed))),
            CheckInput.of(Settings.standard(), Known.nothing()));
    Set<String> out = new HashSet<>();
    Set<String> outGroups = new HashSet<>();
    List<PlannedChange> changes = new ArrayList<>();
    new Comparison(
            Settings.standard(),
            checked,
            Known.nothing(),
            IssuedItems.of(user -> ""),
            LocalDate.of(2027, 1, 12),
            new ChangeReceiver() {
              @Override
              public void change(PlannedChange row) {
                changes.add(row);
              }

              @Override
              public void leftOut(RosterRow row, int line, String why) {
                switch (row.table()) {
                  case USERS -> out.add(row.text(Field.USERNAME));
                  case COURSES -> out.add(row.text(Field.CODE));
                  case GROUPS -> outGroups.add(row.text(Field.COURSE) + "/" + row.text(Field.NAME));
                  case ENROLLMENTS -> {
                    // Nobody else refers to one.
                  }
                }
              }
            })
        .run();
    for (PlannedChange change : changes) {
      for (String value : change.values().values()) {
        assertThat(List.of(value.split("; ", -1))).noneMatch(out::contains);
      }
      String group = change.value(Field.GROUP);
      String name = group.isEmpty() ? change.value(Field.NAME) : group;
      assertThat(outGroups).doesNotContain(change.value(Field.COURSE) + "/" + name);
    }
    Attendance attendance = Attendance.of(checked.wanted(), Known.nothing(), user -> "", List.of());
    for (Attendee person : attendance.people()) {
      assertThat(out).doesNotContain(person.username());
      person
          .seats()
          .forEach(
              seat -> {
                assertThat(out).doesNotContain(seat.course());
                assertThat(outGroups).doesNotContain(seat.course() + "/" + seat.group());
              });
    }
    assertThat(attendance.courses()).noneMatch(course -> out.contains(course.code()));
    assertThat(checked.roster().lists(Table.USERS)).isTrue();
  }
}
