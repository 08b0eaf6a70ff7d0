package neatroster.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Policy;
import neatroster.core.settings.ScopedSetting;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.statement.Statements;
import org.junit.jupiter.api.Test;

/** What was issued beside usernames, on its way to the platform. */
class IssuedItemsInBatchesTest {
  private static final KnownUser ANA =
      new KnownUser(new Person("501", "", "Ana Marlowe", "", ""), "amarlowe", "", "");

  private static final TextSheet COURSES =
      TextSheet.of("courses", "code | title\nNAV-2 | Coastal\n");

  private static List<String> pack(
      Settings settings,
      IssuedItems items,
      List<KnownUser> issued,
      String export,
      TextSheet... sheets)
      throws UnreadableSheetException {
    Roster exports = export.isEmpty() ? Rosters.of() : Rosters.of(TextSheet.of("export", export));
    Known known = Statements.read(exports, issued, false);
    CheckResult checked =
        Checker.check(Rosters.of(settings, sheets), CheckInput.of(settings, known));
    List<String> changes = new ArrayList<>();
    ChangeReceiver receiver =
        new ChangeReceiver() {
          @Override
          public void change(PlannedChange row) {
            changes.add(
                row.phase().word()
                    + " "
                    + row.change().word()
                    + " "
                    + row.values().entrySet().stream()
                        .filter(value -> value.getKey() != Field.CHANGE_AT_FIRST_LOGIN)
                        .map(value -> value.getKey().key() + "=" + value.getValue())
                        .collect(Collectors.joining(" ")));
          }

          @Override
          public void leftOut(RosterRow row, int line, String why) {
            changes.add("left out " + row.number() + " " + why);
          }
        };
    new Comparison(settings, checked, known, items, LocalDate.of(2027, 1, 15), receiver).run();
    return changes;
  }

  private static IssuedItems passwords() {
    return IssuedItems.of(user -> "pw-" + user);
  }

  @Test
  void aRenamedUserIsRenamedAndKeepsThePassword() throws UnreadableSheetException {
    Settings follow = Settings.builder().policy(new Policy(false, false, true)).build();
    TextSheet users =
        TextSheet.of(
            "users",
            "id | given name | family name | former username\n501 | Ana | Finch | amarlowe\n");
    List<String> expected =
        List.of(
            "users rename id=501 username=afinch givenName=Ana familyName=Finch"
                + " formerUsername=amarlowe");
    List<KnownUser> renamed = List.of(ANA.renamed("afinch"));
    assertThat(pack(follow, passwords(), renamed, "", users)).isEqualTo(expected);
    assertThat(
            pack(
                follow,
                passwords(),
                renamed,
                "id | username | given name\n501 | amarlowe | Ana\n",
                users))
        // Where it is known what the platform holds, nothing else goes along.
        .containsExactly("users rename username=afinch formerUsername=amarlowe");
    // The platform has the new name: there is nothing left to do.
    assertThat(
            pack(
                follow,
                passwords(),
                renamed,
                "id | username | given name\n501 | afinch | Ana\n",
                users))
        .isEmpty();
  }

  @Test
  void guardiansComeOnceBeforeTheirChildrenAndAreNamedAsWhoLooksAfterThem()
      throws UnreadableSheetException {
    Settings settings = Settings.builder().guardians(new Settings.Guardians(true)).build();
    KnownUser rosa =
        new KnownUser(new Person("", "rosa@home.example", "Rosa Marlowe", "", ""), "rosam", "", "")
            .forRole(KnownUser.GUARDIAN);
    KnownUser abel = new KnownUser(new Person("502", "", "Abel Marlowe", "", ""), "abelm", "", "");
    assertThat(
            pack(
                settings,
                passwords(),
                List.of(ANA, abel, rosa),
                "",
                TextSheet.of(
                    "users",
                    """
                    id  | given name | family name | guardian email
                    501 | Ana        | Marlowe     | rosa@home.example
                    502 | Abel       | Marlowe     | Rosa@home.example
                    """)))
        .containsExactly(
            "users create username=rosam givenName=Rosa familyName=Marlowe email=rosa@home.example"
                + " password=pw-rosam role=observer",
            "users create id=501 username=amarlowe givenName=Ana familyName=Marlowe manager=rosam"
                + " guardianEmail=rosa@home.example password=pw-amarlowe",
            "users create id=502 username=abelm givenName=Abel familyName=Marlowe manager=rosam"
                + " guardianEmail=Rosa@home.example password=pw-abelm");
  }

