package neatroster.core.check.pass;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.check.CheckInput;
import neatroster.core.check.Finding;
import neatroster.core.check.rules.enrollments.ClassOfInstructors;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** What is found does not depend on the order of sheets and rows, nor on the mistakes around. */
class OrderOfRowsPropertyTest {
  /** Mistakes in rows of users, courses and enrollments; each has a note of its own. */
  private static List<List<String>> random(Random random) {
    List<String> users = new ArrayList<>();
    List<String> enrollments = new ArrayList<>();
    for (int i = 0; i < 8; i++) {
      String who = "user" + "abcdefgh".charAt(i);
      users.add(
          String.join(
              " | ",
              slip(random, who, "us er"),
              List.of("Ana", "Bo", "Cyril", "Di", "Edna", "Flo", "Gus", "Hal").get(i),
              "Family",
              slip(random, who + "@pier.example", who + "@@pier.example", "noreply@pier.example"),
              slip(random, "2010-02-0" + (i + 1), "31.02.2010", "2031-01-01"),
              slip(random, "", "7"),
              slip(random, "", "teacher", "lerner"),
              slip(random, "PT", "Portugal"),
              "u" + i));
      String course = slip(random, "NAV", "RAD", "NAV-77");
      enrollments.add(
          String.join(
              " | ",
              slip(random, who, "nobody"),
              course,
              slip(random, "learner", "instructor", "lerner"),
              slip(random, "", "2026-01-01", "soon"),
              "e" + i));
      if (random.nextInt(4) == 0) {
        enrollments.add(
            String.join(
                " | ", who, course, slip(random, "learner", "instructor"), "", "again" + i));
      }
    }
    List<String> courses =
        List.of(
            "NAV | Coast | 2027-01-11 | 2027-03-01 | 4 | c0", "RAD | Radio | 2027-01-11 | | | c1");
    return List.of(users, enrollments, courses);
  }

  private static String slip(Random random, String right, String... wrong) {
    return random.nextInt(4) > 0 ? right : wrong[random.nextInt(wrong.length)];
  }

  private static Roster roster(List<List<String>> rows, long order) {
    Random random = new Random(order);
    List<String> headers =
        List.of(
            "username | given name | family name | email | birth date | grade | role | country | note",
            "user | course | role | starts | note",
            "code | title | starts | ends | capacity | note");
    List<TextSheet> sheets = new ArrayList<>();
    for (int i = 0; i < rows.size(); i++) {
      List<String> lines = new ArrayList<>(rows.get(i));
      if (order != 0) {
        Collections.shuffle(lines, random);
      }
      lines.add(0, headers.get(i));
      sheets.add(TextSheet.of("sheet" + i, String.join("\n", lines)));
    }
    if (order != 0) {
      Collections.shuffle(sheets, random);
    }
    return Rosters.of(sheets.toArray(TextSheet[]::new));
  }

  /** For each rule the rows that its findings are about, whichever of them each stands at. */
  private static Map<String, Set<String>> found(Roster roster) {
    CheckInput checkInput =
        new CheckInput(
            Settings.standard(),
            Known.nothing(),
            Optional.of(LocalDate.of(2027, 1, 15)),
            Optional.empty());
    Map<String, Set<String>> all = new TreeMap<>();
    for (Finding finding : Checker.check(roster, checkInput).findings()) {
      if (finding.rule().text().name().equals("fill-down-slip")) {
        // It is about the order of rows and nothing else.
        continue;
      }
      if (finding.rule() instanceof ClassOfInstructors) {
        // It stands at the first row of the course, whichever that is.
        all.computeIfAbsent(finding.message(), r -> new TreeSet<>());
        continue;
      }
      List<Place> places = new ArrayList<>(finding.related());
      places.add(finding.place());
      for (Place place : places) {
        int line = roster.line(place);
        all.computeIfAbsent(finding.rule().text().name(), r -> new TreeSet<>())
            .add(line < 0 ? place.toString() : roster.row(line).text(Field.NOTE));
      }
    }
    return all;
  }

  @Property
  void theSameIsFoundInAnyOrder(@ForAll long seed, @ForAll long order) {
    List<List<String>> rows = random(new Random(seed));
    assertThat(found(roster(rows, order))).isEqualTo(found(roster(rows, 0)));
  }
}
