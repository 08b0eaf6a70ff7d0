package neatroster.core.check.pass;

import static neatroster.core.Rosters.check;
import static neatroster.core.Rosters.found;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.check.RuleText;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Severity;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.core.statement.Statements;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What each rule finds, and what it must leave alone. */
class RulesTest {
  private static final TextSheet COURSES =
      TextSheet.of(
          "courses",
          """
          code  | title
          NAV-1 | Coastal Navigation
          NAV-2 | Night Navigation
          RAD-1 | Radio
          """);

  private static final TextSheet GROUPS =
      TextSheet.of(
          "groups",
          """
          course | name
          NAV-2  | Port Watch
          NAV-2  | Starboard Watch
                 | Choir
          """);

  private static final TextSheet USERS =
      TextSheet.of(
          "users",
          """
          id   | username | given name | family name | email
          2041 | mlund    | Mikkel     | Lund        | m.lund@pier.example
          2042 | aferreira| Ana        | Ferreira    | ana@pier.example
          2043 |          | Bo         |             |
          """);

  private static List<String> enrollments(String rows) {
    List<String> found =
        found(COURSES, GROUPS, USERS, TextSheet.of("enr", "user | course | role | group\n" + rows));
    // Three rows fill no classes.
    return found.stream().filter(finding -> !finding.contains("class-without-")).toList();
  }

  private static List<String> users(String text) {
    return found(TextSheet.of("users", text));
  }

  @Test
  void aSoundRosterHasNoFindings() {
    assertThat(
            enrollments(
                """
                mlund            | NAV-1            | learner    |
                M.Lund@Pier.example | NAV-2         | Cadet      | Port Watch
                2042             | Night Navigation | instructor | Starboard Watch
                2043             |                  |            | Choir
                2043             | RAD-1            |            |
                """))
        .isEmpty();
  }

  @Test
  void referencesToNothingNameTheNearest() {
    assertThat(
            enrollments(
                """
                mlnud | NAV-1  | learner |
                mlund | NAV-22 | lerner  | Port Watch
                2042  | NAV-2  | learner | Prot Watch
                2043  | NAV-1  | learner | Choir
                2043  | Radio  | learner |
                nobody@else.example | RAD-1 | learner |
                """))
        .containsExactly(
            "enr:2 unknown-user mlund",
            "enr:3 unknown-course NAV-2",
            "enr:3 unknown-role learner",
            "enr:4 unknown-group Port Watch",
            "enr:5 unknown-group",
            "enr:7 unknown-user");
  }

  @Test
  void theSamePersonTwiceInACourseIsFoundUnderAnyName() {
    assertThat(
            enrollments(
                """
                mlund | NAV-2 | learner    | Port Watch
                2041  | NAV-2 | instructor | Port Watch
                mlund | NAV-2 | learner    | Starboard Watch
                mlund | NAV-1 | learner    |
                m.lund@pier.example | Coastal Navigation | learner |
                """))
        .containsExactly("enr:3 conflicting-roles", "enr:6 duplicate-enrollment");
  }

  @Test
  void anEnrollmentWithoutAUserOrACourseIsMissingAValue() {
    assertThat(enrollments("mlund | | learner |\n      | NAV-1 | learner |\n"))
        .containsExactly("enr:2 missing-value", "enr:3 missing-value");
  }

  @Test
  void aTextThatIsTwoPeopleIsAmbiguous() {
    TextSheet users =
        TextSheet.of("users", "id | username | given name\n501 | ana | Ana\n502 | 501 | Bo\n");
    assertThat(found(COURSES, users, TextSheet.of("enr", "user | course\n501 | NAV-1\n")))
        .containsExactly("enr:2 ambiguous-user");
  }

  @Test
  void loneEnrollmentsAreCheckedAsFarAsTheyGo() {
    assertThat(
            found(
                TextSheet.of(
                    "enr",
                    """
                    user | course | group
                    ana  | NAV-1  | Port
                    bo   | NAV-1  | Port
                    ana  | NAV-1  | Port
                    """)))
        .containsExactly(
            "enr:0 unchecked-references",
            "enr:0 unchecked-references",
            "enr:0 unchecked-references",
            "enr:4 duplicate-enrollment");
  }

