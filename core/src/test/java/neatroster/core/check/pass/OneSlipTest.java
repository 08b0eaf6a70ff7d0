package neatroster.core.check.pass;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.model.Severity;
import neatroster.core.roster.Roster;
import neatroster.core.settings.AcceptedFinding;
import neatroster.core.settings.Settings;
import neatroster.core.statement.Statements;
import org.junit.jupiter.api.Test;

/** One slip of the hand is one finding, and what is meant is none. */
class OneSlipTest {
  private static final String KNOWN =
      """
      id  | username | given name | email
      417 | amarlowe | Ana        | ana@pier.example
      418 | bfinch   | Bo         | bo@pier.example
      """;

  private static CheckResult check(Settings settings, String known, TextSheet... sheets)
      throws Exception {
    Roster exports = known == null ? Rosters.of() : Rosters.of(TextSheet.of("known", known));
    CheckInput checkInput =
        new CheckInput(
            settings,
            Statements.read(exports, List.of(), false),
            Optional.of(LocalDate.of(2027, 1, 15)),
            Optional.empty());
    return Checker.check(Rosters.of(settings, sheets), checkInput);
  }

  private static List<String> graver(String known, TextSheet... sheets) throws Exception {
    return check(Settings.standard(), known, sheets).findings().stream()
        .filter(finding -> finding.severity() != Severity.NOTE)
        .map(finding -> finding.place().row() + " " + finding.rule().text().name())
        .toList();
  }

  @Test
  void anAddressWithACommaIsNoOtherDomain() throws Exception {
    StringBuilder users = new StringBuilder("given name | email\n");
    for (int i = 0; i < 12; i++) {
      users.append("Ana").append((char) ('a' + i)).append(" | p").append(i);
      users.append(i == 5 ? "@pier,example\n" : "@pier.example\n");
    }
    assertThat(graver(null, TextSheet.of("users", users.toString())))
        .containsExactly("7 bad-email");
  }

  @Test
  void anIdThatStandsTwiceDoesNotAccuseItsAccountsToo() throws Exception {
    assertThat(
            graver(
                KNOWN,
                TextSheet.of(
                    "users",
                    """
                    id  | given name | email
                    417 | Ana        | ana@pier.example
                    417 | Bo         | bo@pier.example
                    """)))
        .containsExactly("3 another-person");
  }

  @Test
  void anAddressThatStandsTwiceIsNotTakenBesides() throws Exception {
    assertThat(
            graver(
                KNOWN,
                TextSheet.of(
                    "users",
                    """
                    id  | given name | email
                    417 | Ana        | ana@pier.example
                    600 | Una        | ana@pier.example
                    """)))
        .containsExactly("3 duplicate-email");
  }

  @Test
  void twoRolesOfOnePersonAreOneFinding() throws Exception {
    assertThat(
            graver(
                null,
                TextSheet.of("users", "username | given name | grade\nana | Ana | 7\n"),
                TextSheet.of(
                    "enr", "user | course | role\nana | NAV-1 | learner\nana | NAV-1 | teacher\n")))
        .containsExactly("3 conflicting-roles");
  }

  @Test
  void aTornRowIsNothingElse() throws Exception {
    assertThat(
            graver(
                null,
                TextSheet.of(
                    "users", "username | given name | email\nana | Ana | nowhere | else\n")))
        .containsExactly("2 uneven-row");
  }

  @Test
  void aSingleWrongCodeIsNotTakenForOneThatWasDragged() throws Exception {
    assertThat(
            graver(
                null,
                TextSheet.of("courses", "code | title\nNAV-2 | Coast\n"),
                TextSheet.of("enr", "user | course\nana | NAV-2\nbo | NAV-3\ncy | NAV-2\n")))
        .containsExactly("3 unknown-course");
  }

  @Test
  void spellingsThatTidyMakesEqualAreNoTwins() throws Exception {
    assertThat(
            graver(
                null,
                TextSheet.of("users", "id | given name | site\n1 | Ana | Pier\n2 | Bo | Pier·\n")))
        .containsExactly("3 stray-space");
  }

  @Test
  void whatIsAcceptedIsCountedForItsValueAndItsSheetAlone() throws Exception {
    List<AcceptedFinding> accepted =
        List.of(
            new AcceptedFinding(
                "line 1", "bad-email", Optional.of("ana@pier"), Optional.empty(), "a test"),
            new AcceptedFinding(
                "line 2", "bad-email", Optional.empty(), Optional.of("other"), "their way"),
            new AcceptedFinding(
                "line 3", "bad-date", Optional.empty(), Optional.empty(), "none left"));
    Settings settings =
        Settings.builder().checks(new Settings.Checks("", 12, 13, accepted)).build();
    TextSheet users = TextSheet.of("users", "given name | email\nAna | ana@pier\nBo | bo@pier\n");
    TextSheet other = TextSheet.of("other", "given name | email\nCy | cy@pier\n");
    CheckResult result = check(settings, null, users, other);
    assertThat(result.findings())
        .singleElement()
        .satisfies(finding -> assertThat(finding.value()).isEqualTo("bo@pier"));
    assertThat(result.accepted().values()).containsExactly(1, 1, 0);
  }

  @Test
  void theSameSheetsGiveTheSameFindingsEveryTime() throws Exception {
    TextSheet users =
        TextSheet.of(
            "users",
            "id | given name | email | site\n1 | Ana | ana@pier | Main Pier\n1 | B0 | | Mian Pier\n");
    List<Finding> once = check(Settings.standard(), KNOWN, users).findings();
    List<Finding> twice = check(Settings.standard(), KNOWN, users).findings();
    assertThat(once).hasSizeGreaterThan(3);
    assertThat(twice)
        .extracting(Finding::message)
        .isEqualTo(once.stream().map(Finding::message).toList());
  }
}
