package neatroster.core.check.pass;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.check.CheckInput;
import neatroster.core.check.Finding;
import neatroster.core.check.RuleText;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.statement.Statements;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * For each rule a sheet in which it finds something, the rows marked with an arrow, and everything
 * else in it is what the rule must leave alone.
 */
class RuleCasesTest {
  private static Arguments of(String rule, String... sheets) {
    return Arguments.of(rule, List.of(sheets));
  }

  static Stream<Arguments> cases() {
    return Stream.of(
        of(
            "missing-value",
            """
            id | given name | family name | full name | preferred name
            1  | Ana        |             |           |
            2  |            | Marlowe     |           |
            3  |            |             | Bo Finch  |
            4  |            |             |           | Captain
            5  |            |             |           |         ←
            """,
            """
            code  | title
            NAV-1 | Coast
                  | Night   ←
            NAV-2 |         ←
            """),
        of(
            "stray-space",
            """
            code   | title         | remarks of the office
            NAV-1  | Coast         | two··spaces
            NAV-2· | Night         |                          ←
            NAV-3  | ·Dusk         |                          ←
            NAV-4  | Dawn··Watch   |                          ←
            NAV-5  | Mid\u00a0day  |                          ←
            NAV-6  | Two Words     |
            """),
        of(
            "bad-email",
            """
            given name | email                    | guardian email
            Ana        | ana@pier.example         |
            Bo         | bo.finch+1@sub.pier.example |
            Cy         | ·cy@pier.example         |
            Di         | di@pier                  |                   ←
            Ed         | ed.pier.example          |                   ←
            Flo        | flo@pier.example         | mum@@home.example ←
            Gus        | gus@pier.example; gus2@pier.example |        ←
            Hal        | .hal@pier.example        |                   ←
            Ike        | ike@-pier.example        |                   ←
            Jo         | jo@pier..example         |                   ←
            Kim        | (none)@pier.example      |                   ←
            """),
        of(
            "bad-username",
            """
            username     | given name
            amarlowe     | Ana
            b.finch_2-x  | Bo
            c quay       | Cy           ←
            dï           | Di           ←
            ed           | Ed           ←
            root         | Flo          ←
            Root7        | Gus          ←
            abcdefghijklmnopqrstuvwxyz01234 | Hal ←
            """),
        of(
            "bad-date",
            """
            code  | title | starts      | ends
            NAV-1 | One   | 2027-01-11  | +90 days
            NAV-2 | Two   | 1.2.2027    | 12 March 2027
            NAV-3 | Three | 30.2.2027   |                ←
            NAV-4 | Four  | next Monday |                ←
            NAV-5 | Five  |             | 90 days        ←
            """,
            """
            given name | birth date
            Ana        | 3/4/2011
            Bo         | +3 days     ←
            """),
        of(
            "unknown-role",
            """
            given name | role
            Ana        | Learner
            Bo         | CADET
            Cy         | teacher
            Di         | manager
            Ed         | boss      ←
            Flo        | learner, manager ←
            """),
        of(
            "unknown-status",
            """
            given name | status
            Ana        | Active
            Bo         | suspended
            Cy         | ended     ←
            """,
            """
            user | course | status
            ana  | NAV-1  | ended
            bo   | NAV-1  | removed ←
            """),
        of(
            "duplicate-username",
            """
            username | given name | id
            amarlowe | Ana        | 1
            amarlow  | Anna       | 2
            AMARLOWE | Anne       | 3    ←
            bfinch   | Bo         | 4
            bfinch   | Bo         | 4
            """),
        of(
            "duplicate-email",
            """
            id | given name | email
            1  | Ana        | a@pier.example
            2  | Bo         | b@pier.example
            3  | Cy         | A@Pier.example   ←
            4  | Di         |
            5  | Ed         |
            """),
        of(
            "duplicate-id",
            """
            id    | given name | family name
            00417 | Ana        | Marlowe
            417   | Bo         | Finch
            00417 | A.         | Marlowe      ←
            00418 | Cy         | Quay
            """),
        of(
            "same-person-twice",
            """
            given name | family name | email          | birth date | site
            Ana        | Marlowe     | a@pier.example |            |
            Ana        | Marlowe     | b@pier.example |            |
            Bo         | Finch       |                | 2011-01-01 |
            Bo         | Finch       |                | 2012-01-01 |
            Cy         | Quay        |                |            | Pier
            Cy         | Quay        |                |            | Dock
            Di         | Reed        |                |            |
            Di         | reed        |                |            |    ←
            """),
        of(
            "duplicate-course",
            """
            code  | title
            NAV-1 | Coast
            NAV-2 | Coast
            nav-1 | Coast
            NAV-1 | Night   ←
            """),
        of(
            "duplicate-group",
            """
            course | name
            NAV-1  | Port Watch
            NAV-2  | Port Watch
                   | Port Watch
            NAV-1  | Port  Watch   ←
                   | Port Watch    ←
            NAV-1  | Port Watch 2
            """),
        of(
            "duplicate-enrollment",
            """
            user | course | group | role
            ana  | NAV-1  |       | learner
            ana  | NAV-2  |       | learner
            bo   | NAV-1  |       | learner
            ana  | NAV-1  | Port  | learner
            ana  | NAV-1  | Star  | learner
            ANA  | NAV-1  |       | learner     ←
            ana  | NAV-1  | Port  | instructor
            """),
        of(
            "uneven-row",
            """
            code  | title | site
            NAV-1 | Coast | Pier
            NAV-2 | Night | Pier |
            NAV-3 | Dusk  | Pier | Dock     ←
            """),
        of(
            "removal-refused",
            """
            username | given name | status
            ana      | Ana        | suspended
            bob      | Bo         | Removed    ←
            """,
            """
            code  | title | status
            NAV-1 | Coast | closed
            NAV-2 | Night | removed   ←
            """),
        of(
            "unknown-course",
            """
            code  | title
            NAV-1 | Coast
            NAV-2 | Night
            NAV-3 | Night
            """,
            """
            course | name
            NAV-1  | Port
                   | Choir
            NAV-9  | Port      ←
            """,
            """
            user | course | group
            ana  | NAV-1  |
            ana  | Coast  |
            ana  | Night  |        ←
            ana  | nav-1  |        ←
            ana  |        | Choir
            """),
        of(
            "unknown-group",
            """
            code  | title
            NAV-1 | Coast
            NAV-2 | Night
            """,
            """
            course | name
            NAV-1  | Port
            NAV-7  | Star
                   | Choir
            """,
            """
            user | course | group | members of
            ana  | NAV-1  | Port  |
            ana  | NAV-2  | Port  |            ←
            ana  |        | Port  |            ←
            ana  |        | Choir |
            ana  | NAV-7  | Star  |
            bo   | NAV-1  | Star  |
                 | NAV-1  |       | Choir
                 | NAV-1  |       | Port       ←
            """),
        of(
            "unknown-user",
            """
            id  | username | given name | email
            501 | ana      | Ana        | ana@pier.example
            502 |          | Bo         |
            """,
            """
            user             | course
            ana              | NAV-1
            ANA@pier.example | NAV-1
            502              | NAV-1
            503              | NAV-1   ←
            Bo               | NAV-1   ←
            """),
        of(
            "name-changed",
            """
            known
            username | id  | given name | family name | email
            amarlowe | 417 | Ana        | Marlowe     | ana@pier.example
            bng      | 418 | Bo         | Ng          | bo@pier.example
            cmoss    | 419 | Cy         | Moss        | cy@pier.example
            dreed    | 420 |            | Reed        | di@pier.example
            eoar     | 421 | Eli        | Oar         | eli@pier.example
            """,
            """
            id  | given name | family name | email
            417 | Ana        | Quay        | ana@pier.example    ←
            418 | Bo         | Nge         | bo@pier.example     ←
            419 | Finn       | Tern        | cy@pier.example
            420 | Di         | Reed        | di@pier.example
            421 | Eli        | Lund        | eli.l@pier.example
            """),
        of(
            "same-name-on-platform",
            """
            known
            username | given name | family name | email
            amarlowe | Ana        | Marlowe     |
            bfinch   | Bo         | Finch       | bo@pier.example
            cquay    | Cy         | Quay        |
            dreed    | Di         | Reed        |
            """,
            """
            id  | username | given name | family name | email
            417 |          | Ana        | Marlowe     |                   ←
            418 |          | Bo         | Finch       | bo@pier.example
            419 | cquay    | Cy         | Quay        |
            420 |          | Reed       | Di          | di@pier.example   ←
            421 |          | Edna       | Voss        | ev@pier.example
            """),
        of(
            "ambiguous-user",
            """
            id  | username | given name
            501 | ana      | Ana
            502 | 501      | Bo
            503 | 503      | Cy
            """,
            """
            user | course
            501  | NAV-1   ←
            503  | NAV-1
            """));
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource({
    "cases",
    "neatroster.core.check.pass.MoreRuleCases#cases",
    "neatroster.core.check.pass.VariedRuleCases#cases"
  })
  void findsTheMarkedRowsAndNoOthers(String rule, List<String> texts) throws Exception {
    List<TextSheet> sheets = new ArrayList<>();
    List<TextSheet> known = new ArrayList<>();
    List<KnownUser> issued = new ArrayList<>();
    List<String> marked = new ArrayList<>();
    for (String text : texts) {
      if (text.startsWith("known\n")) {
        known.add(TextSheet.of("known" + known.size(), text.substring(6)));
        continue;
      }
      if (text.startsWith("issued\n")) {
        issued.addAll(issued(text.substring(7)));
        continue;
      }
      String name = "sheet" + sheets.size();
      List<String> lines = text.lines().toList();
      for (int row = 1; row <= lines.size(); row++) {
        if (lines.get(row - 1).endsWith("←")) {
          marked.add(name + ":" + row);
        }
      }
      String bare = text.replaceAll(" *←", "");
      sheets.add(new TextSheet(name, !rule.equals("missing-value"), bare.lines().toList()));
    }
    CheckInput checkInput =
        new CheckInput(
            SETTINGS,
            Statements.read(Rosters.of(SETTINGS, known.toArray(TextSheet[]::new)), issued, false),
            Optional.of(LocalDate.of(2027, 1, 15)),
            Optional.of(Set.of("ana.jpg", "bo.jpg")));
    Roster roster = Rosters.of(SETTINGS, sheets.toArray(TextSheet[]::new));
    Set<String> found = new TreeSet<>();
    for (Finding finding : Checker.check(roster, checkInput).findings()) {
      if (finding.rule().text().name().equals(rule)) {
        found.add(place(finding, marked));
        if (finding.doubtsRelated()) {
          finding.related().forEach(place -> found.add(place.sheet().file() + ":" + place.row()));
        }
        assertThat(finding.message()).isNotBlank();
      }
    }
    found.removeIf(place -> place.endsWith(":0"));
    assertThat(marked).isNotEmpty();
    if (RELATED_TOO.contains(rule)) {
      assertThat(found).containsExactlyInAnyOrderElementsOf(marked);
    } else {
      assertThat(firstRows(roster, checkInput, rule, marked)).containsExactlyElementsOf(marked);
    }
  }

  /** Rules that tell a run of rows in one finding: the others of the run are doubted too. */
  private static final Set<String> RELATED_TOO = Set.of("fill-down-slip", "shifted-column");

  private static final Settings SETTINGS =
      Settings.builder()
          .reading(
              new Settings.Reading(
                  List.of(),
                  Map.of(),
                  List.of(
                      new OwnField(
                          "track",
                          Table.USERS,
                          OwnField.Type.TEXT,
                          List.of("A", "B"),
                          false,
                          false,
                          ""),
                      new OwnField(
                          "berth",
                          Table.USERS,
                          OwnField.Type.TEXT,
                          List.of(),
                          false,
                          false,
                          "B-{n:3}"),
                      new OwnField(
                          "locker", Table.USERS, OwnField.Type.NUMBER, List.of(), false, true, ""),
                      new OwnField(
                          "deck", Table.USERS, OwnField.Type.TEXT, List.of(), true, false, ""))))
          .build();

  /** What is wrong with a whole sheet is marked at its first line. */
  private static String place(Finding finding, List<String> marked) {
    String sheet = finding.place().sheet().file();
    boolean whole = finding.place().row() == 0 && marked.contains(sheet + ":1");
    return sheet + ":" + (whole ? 1 : finding.place().row());
  }

  /** Accounts of last year: id, username and full name. */
  private static List<KnownUser> issued(String text) {
    return text.lines()
        .map(line -> line.split("\\|", -1))
        .map(
            cells ->
                new KnownUser(
                    new Person(cells[0].strip(), "", cells[2].strip(), "", ""),
                    cells[1].strip(),
                    "",
                    ""))
        .toList();
  }

  /** Rules about the file as it is on the disk; their examples are files that a test writes. */
  private static final Set<String> ABOUT_FILES =
      Set.of(
          "hidden-rows",
          "conflicting-exports",
          "covers-nothing",
          "does-not-fit",
          // Where the settings say so.
          "made-group",
          "no-account",
          "not-a-table",
          "not-read",
          "removed-still-named",
          "stray-quote",
          "uncertain-letters",
          "unreadable-file");

  @Test
  void everyRuleHasACase() {
    Set<String> tried = new TreeSet<>(ABOUT_FILES);
    Stream.of(cases(), MoreRuleCases.cases(), VariedRuleCases.cases())
        .flatMap(some -> some)
        .forEach(one -> tried.add((String) one.get()[0]));
    assertThat(tried)
        .containsExactlyElementsOf(Rules.texts().stream().map(RuleText::name).sorted().toList());
  }

  private static List<String> firstRows(
      Roster roster, CheckInput checkInput, String rule, List<String> marked) {
    return Checker.check(roster, checkInput).findings().stream()
        .filter(finding -> finding.rule().text().name().equals(rule))
        .map(finding -> place(finding, marked))
        .filter(place -> !place.endsWith(":0"))
        .distinct()
        .toList();
  }
}
