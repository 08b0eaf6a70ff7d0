package neatroster.core.wanted;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.accounts.AccountIssuer;
import neatroster.core.accounts.Issuing;
import neatroster.core.accounts.PasswordWords;
import neatroster.core.arrange.CoursePeople;
import neatroster.core.batch.BlockingProblem;
import neatroster.core.change.PlannedChange;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckResult;
import neatroster.core.check.pass.Checker;
import neatroster.core.compare.ChangeReceiver;
import neatroster.core.compare.Comparison;
import neatroster.core.compare.IssuedItems;
import neatroster.core.confirm.CourseCounts;
import neatroster.core.handout.Attendance;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Policy;
import neatroster.core.settings.ScopedSetting;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.statement.Statements;
import org.junit.jupiter.api.Test;

/** What is asked for is asked for once, and by everybody alike. */
class WantedTest {
  private static final LocalDate TODAY = LocalDate.of(2027, 1, 15);
  private static final Settings REMOVING =
      Settings.builder().policy(new Policy(true, true, false)).build();
  private static final String PEOPLE =
      """
      username | given name | email
      amarlowe | Ana        | ana@pier.example
      bfinch   | Bo         | bo@pier.example
      cmoss    | Cy         | cy@pier.example
      """;

  private static CheckResult check(Settings settings, Known known, String... texts) {
    List<TextSheet> sheets = new ArrayList<>();
    for (String text : texts) {
      sheets.add(TextSheet.of("sheet" + sheets.size(), text));
    }
    return Checker.check(
        Rosters.of(settings, sheets.toArray(TextSheet[]::new)),
        new CheckInput(settings, known, Optional.of(TODAY), Optional.empty()));
  }

  private static CheckResult check(Settings settings, String... texts) {
    return check(settings, Known.nothing(), texts);
  }

  private static List<String> changes(Settings settings, CheckResult checked, Known known) {
    List<String> changes = new ArrayList<>();
    new Comparison(
            settings,
            checked,
            known,
            IssuedItems.of(user -> ""),
            TODAY,
            new ChangeReceiver() {
              @Override
              public void change(PlannedChange change) {
                changes.add(change.phase().word() + " " + change.key());
              }

              @Override
              public void leftOut(RosterRow row, int line, String why) {
                changes.add("left out " + row.place().sheet() + " " + row.number());
              }
            })
        .run();
    return changes;
  }

  private static List<String> changes(Settings settings, String... texts) {
    return changes(settings, check(settings, texts), Known.nothing());
  }

  @Test
  void aGroupIsMadeAsLongAsAnybodySoundNeedsIt() {
    Settings makes =
        Settings.builder()
            .policy(new Policy(Policy.usual(), false, false, false, false, true, false))
            .build();
    String courses = "code | title\nNAV-1 | Coast\n";
    assertThat(
            changes(
                makes,
                PEOPLE,
                courses,
                """
                user    | course | group | role
                bfinch  | NAV-1  | Port  | lerner
                cmoss   | NAV-1  | Port  | learner
                amarlowe | NAV-1 | Star  | lerner
                """))
        .contains("groups NAV-1 Port", "enrollments cmoss NAV-1 Port", "left out sheet2 2")
        .doesNotContain("groups NAV-1 Star");
  }

  @Test
  void whatHasEndedHoldsWhicheverListComesFirst() {
    String courses = "code | title\nNAV-1 | Coast\nNAV-2 | Night\n";
    String ended =
        """
        user   | course | status | ends
        bfinch | NAV-1  | ended  |
        cmoss  | NAV-1  | ended  | 2027-01-10
        """;
    String active =
        """
        user   | course | starts
        bfinch | NAV-1  | 2027-02-01
        bfinch | NAV-2  |
        cmoss  | NAV-1  | 2027-02-01
        """;
    for (List<String> order : List.of(List.of(ended, active), List.of(active, ended))) {
      CheckResult checked = check(Settings.standard(), PEOPLE, courses, order.get(0), order.get(1));
      assertThat(changes(Settings.standard(), checked, Known.nothing()))
          .filteredOn(change -> change.startsWith("enrollments"))
          .containsExactly("enrollments bfinch NAV-2", "enrollments cmoss NAV-1");
      assertThat(checked.findings().stream())
          .filteredOn(finding -> finding.rule().text().name().equals("conflicting-status"))
          .singleElement()
          .satisfies(finding -> assertThat(finding.related()).hasSize(1));
    }
  }