  @Test
  void anonymousAccountsAreCreatedAndEnrolledWhereTheirCourseIs() throws UnreadableSheetException {
    KnownUser nobody =
        new KnownUser(
            new Person("", "", "", "", ""),
            "gull-x7",
            "",
            "",
            KnownUser.Standing.ISSUED,
            KnownUser.ANONYMOUS,
            "NAV-2",
            List.of());
    List<String> changes = pack(Settings.standard(), passwords(), List.of(nobody), "", COURSES);
    assertThat(changes)
        .containsExactly(
            "courses create code=NAV-2 title=Coastal",
            "users create username=gull-x7 givenName=gull-x7 password=pw-gull-x7",
            "enrollments enroll role=learner course=NAV-2 user=gull-x7");
    assertThat(
            pack(
                Settings.standard(),
                passwords(),
                List.of(nobody),
                "",
                TextSheet.of("courses", "code | title\nKNOT | Knots\n")))
        .noneMatch(change -> change.contains("gull"));
  }

  @Test
  void anotherPasswordGoesToThePlatformThatHasTheAccount() throws UnreadableSheetException {
    String export = "id | username | given name\n501 | amarlowe | Ana\n";
    TextSheet users = TextSheet.of("users", "id | given name | family name\n501 | Ana | Marlowe\n");
    assertThat(pack(Settings.standard(), passwords(), List.of(ANA), export, users)).isEmpty();
    IssuedItems due = new IssuedItems(user -> "pw-" + user, Set.of("amarlowe"), Map.of());
    assertThat(pack(Settings.standard(), due, List.of(ANA), export, users))
        .containsExactly("users change username=amarlowe password=pw-amarlowe");
  }

  @Test
  void joinCodesFillBlankCells() throws UnreadableSheetException {
    IssuedItems codes =
        new IssuedItems(
            user -> "",
            Set.of(),
            Map.of(JoinCode.of("NAV-2", ""), "ABC-123", JoinCode.of("NAV-2", "Watch"), "DEF-456"));
    assertThat(
            pack(
                Settings.standard(),
                codes,
                List.of(),
                "",
                TextSheet.of(
                    "courses",
                    "code | title | join code\nNAV-2 | Coastal |\nKNOT | Knots | OWN-1\n"),
                TextSheet.of("groups", "course | name\nNAV-2 | Watch\n")))
        .containsExactly(
            "courses create code=NAV-2 title=Coastal joinCode=ABC-123",
            "courses create code=KNOT title=Knots joinCode=OWN-1",
            "groups create joinCode=DEF-456 course=NAV-2 name=Watch");
  }

  @Test
  void whoseUsernameThePlatformMakesIsEnrolledByEmail() throws UnreadableSheetException {
    KnownUser cy = new KnownUser(new Person("", "cy@pier.example", "Cy Quay", "", ""), "", "", "");
    assertThat(
            pack(
                Settings.standard(),
                passwords(),
                List.of(cy),
                "",
                COURSES,
                TextSheet.of(
                    "users",
                    "given name | email | enrollments\nCy Quay | cy@pier.example | NAV-2\n")))
        .contains(
            "users create givenName=Cy Quay email=cy@pier.example" + " password=pw-cy@pier.example",
            "enrollments enroll role=learner course=NAV-2 user=cy@pier.example");
  }

  @Test
  void whoHasOnlyAMadeEmailIsEnrolledByIt() throws UnreadableSheetException {
    KnownUser cy =
        new KnownUser(new Person("", "", "Cy Quay", "", ""), "", "cy.quay@pier.example", "");
    assertThat(
            pack(
                Settings.standard(),
                IssuedItems.of(user -> ""),
                List.of(cy),
                "",
                COURSES,
                TextSheet.of(
                    "users",
                    """
                    given name | family name | enrollments | status
                    Cy         | Quay        | NAV-2       |
                    """)))
        .contains(
            "users create givenName=Cy familyName=Quay email=cy.quay@pier.example",
            "enrollments enroll role=learner course=NAV-2 user=cy.quay@pier.example");
    assertThat(
            pack(
                Settings.standard(),
                IssuedItems.of(user -> ""),
                List.of(cy),
                "",
                TextSheet.of("users", "full name | status\nCy Quay | removed\n")))
        .noneMatch(change -> change.startsWith("removals"));
  }

  @Test
  void defaultsMayDifferByRoleAndSite() throws UnreadableSheetException {
    Map<Table, Map<String, String>> usual = Map.of(Table.USERS, Map.of("language", "en"));
    Map<Table, Map<String, String>> pier = Map.of(Table.USERS, Map.of("language", "pt"));
    Settings settings =
        Settings.builder().defaults(ScopedSetting.same(usual).with("", "Pier", pier)).build();
    assertThat(
            pack(
                settings,
                IssuedItems.of(user -> ""),
                List.of(),
                "",
                TextSheet.of(
                    "users",
                    "username | given name | site\nana | Ana | Pier/East\nbob | Bo | Quay\n")))
        .contains(
            "users create username=ana givenName=Ana site=Pier/East language=pt",
            "users create username=bob givenName=Bo site=Quay language=en");
  }
}
