package neatroster.core.check.pass;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

/**
 * Rules see the rows that wake them alone, and find what they would find in all of them, on one
 * thread or on two.
 */
class RowFilterPropertyTest {
  private static final List<String> ODD =
      List.of(
          "",
          "·",
          "?",
          "=A1+B2",
          "=",
          "#REF!",
          "Err:502",
          "+44 20 7946 0958",
          "-",
          "'007",
          "1.23E+05",
          "12-Jan",
          "417.0",
          "Jos?",
          "JosÃ©",
          "Аna",
          "“x”",
          "a\u200bb",
          "x\ufffdy",
          "suspended",
          "removed",
          "ended",
          "closed",
          "instructor",
          "boss",
          "31.02.2011",
          "3/4/11",
          "40321",
          "2031-01-01",
          "2015-06-01",
          "noreply@pier.example",
          "a@host.local",
          "a@b",
          "ana@gmial.con",
          "EXAMPLE-1",
          "2012-05-14",
          "NAV-2",
          "nav-1",
          "NAV·1",
          "Coast",
          "ua",
          "ub",
          "ub@pier.example",
          "uz",
          "Watch·A",
          "Wacth·A",
          "2024/25",
          "x".repeat(70),
          "barnacle",
          "admin",
          "learner@",
          "Total",
          "Vale, Ana",
          "Ana Maria Vale");

  private static String cell(Random random, int randomSource, String right) {
    return random.nextInt(randomSource) == 0 ? ODD.get(random.nextInt(ODD.size())) : right;
  }

  private static String sheet(Random random, String headers, List<List<String>> rows) {
    int randomSource = List.of(6, 15, 60).get(random.nextInt(3));
    StringBuilder text = new StringBuilder(headers);
    for (List<String> row : rows) {
      List<String> cells = new ArrayList<>();
      row.forEach(cell -> cells.add(cell(random, randomSource, cell)));
      if (random.nextInt(40) == 0) {
        cells.remove(cells.size() - 1);
      }
      text.append('\n').append(String.join(" | ", cells));
    }
    return text.toString();
  }

  private static Roster roster(Random random) {
    List<List<String>> users = new ArrayList<>();
    List<List<String>> enrollments = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      String who = "u" + "abcdefghij".charAt(i);
      users.add(
          List.of(
              "50" + i,
              who,
              List.of("Ana", "Bo", "Cyril", "Di", "Edna", "Flo", "Gus", "Hal", "Ida", "Jo").get(i),
              List.of("Vale", "Marlowe", "Finch").get(i % 3),
              who + "@pier.example",
              "2010-02-1" + i,
              "+44 20 7946 09" + (10 + i),
              i % 2 == 0 ? "7" : "",
              i == 9 ? "instructor" : "learner",
              "active",
              "Pier",
              "Xy-77-zz" + i));
      for (String course : List.of("NAV-1", "RAD-1")) {
        String by = List.of(who, who + "@pier.example", "50" + i).get(random.nextInt(3));
        enrollments.add(
            List.of(by, course, i == 9 ? "instructor" : "learner", "Watch A", "active", ""));
      }
    }
    return Rosters.of(
        TextSheet.of(
            "users",
            sheet(
                random,
                "id | username | given name | family name | email | birth date | phone | grade |"
                    + " role | status | site | password",
                users)),
        TextSheet.of(
            "courses",
            sheet(
                random,
                "code | title | starts | ends | capacity | instructors",
                List.of(
                    List.of("NAV-1", "Coast", "2027-01-11", "2027-03-01", "12", "uj"),
                    List.of("RAD-1", "Radio", "2027-01-11", "2027-03-01", "12", "")))),
        TextSheet.of(
            "groups",
            sheet(
                random,
                "course | name | capacity",
                List.of(
                    List.of("NAV-1", "Watch A", ""),
                    List.of("RAD-1", "Watch A", "12"),
                    List.of("", "Choir", "")))),
        TextSheet.of(
            "enrollments",
            sheet(random, "user | course | role | group | status | ends", enrollments)));
  }

  private static List<String> said(CheckResult result) {
    return result.findings().stream()
        .map(
            finding ->
                finding.rule().text().name()
                    + " "
                    + finding.place()
                    + " "
                    + finding.message()
                    + finding.related())
        .toList();
  }

  private static final List<KnownUser.Standing> STANDINGS =
      List.of(
          KnownUser.Standing.ISSUED, KnownUser.Standing.ON_PLATFORM, KnownUser.Standing.SUSPENDED);

  /** Accounts of some of the people, a few under another username. */
  private static List<KnownUser> accounts(Random random) {
    List<KnownUser> accounts = new ArrayList<>();
    List<String> names =
        List.of("Ana Vale", "Bo Marlowe", "Cyril Finch", "Di Vale", "Edna Marlowe");
    for (int i = 0; i < names.size(); i++) {
      if (random.nextInt(3) > 0) {
        accounts.add(
            new KnownUser(
                new Person("50" + i, "", names.get(i), "", ""),
                random.nextInt(4) == 0 ? "dvale" + i : "u" + "abcde".charAt(i),
                "",
                "",
                STANDINGS.get(random.nextInt(STANDINGS.size()))));
      }
    }
    return accounts;
  }

  @Property
  void theSameIsFoundAsInEveryRowAndOnTwoThreads(@ForAll long seed) {
    Random random = new Random(seed);
    Known known =
        random.nextInt(3) > 0 ? Known.nothing() : Known.of(new KnownUsers(accounts(random)));
    CheckInput checkInput =
        new CheckInput(
            random.nextBoolean()
                ? Settings.standard()
                : Settings.standard().withoutRules(List.of("already-known", "already-enrolled")),
            known,
            Optional.of(LocalDate.of(2027, 1, 15)),
            Optional.of(Set.of()));
    Roster roster = roster(random);
    List<String> said = said(Checker.check(roster, checkInput));
    assertThat(said(Checker.checkEveryRow(roster, checkInput))).isEqualTo(said);
    assertThat(said(Checker.checkBeside(roster, checkInput))).isEqualTo(said);
  }
}