  @Test
  void rowsAboutWhatIsRemovedAreLeftOutAndNothingBlocks() {
    CheckResult checked =
        check(
            REMOVING,
            """
            username | given name | family name | email            | status
            amarlowe | Ana        | Marlowe     | ana@pier.example |
                     | Bo         | Finch       | bo@pier.example  | removed
            """,
            "code | title | status\nNAV-1 | Coast |\nNAV-2 | Night | removed\n",
            "course | name\nNAV-2 | Port\n",
            """
            user             | course | group
            amarlowe         | NAV-1  |
            amarlowe         | NAV-2  | Port
            bo@pier.example  | NAV-1  |
            """);
    assertThat(BlockingProblem.of(checked, false)).isEmpty();
    assertThat(Rosters.found(checked))
        .filteredOn(one -> one.contains("removed-still-named"))
        .containsExactly("sheet3:3 removed-still-named");
    assertThat(changes(REMOVING, checked, Known.nothing()))
        .containsExactly(
            "courses NAV-1", "removals NAV-2", "users amarlowe", "enrollments amarlowe NAV-1");
    assertThat(Attendance.of(checked.wanted(), Known.nothing(), user -> "", List.of()).people())
        .singleElement()
        .satisfies(ana -> assertThat(ana.seats()).hasSize(1));
  }

  @Test
  void aRowForAllMembersOfARemovedGroupEnrollsNobody() {
    CheckResult checked =
        check(
            REMOVING,
            PEOPLE,
            "code | title\nNAV-1 | Coast\n",
            "course | name | status\n | Drill Team | removed\n",
            "user | group\namarlowe | Drill Team\n",
            "members of | course\nDrill Team | NAV-1\n");
    assertThat(Rosters.found(checked))
        .filteredOn(one -> one.contains("removed-still-named"))
        .hasSize(1);
    assertThat(changes(REMOVING, checked, Known.nothing()))
        .noneMatch(one -> one.startsWith("enrollments"));
  }

  @Test
  void anAddressOfAGuardianIsNoOtherPersonsToo() {
    Settings accounts = Settings.builder().guardians(new Settings.Guardians(true)).build();
    assertThat(
            Rosters.found(
                check(
                    accounts,
                    """
                    username | given name | family name | email            | guardian name | guardian email
                    amarlowe | Ana        | Marlowe     |                  | Rosa Marlowe  | rosa@home.example
                    bmarlowe | Bo         | Marlowe     |                  | R. Marlowe    | Rosa@home.example
                    cquay    | Cy         | Quay        |                  | Una Quay      | rosa@home.example
                    dreed    | Di         | Reed        |                  | Tom Reed      | tom@pier.example
                    tgull    | Tom        | Gull        | tom@pier.example |               |
                    """)))
        .filteredOn(one -> one.contains("another-person"))
        .containsExactly("sheet0:4 another-person", "sheet0:5 another-person");
  }

  @Test
  void defaultsOfSitesReachPatternsAndSlips() throws Exception {
    Map<Table, Map<String, String>> usual = new EnumMap<>(Table.class);
    usual.put(Table.USERS, Map.of(Field.SITE.label(), "Main Pier"));
    Settings.Usernames plain = Settings.standard().usernames().usual();
    Settings.Usernames atPier =
        new Settings.Usernames(
            "pier.{family}",
            plain.onClash(),
            plain.shortest(),
            plain.longest(),
            plain.allow(),
            plain.reserved(),
            plain.unwanted(),
            plain.byPlatform());
    Settings settings =
        Settings.builder()
            .defaults(ScopedSetting.same(usual))
            .usernames(ScopedSetting.same(plain).with("", "Main Pier", atPier))
            .build();
    String people = "given name | family name | site\nAna | Marlowe |\nBo | Finch | North Dock\n";
    CheckResult checked = check(settings, people);
    Roster roster = checked.roster();
    Issuing issuing =
        new Issuing(
            settings,
            checked,
            roster,
            Known.nothing(),
            0,
            new AccountIssuer(settings, PasswordWords.all(), new SplittableRandom(1), List.of()));
    assertThat(issuing.decide(new SplittableRandom(1), List.of()).issued())
        .extracting(account -> account.user().username())
        .containsExactly("pier.marlowe", "bfinch");
    assertThat(Attendance.of(checked.wanted(), Known.nothing(), user -> "", List.of()).people())
        .extracting(person -> person.site())
        .containsExactlyInAnyOrder("Main Pier", "North Dock");
    List<String> sites = new ArrayList<>();
    checked
        .wanted()
        .people((person, one, row, line) -> sites.add(one.text(Field.SITE) + "=" + one.site()));
    assertThat(sites).containsExactly("Main Pier=Main Pier", "North Dock=North Dock");
  }