  @Test
  void usersAreToldApart() {
    assertThat(
            users(
                """
                id  | username | given name | family name | email
                501 | mlund    | Mikkel     | Lund        | m@pier.example
                502 | mlund    | Marta      | Lund        | marta@pier.example
                501 | jkay     | Jo         | Kay         | jo@pier.example
                504 | jo       | Joe        | Kaye        | M@pier.example
                501 | mlund    | Mikkel     | Lund        | m@pier.example
                """))
        .containsExactly(
            "users:3 duplicate-username",
            "users:4 another-person",
            "users:5 bad-username",
            "users:5 duplicate-email",
            "users:6 duplicate-id");
  }

  @Test
  void twoPeopleOfOneNameAreFineWhereSomethingTellsThemApart() {
    assertThat(
            users(
                """
                id  | given name | family name | birth date
                501 | Ana        | Marlowe     |
                502 | Ana        | Marlowe     |
                    | Bo         | Marlowe     | 2012-01-02
                    | Bo         | Marlowe     | 2013-01-02
                """))
        .isEmpty();
    assertThat(
            users(
                """
                given name | family name | email
                Ana        | Marlowe     | ana@pier.example
                Ana        | Marlowe     |
                """))
        .containsExactly("users:3 same-person-twice");
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "'tomas@pier,example', tomas@pier.example",
        "'tomas@@pier.example', tomas@pier.example",
        "'tomas @pier.example', tomas@pier.example",
        "'tomas(at)pier.example', tomas@pier.example",
        "'tomas@pier.example.', tomas@pier.example",
        "'mailto:tomas@pier.example', tomas@pier.example",
        "'tomas.pier.example', -",
        "'tomas@pier', -",
        "'@pier.example', -",
      })
  void badEmailsAreFoundAndMendedWhereItCanBeTold(String email, String mended) {
    assertThat(users("given name | email\nTomas | " + email + "\n"))
        .containsExactly("users:2 bad-email" + (mended == null ? "" : " " + mended));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "a@b.example",
        "o'rourke+cadets@sub.pier.example",
        "josé@müller.example",
        "a_b-c.d@x-y.example",
        "用户@例子.example"
      })
  void goodEmailsAreLeftAlone(String email) {
    assertThat(users("given name | email\nTomas | " + email + "\n")).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {"b finch, bfinch", "José, jose", "Anna.B, anna.b", "admin, -", "ab, -", "Анна, -"})
  void badUsernamesAreFound(String username, String mended) {
    assertThat(users("username | given name\n" + username + " | Jo\n"))
        .containsExactly("users:2 bad-username" + (mended == null ? "" : " " + mended));
  }

  @Test
  void straySpacesAreFoundInFieldsOnly() {
    assertThat(
            found(
                TextSheet.of(
                    "courses",
                    """
                    code   | title            | my remarks
                    NAV-1· | Coastal··Sailing | two··spaces
                    NAV-2  | Night Sailing    | ·
                    """)))
        .containsExactly("courses:2 stray-space NAV-1", "courses:2 stray-space Coastal Sailing");
  }

  @Test
  void coursesAndGroupsStandOnce() {
    assertThat(
            found(
                TextSheet.of(
                    "courses",
                    "code | title | ends\nA | One |\nA | Two |\nB | | 31.2.2027\n | X |\n"),
                TextSheet.of("groups", "course | name\nA | G\nA | G\nB | G\nC | G\nA | \n")))
        .containsExactly(
            "courses:3 duplicate-course",
            "courses:4 missing-value",
            "courses:4 bad-date",
            "courses:5 missing-value",
            "groups:3 duplicate-group",
            "groups:5 unknown-course",
            "groups:6 missing-value");
  }

  @Test
  void anUnevenRowIsOneFindingAndReferencesToItAreNone() {
    assertThat(
            found(
                TextSheet.of("courses", "code | title | site\nKNOT-1 | Knots | Bends | Pier\n"),
                USERS,
                TextSheet.of("enr", "user | course\nmlund | KNOT-1\nmlund | KNOT-2\n")))
        .containsExactly("courses:2 uneven-row", "enr:3 unknown-course");
  }

  @Test
  void columnsThatAreMissingOrMisspeltAreSaid() {
    assertThat(found(TextSheet.of("enr", "usr | course | role\nmlund | NAV-1 | learner\n")))
        .contains("enr:0 missing-column user", "enr:0 unknown-column user");
    assertThat(users("given name | shoe size | email | email\nJo | 43 | a@b.example |\n"))
        .containsExactly("users:0 unknown-column");
  }

  @Test
  void whatIsNoTableIsSaid() {
    assertThat(found(TextSheet.of("notes", "Dear all\nhere are the lists\n")))
        .containsExactly("notes:0 not-a-table");
  }

  @Test
  void removalsAreRefusedUntilTheSettingsSayOtherwise() {
    String sheet = "username | given name | status\nmlund | Mikkel | Removed\nana | Ana | actve\n";
    assertThat(users(sheet))
        .containsExactly("users:2 removal-refused", "users:3 unknown-status active");
  }

  @Test
  void whoHasAnAccountKeepsItsUsername() {
    KnownUsers known =
        new KnownUsers(
            List.of(
                new KnownUser(new Person("501", "", "Ana Marlowe", "", ""), "amarlowe", "", "")));
    CheckResult result =
        check(
            Settings.standard(),
            known,
            TextSheet.of(
                "users",
                """
                id  | username | given name | family name
                501 | anam     | Ana        | Marlowe
                502 | amarlowe | Abel       | Marlowe
                """),
            COURSES,
            TextSheet.of("enr", "user | course\namarlowe | NAV-1\n"));
    assertThat(found(result))
        .containsExactly("users:2 rename-refused amarlowe", "users:3 username-taken");
  }

  @Test
  void thePlacesOfACourseThatOnlyAnExportListsCount() throws Exception {
    Known known =
        Statements.read(
            Rosters.of(
                TextSheet.of(
                    "held", "code | title | capacity\nNAV-8 | Coast | 1\nNAV-9 | Night | 2\n"),
                TextSheet.of("accounts", "username | given name\nana | Ana\nbo | Bo\n")),
            List.of(),
            false);
    CheckResult result =
        Checker.check(
            Rosters.of(
                TextSheet.of(
                    "enr", "user | course\nana | NAV-9\nana | NAV-8\nbo | NAV-8\nbo | NAV-9\n")),
            CheckInput.of(Settings.standard(), known));
    assertThat(found(result)).containsExactly("enr:3 class-over-capacity");
  }

  @Test
  void settingsChangeSeveritiesAndSwitchRulesOff() {
    Settings settings =
        Settings.builder()
            .rules(Map.of("stray-space", Optional.of(Severity.ERROR), "bad-date", Optional.empty()))
            .build();
    CheckResult result =
        check(
            settings,
            KnownUsers.none(),
            TextSheet.of("courses", "code | title | ends\nNAV-1· | One | 31.2.2027\n"));
    assertThat(result.findings())
        .singleElement()
        .extracting(Finding::severity)
        .isEqualTo(Severity.ERROR);
  }

  @Test
  void aPasswordIsNeverInAFinding() {
    CheckResult result =
        check(TextSheet.of("users", "given name | password\nJo | ·open sesame·\n"));
    assertThat(result.findings()).isNotEmpty();
    assertThat(result.findings().toString()).doesNotContain("sesame");
  }

  @Test
  void everyRuleExplainsItself() {
    assertThat(Rules.texts())
        .extracting(RuleText::name)
        .doesNotHaveDuplicates()
        .allMatch(name -> name.matches("[a-z]+(-[a-z]+)*"));
    assertThat(Rules.texts())
        .allSatisfy(
            text -> {
              assertThat(text.finds()).endsWith(".");
              assertThat(text.matters()).endsWith(".");
              assertThat(text.mend()).isNotBlank();
              assertThat(text.example()).contains("\n");
            });
  }

  @Test
  void everyTextIsOfARule() throws Exception {
    Set<String> names = new HashSet<>();
    Rules.texts().forEach(text -> names.add(text.name() + ".txt"));
    Path texts = Path.of(RuleText.class.getResource("rules/bad-date.txt").toURI()).getParent();
    try (Stream<Path> files = Files.list(texts)) {
      assertThat(files.map(file -> file.getFileName().toString()).filter(f -> f.endsWith(".txt")))
          .isSubsetOf(names);
    }
  }
}
