package neatroster.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckResult;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Table;
import neatroster.core.settings.Policy;
import neatroster.core.settings.ScopedSetting;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import org.junit.jupiter.api.Test;

class ComparisonTest {
  private static final LocalDate TODAY = LocalDate.of(2027, 1, 12);

  private final List<String> leftOut = new ArrayList<>();

  /** The changes as {@code phase change field=value …}, rows that are left out aside. */
  private List<String> pack(Settings settings, KnownUsers known, TextSheet... sheets) {
    CheckResult checked = Rosters.check(settings, known, sheets);
    List<String> changes = new ArrayList<>();
    ChangeReceiver receiver =
        new ChangeReceiver() {
          @Override
          public void change(PlannedChange row) {
            String values =
                row.values().entrySet().stream()
                    .map(value -> value.getKey().key() + "=" + value.getValue())
                    .collect(Collectors.joining(" "));
            changes.add(row.phase().word() + " " + row.change().word() + " " + values);
          }

          @Override
          public void leftOut(RosterRow row, int line, String why) {
            leftOut.add(row.place().sheet().file() + ":" + row.number() + " " + why);
          }
        };
    new Comparison(
            settings,
            checked,
            Known.of(known),
            IssuedItems.of(username -> "pw-" + username),
            TODAY,
            receiver)
        .run();
    return changes;
  }

  private List<String> pack(TextSheet... sheets) {
    return pack(Settings.standard(), KnownUsers.none(), sheets);
  }

  private static Settings settings(
      boolean remove, DateOrder dates, Map<Table, Map<String, String>> defaults) {
    return Settings.builder()
        .dates(dates)
        .policy(new Policy(remove, remove, false))
        .roles(new RoleWords(Map.of("learner", List.of("Matrose"))))
        .defaultRole("observer")
        .defaults(ScopedSetting.same(defaults))
        .courseAliases(Map.of("First hour", "NAV-1"))
        .build();
  }

  @Test
  void coursesAreWrittenWithIsoDatesAndTheirSites() {
    assertThat(
            pack(
                TextSheet.of(
                    "courses",
                    """
                    code  | title | site             | starts    | ends
                    NAV-1 | Coast | Main Pier/Deck A | 11.1.2027 | +2 weeks
                    NAV-2 |·Night·| Main Pier        |           | +10 days
                    """)))
        .containsExactly(
            "sites create site=Main Pier",
            "sites create site=Main Pier/Deck A",
            "courses create site=Main Pier/Deck A code=NAV-1 title=Coast starts=2027-01-11"
                + " ends=2027-01-25",
            "courses create site=Main Pier code=NAV-2 title=Night ends=2027-01-22");
  }

  @Test
  void aCourseWithoutATitleColumnIsCalledByItsCode() {
    assertThat(pack(TextSheet.of("courses", "code\nNAV-1\n")))
        .containsExactly("courses create code=NAV-1 title=NAV-1");
  }

  @Test
  void usersComeWithWhatWasIssuedToThem() {
    KnownUsers known =
        new KnownUsers(
            List.of(
                new KnownUser(
                    new Person("501", "", "Ana Marlowe", "", ""),
                    "amarlowe",
                    "ana@pier.example",
                    ""),
                new KnownUser(new Person("", "", "Bo Finch", "", ""), "bfinch", "", "000007")));
    assertThat(
            pack(
                Settings.standard(),
                known,
                TextSheet.of(
                    "users",
                    """
                    id  | full name    | username | password | role    | birth date
                    501 | Marlowe, Ana |          |          | Teacher | 3.4.2011
                        | Bo Finch     |          |          |         |
                    503 | Cy           | cy.quay  | sesame-7   | cadet   |
                    """)))
        .containsExactly(
            "users create id=501 username=amarlowe givenName=Ana familyName=Marlowe"
                + " email=ana@pier.example birthDate=2011-04-03 password=pw-amarlowe role=instructor"
                + " changeAtFirstLogin=yes",
            "users create id=000007 username=bfinch givenName=Bo familyName=Finch"
                + " password=pw-bfinch changeAtFirstLogin=yes",
            "users create id=503 username=cy.quay givenName=Cy password=sesame-7 role=learner changeAtFirstLogin=yes");
  }

  @Test
  void enrollmentsNameUsersAndCoursesByTheirKeys() {
    assertThat(
            pack(
                settings(false, DateOrder.MONTH_FIRST, Map.of()),
                KnownUsers.none(),
                TextSheet.of("courses", "code | title\nNAV-1 | Coast\nNAV-2 | Night\n"),
                TextSheet.of("groups", "course | name\nNAV-1 | Port Watch\n"),
                TextSheet.of(
                    "users", "id | username | given name | email\n501 | ana | Ana | a@b.example\n"),
                TextSheet.of(
                    "enr",
                    """
                    user        | course     | role    | group        | ends     | status
                    501         | First hour | MATROSE |·Port··Watch· | 3/4/2027 |
                    A@B.example | Night      |         |              |          | ended
                    """)))
        .endsWith(
            "enrollments enroll role=learner ends=2027-03-04 course=NAV-1 user=ana group=Port Watch",
            "withdrawals withdraw role=observer course=NAV-2 user=ana");
  }

