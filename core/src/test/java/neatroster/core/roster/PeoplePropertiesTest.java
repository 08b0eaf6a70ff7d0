package neatroster.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.check.pass.Checker;
import neatroster.core.grid.Place;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/** Who is who does not depend on the order of anything. */
class PeoplePropertiesTest {
  private static final List<String> GIVEN =
      List.of("Ana", "A.", "Anna", "Bo", "Mei", "José", "Jose");
  private static final List<String> FAMILY =
      List.of("Marlowe", "Marlow", "Lin", "Müller", "Mueller");
  private static final List<String> MARKS = List.of("1", "2", "003", "3", "4");

  /** Some lists of people: the rows' cells, each with a note of its own. */
  private record Lists(List<List<String>> sheets, List<Boolean> classLists) {}

  private static Lists random(long seed) {
    Random random = new Random(seed);
    List<List<String>> sheets = new ArrayList<>();
    List<Boolean> classLists = new ArrayList<>();
    int count = 1 + random.nextInt(3);
    for (int sheet = 0; sheet < count; sheet++) {
      boolean classList = sheet > 0 && random.nextBoolean();
      List<String> rows = new ArrayList<>();
      int size = 1 + random.nextInt(6);
      for (int row = 0; row < size; row++) {
        rows.add(row(random, classList, sheet + "-" + row));
      }
      sheets.add(rows);
      classLists.add(classList);
    }
    return new Lists(sheets, classLists);
  }

  private static String row(Random random, boolean classList, String tag) {
    String id = random.nextInt(3) > 0 ? "" : pick(random, MARKS);
    String email = random.nextInt(3) > 0 ? "" : pick(random, MARKS) + "@pier.example";
    String birth = random.nextInt(4) > 0 ? "" : "2011-01-0" + (1 + random.nextInt(2));
    return String.join(
        " | ",
        pick(random, GIVEN),
        pick(random, FAMILY),
        id,
        email,
        birth,
        classList ? "C-" + tag : "",
        tag);
  }

  private static String pick(Random random, List<String> some) {
    return some.get(random.nextInt(some.size()));
  }

  private static TextSheet sheet(String name, List<String> rows, boolean classList) {
    String header = "given name | family name | id | email | birth date | course | note";
    List<String> lines = new ArrayList<>();
    lines.add(classList ? header : header.replace("course", "deck"));
    lines.addAll(rows);
    return TextSheet.of(name, String.join("\n", lines));
  }

  /** The roster with its sheets and rows in another order. */
  private static Roster shuffled(Lists lists, long seed) {
    Random random = new Random(seed);
    List<TextSheet> sheets = new ArrayList<>();
    for (int i = 0; i < lists.sheets().size(); i++) {
      List<String> rows = new ArrayList<>(lists.sheets().get(i));
      if (seed != 0) {
        Collections.shuffle(rows, random);
      }
      sheets.add(sheet("list" + i, rows, lists.classLists().get(i)));
    }
    if (seed != 0) {
      Collections.shuffle(sheets, random);
    }
    return Rosters.of(sheets.toArray(TextSheet[]::new));
  }

  /** Who is one person with whom, by the rows' notes. */
  private static Set<Set<String>> people(Roster roster, Known known) {
    People people = ResolvedRoster.of(roster, Settings.standard(), known).people();
    Map<Integer, Set<String>> tags = new HashMap<>();
    Set<Set<String>> all = new HashSet<>();
    roster.read(
        Table.USERS,
        (row, line) -> {
          Link person = people.ofLine(line);
          String tag = row.text(Field.NOTE);
          if (person.isFound()) {
            tags.computeIfAbsent(person.number(), p -> new TreeSet<>()).add(tag);
          } else {
            all.add(Set.of("undecided " + tag));
          }
        });
    all.addAll(tags.values());
    return all;
  }

  private static final Set<String> ABOUT_PEOPLE =
      Set.of(
          "ambiguous-user",
          "another-person",
          "conflicting-rows",
          "duplicate-email",
          "duplicate-username",
          "same-person-twice");

  private static Set<String> faulty(Roster roster, Known known) {
    CheckResult result = Checker.check(roster, CheckInput.of(Settings.standard(), known));
    Set<String> tags = new TreeSet<>();
    for (Finding finding : result.findings()) {
      if (ABOUT_PEOPLE.contains(finding.rule().text().name())
          && finding.severity() == Severity.ERROR) {
        List<Place> places = new ArrayList<>(List.of(finding.place()));
        places.addAll(finding.doubtsRelated() ? finding.related() : List.of());
        places.forEach(place -> tags.add(roster.row(roster.line(place)).text(Field.NOTE)));
      }
    }
    return tags;
  }

  @Property
  void anyOrderOfSheetsAndRowsGivesTheSamePeople(@ForAll long seed, @ForAll long order) {
    Lists lists = random(seed);
    assertThat(people(shuffled(lists, order), Known.nothing()))
        .as(lists.toString())
        .isEqualTo(people(shuffled(lists, 0), Known.nothing()));
  }

  @Property
  void anyOrderOfSheetsAndRowsLeavesTheSameRowsOut(@ForAll long seed, @ForAll long order) {
    Lists lists = random(seed);
    assertThat(faulty(shuffled(lists, order), Known.nothing()))
        .as(lists.toString())
        .isEqualTo(faulty(shuffled(lists, 0), Known.nothing()));
  }

  @Property
  void aListOfPeopleWhoAreAllKnownAddsNobody(@ForAll long seed) {
    Random random = new Random(seed);
    List<KnownUser> accounts = new ArrayList<>();
    List<String> rows = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      String given = "Name" + (char) ('a' + i);
      String family = pick(random, List.of("Marlowe", "Ó’Briain", "de la Quay"));
      String id = random.nextBoolean() ? "5" + i : "";
      String email = random.nextBoolean() ? given + "@pier.example" : "";
      accounts.add(
          new KnownUser(new Person(id, email, given + " " + family, "", ""), "user" + i, "", ""));
      boolean byId = random.nextBoolean() && !id.isEmpty();
      boolean byEmail = random.nextBoolean() && !email.isEmpty();
      rows.add(
          String.join(
              " | ", given, family, byId ? id : "", byEmail ? email : "", "", "NAV-1", "" + i));
    }
    Collections.shuffle(rows, random);
    Roster roster = Rosters.of(sheet("list", rows, random.nextBoolean()));
    Known known = Known.of(new KnownUsers(accounts));
    People people = ResolvedRoster.of(roster, Settings.standard(), known).people();
    assertThat(people.count()).isEqualTo(12);
  }
}