  @Test
  void whoeverIsInACourseTwiceIsInItOnceAndByTheRoleTheyHave() {
    Settings instructors = Settings.builder().defaultRole("instructor").build();
    CheckResult checked =
        check(
            instructors,
            PEOPLE,
            "code | title | capacity\nNAV-1 | Coast | 1\n",
            "course | name\nNAV-1 | Port\n",
            """
            user     | course | group | role
            amarlowe | NAV-1  |       |
            bfinch   | NAV-1  |       |
            cmoss    | NAV-1  | Port  | learner
            """,
            "username | given name | course\ncmoss | Cy | NAV-1\nbfinch | Bo | NAV-1\n");
    assertThat(Rosters.found(checked)).noneMatch(one -> one.contains("over-capacity"));
    assertThat(Attendance.of(checked.wanted(), Known.nothing(), user -> "", List.of()).people())
        .allSatisfy(person -> assertThat(person.seats()).hasSize(1));
    assertThat(CoursePeople.roleOfLearners(instructors)).isEqualTo("learner");
    assertThat(new CoursePeople(instructors, checked).of(0, "learner")).hasSize(1);
  }

  @Test
  void whoeverLeavesOneOfTwoGroupsIsStillInTheCourse() throws Exception {
    String header = "user | course | group | role\n";
    String port = "bfinch | NAV-1 | Port | learner\n";
    String star = "bfinch | NAV-1 | Star | learner\n";
    Known before =
        Statements.read(Rosters.of(TextSheet.of("b", header + port + star)), List.of(), false);
    Known now = Statements.read(Rosters.of(TextSheet.of("n", header + star)), List.of(), false);
    CourseCounts counts =
        new CourseCounts(before.memberships(), now.memberships(), java.util.Set.of("nav-1"));
    List<PlannedChange> changes = new ArrayList<>();
    new Comparison(
            Settings.standard(),
            check(
                Settings.standard(),
                before,
                PEOPLE,
                "user | course | group | status\nbfinch | NAV-1 | Port | ended\n"),
            before,
            IssuedItems.of(user -> ""),
            TODAY,
            new ChangeReceiver() {
              @Override
              public void change(PlannedChange change) {
                changes.add(change);
              }

              @Override
              public void leftOut(RosterRow row, int line, String why) {
                throw new AssertionError(why);
              }
            })
        .run();
    changes.forEach(counts::add);
    assertThat(counts.all()).containsExactly(new CourseCounts.Count("NAV-1", "learner", 1, 1));
  }

  @Test
  void instructorsOfCoursesAreMembershipsThatAnExportMayTellOf() throws Exception {
    String courses = "code | title | instructors\nNAV-1 | Coast | bfinch; ANA@pier.example\n";
    assertThat(changes(Settings.standard(), PEOPLE, courses))
        .contains("enrollments bfinch NAV-1", "enrollments amarlowe NAV-1");
    Known told =
        Statements.read(
            Rosters.of(
                TextSheet.of("people", PEOPLE),
                TextSheet.of("courses", "code | title | instructors\nNAV-1 | Coast | bfinch\n")),
            List.of(),
            false);
    assertThat(
            changes(Settings.standard(), check(Settings.standard(), told, PEOPLE, courses), told))
        .containsExactly("enrollments amarlowe NAV-1");
  }
}