  @Test
  void defaultsFillBlanksOnly() {
    Map<Table, Map<String, String>> defaults =
        Map.of(Table.COURSES, Map.of("language", "en", "capacity", "20"));
    assertThat(
            pack(
                settings(false, DateOrder.DAY_FIRST, defaults),
                KnownUsers.none(),
                TextSheet.of("courses", "code | capacity\nNAV-1 | 8\nNAV-2 |\n")))
        .containsExactly(
            "courses create language=en code=NAV-1 title=NAV-1 capacity=8",
            "courses create language=en code=NAV-2 title=NAV-2 capacity=20");
  }

  @Test
  void whatNeedsAFaultyRowIsLeftOutWithIt() {
    assertThat(
            pack(
                TextSheet.of(
                    "courses", "code | title\nNAV-1 | Coast\nRAD-1 | Radio\nRAD-1 | Signals\n"),
                TextSheet.of("groups", "course | name\nRAD-1 | Net\nNAV-1 | Watch\n"),
                TextSheet.of(
                    "users", "username | given name\nana | Ana\nbob | Bo\nbob | Bob\ncyq | Cy\n"),
                TextSheet.of(
                    "enr",
                    """
                    user | course | group
                    ana  | NAV-1  | Watch
                    ana  | RAD-1  | Net
                    bob  | NAV-1  |
                    cyq  | NAV-9  |
                    """)))
        .containsExactly(
            "courses create code=NAV-1 title=Coast",
            "groups create course=NAV-1 name=Watch",
            "users create username=ana givenName=Ana password=pw-ana changeAtFirstLogin=yes",
            "users create username=cyq givenName=Cy password=pw-cyq changeAtFirstLogin=yes",
            "enrollments enroll role=learner course=NAV-1 user=ana group=Watch");
    assertThat(leftOut)
        .containsExactly(
            "courses:3 null",
            "courses:4 null",
            "groups:2 The course “RAD-1” is left out, so this row is too.",
            "users:3 null",
            "users:4 null",
            "enr:3 The course “RAD-1” is left out, so this row is too.",
            "enr:4 The user “bob” is left out, so this row is too.",
            "enr:5 null");
  }

  @Test
  void usersWithoutAnAccountAreLeftOut() {
    assertThat(
            pack(
                TextSheet.of("courses", "code\nNAV-1\n"),
                TextSheet.of("users", "id | given name\n501 | Ana\n"),
                TextSheet.of("enr", "user | course\n501 | NAV-1\n")))
        .containsExactly("courses create code=NAV-1 title=NAV-1");
    assertThat(leftOut)
        .containsExactly(
            "users:2 The user has no account yet. Run neat-roster issue first.",
            "enr:2 The user “501” is left out, so this row is too.");
  }

  @Test
  void removalsComeLastAndOnlyWhereTheyAreCarriedOut() {
    TextSheet users =
        TextSheet.of(
            "users", "username | given name | status\nana | Ana | removed\nbob | Bo | Suspended\n");
    TextSheet courses = TextSheet.of("courses", "code | title | status\nNAV-1 | Coast | removed\n");
    assertThat(
            pack(settings(true, DateOrder.DAY_FIRST, Map.of()), KnownUsers.none(), users, courses))
        .containsExactly(
            "removals remove course=NAV-1",
            "removals remove username=ana",
            "users create username=bob givenName=Bo password=pw-bob status=suspended changeAtFirstLogin=yes");
    assertThat(pack(users, courses))
        .containsExactly(
            "users create username=bob givenName=Bo password=pw-bob status=suspended changeAtFirstLogin=yes");
    assertThat(leftOut).containsExactly("courses:2 null", "users:2 null");
  }

  @Test
  void theMembersOfAGroupAreEnrolledOneByOneAndNobodyTwice() {
    assertThat(
            pack(
                    TextSheet.of("courses", "code\nNAV-1\n"),
                    TextSheet.of("groups", "course | name\n | Choir\n"),
                    TextSheet.of("users", "username | given name\nana | Ana\nbob | Bo\n"),
                    TextSheet.of(
                        "enr",
                        """
                    members of | user | course | group | role
                    Choir      |      | NAV-1  |       | assistant
                               | ana  |        | Choir |
                               | bob  |        | Choir |
                               | bob  | NAV-1  |       | instructor
                    """))
                .stream()
                .filter(change -> change.startsWith("enrollments")))
        .containsExactly(
            "enrollments enroll role=learner user=ana group=Choir",
            "enrollments enroll role=learner user=bob group=Choir",
            "enrollments enroll role=instructor course=NAV-1 user=bob",
            "enrollments enroll role=assistant course=NAV-1 user=ana");
  }

  @Test
  void aChangeSaysNothingOfItsValues() {
    PlannedChange row =
        new PlannedChange(Phase.USERS, Change.RE_ROLE, Map.of(Field.PASSWORD, "sesame-7"));
    assertThat(row.toString()).isEqualTo("users: re-role");
    assertThat(Optional.of(row)).map(r -> r.value(Field.EMAIL)).contains("");
  }
}
