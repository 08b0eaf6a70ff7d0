package neatroster.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.settings.Policy;
import neatroster.core.settings.Settings;
import org.junit.jupiter.api.Test;

/** What the platform holds otherwise than the roster, value by value. */
class ComparedValuesTest {
  private static Settings settings(Policy.Known known, Policy.Absent absent, boolean changed) {
    return builder(known, absent, changed).build();
  }

  private static Settings.Builder builder(
      Policy.Known known, Policy.Absent absent, boolean changed) {
    Policy policy = new Policy(true, true, true);
    for (Table table : Table.values()) {
      Policy.Absent of =
          table == Table.USERS || table == Table.COURSES
              ? absent
              : table == Table.ENROLLMENTS && absent == Policy.Absent.REMOVE
                  ? Policy.Absent.WITHDRAW
                  : Policy.Absent.LEAVE;
      policy = policy.with(table, new Policy.OfTable(false, known, Map.of(), of, changed));
    }
    return Settings.builder().policy(policy);
  }

  private static Settings withHouse(Settings.Builder settings) {
    OwnField house =
        new OwnField("house", Table.USERS, OwnField.Type.TEXT, List.of(), false, false, "");
    return settings.reading(new Settings.Reading(List.of(), Map.of(), List.of(house))).build();
  }

  private static final Settings OVERWRITE =
      settings(Policy.Known.OVERWRITE, Policy.Absent.LEAVE, false);

  @Test
  void groupsAndCoursesAreComparedByTheirValuesAndPeopleByWhoTheyAre() throws Exception {
    Compared compared =
        Compared.of(
            OVERWRITE,
            """
            known
            username | given name | family name | email            | manager
            amorgan  | Ana        | Morgan      | ana@pier.example |
            bfinch   | Bo         | Finch       | bo@pier.example  | ana@pier.example
            """,
            """
            known
            code  | title | instructors              | capacity | starts
            NAV-1 | Coast | AMorgan; bo@pier.example | 12       | 2027-01-04
            NAV-2 | Night | amorgan                  | 12       | 2027-01-04
            """,
            """
            known
            course | name | capacity
            NAV-1  | Port | 6
            NAV-1  | Star | 6
            """,
            """
            username | given name | family name | email           | manager
            bfinch   | Bo         | Finch       | BO@pier.example | amorgan
            amorgan  | Ana        | Morgan      |                 | bfinch
            """,
            """
            code  | title | instructors     | capacity | starts
            NAV-1 | Coast | bfinch, amorgan | 12       | +90 days
            NAV-2 | Night | bfinch          | 14       | 2027-02-01
            """,
            """
            course | name | capacity
            NAV-1  | Port | 8
            NAV-1  | Star | 6
            """);
    assertThat(compared.changes)
        .containsExactly(
            "courses change NAV-2: starts 2027-01-04 > 2027-02-01, capacity 12 > 14",
            "groups change NAV-1 Port: capacity 6 > 8",
            "users change amorgan: manager  > bfinch",
            "enrollments enroll bfinch NAV-2");
  }

  @Test
  void aNameThatIsKnownAsAWholeIsNotTakenApartAgainstTheSheet() throws Exception {
    Compared compared =
        Compared.of(
            OVERWRITE,
            """
            known
            username | full name
            amorgan  | Ana Maria de la Cruz
            bfinch   | Bo Finch
            """,
            """
            username | given name | family name
            amorgan  | Ana Maria  | de la Cruz
            bfinch   | Bo         | Finch-Lund
            """);
    assertThat(compared.changes)
        .containsExactly("users change bfinch: family name Finch > Finch-Lund");
  }

  @Test
  void theWordForItClearsAndABlankCellLeaves() throws Exception {
    String[] texts = {
      """
      known
      username | given name | family name | email           | phone
      bfinch   | Bo         | Finch       | bo@pier.example | +447400000001
      """,
      """
      known
      user   | course | group
      bfinch | NAV-1  | Port
      """,
      """
      username | given name | family name | email  | phone
      bfinch   | Bo         | Finch       | (none) |
      cquay    | Cy         | Quay        | (none) |
      """,
      """
      user   | course | group
      bfinch | NAV-1  | (none)
      """
    };
    assertThat(Compared.of(OVERWRITE, texts).changes)
        .containsExactly(
            "users change bfinch: email bo@pier.example > (none)",
            "users create cquay",
            "enrollments regroup bfinch NAV-1");
    Compared blanks =
        Compared.of(settings(Policy.Known.FILL_BLANKS, Policy.Absent.LEAVE, false), texts);
    assertThat(blanks.changes).containsExactly("users create cquay");
    assertThat(blanks.left)
        .containsExactly("bfinch email bo@pier.example > (none)", "bfinch NAV-1 group Port > ");
  }

  @Test
  void aRenameCarriesNothingElseAndTakesNobodysName() throws Exception {
    Compared compared =
        Compared.of(
            OVERWRITE,
            """
            known
            id | username | given name | family name | grade
            1  | ana      | Ana        | Morgan      | 6
            2  | anam     | Anam       | Finch       | 6
            """,
            """
            id | username | former username | given name | family name | grade
            1  | anam     | ana             | Ana        | Morgan      | 7
            2  | afinch   | anam            | Anam       | Finch       | 6
            """);
    // Somebody else's name is not to be had, not even one that is about to be free.
    assertThat(compared.changes)
        .contains("users rename afinch: username anam > afinch")
        .noneMatch(change -> change.startsWith("users rename anam"));
  }

  @Test
  void whoIsRenamedStaysInTheirCourses() throws Exception {
    Compared compared =
        Compared.of(
            settings(Policy.Known.OVERWRITE, Policy.Absent.REMOVE, false),
            """
            known
            id | username | given name
            1  | ana      | Ana
            2  | bfinch   | Bo
            """,
            """
            known
            user | course | group | role
            ana  | NAV-1  | Port  | learner
            ana  | NAV-2  |       | learner
            ana  | NAV-3  |       | learner
            bfinch | NAV-1 |      | learner
            """,
            """
            id | username | former username | given name
            1  | ana.lund | ana             | Ana
            2  | bfinch   |                 | Bo
            """,
            """
            user     | course | group     | role       | status
            ana.lund | NAV-1  | Starboard | learner    |
            ana.lund | NAV-2  |           | instructor |
            ana.lund | NAV-3  |           | learner    | ended
            bfinch   | NAV-1  |           | learner    |
            """);
    assertThat(compared.changes)
        .containsExactly(
            "users rename ana.lund: username ana > ana.lund",
            "enrollments re-role ana.lund NAV-2: role learner > instructor",
            "withdrawals withdraw ana.lund NAV-3",
            "enrollments regroup ana.lund NAV-1 Starboard: group Port > Starboard");
    assertThat(compared.totals.headcounts().get("NAV-3").get("learner")).containsExactly(1, 0);
    assertThat(compared.totals.headcounts().get("NAV-2").get("instructor")).containsExactly(0, 1);
  }

  @Test
  void whoIsRemovedLosesTheirPlacesAndTheCourseThatEmptiesIsTold() throws Exception {
    Compared compared =
        Compared.ofWhole(
            settings(Policy.Known.OVERWRITE, Policy.Absent.REMOVE, false),
            """
            known
            username | given name | family name
            amorgan  | Ana        | Morgan
            bfinch   | Bo         | Finch
            """,
            """
            known
            code  | title | capacity
            NAV-1 | Coast | 1
            NAV-2 | Night | 9
            NAV-3 | Radio | 9
            """,
            """
            known
            user    | course | group
            amorgan | NAV-1  | Port
            amorgan | NAV-1  | Star
            bfinch  | NAV-2  |
            amorgan | NAV-3  |
            """,
            """
            username | given name | family name
            amorgan  | Ana        | Morgan
            cquay    | Cy         | Quay
            """,
            """
            code  | title
            NAV-1 | Coast
            NAV-2 | Night
            """,
            """
            user    | course | group
            amorgan | NAV-1  | Port
            cquay   | NAV-1  |
            """);
    assertThat(compared.changes)
        .containsExactlyInAnyOrder(
            "users create cquay",
            "enrollments enroll cquay NAV-1",
            "withdrawals withdraw amorgan NAV-1 Star",
            "withdrawals withdraw bfinch NAV-2",
            "withdrawals withdraw amorgan NAV-3",
            "removals remove bfinch",
            "removals remove NAV-3");
    // In two groups of a course somebody is in it once.
    assertThat(compared.totals.headcounts().get("NAV-1").get("learner")).containsExactly(1, 2);
    assertThat(compared.projected)
        .isEqualTo(
            new ProjectedHeadcounts(
                List.of("NAV-2"), List.of(new ProjectedHeadcounts.Over("NAV-1", 1, 2, 1))));
  }

  @Test
  void roleGroupAndDatesOfAnEnrollmentAreChangedEachAsTheSettingsLetThem() throws Exception {
    String[] texts = {
      """
      known
      username | given name
      amorgan  | Ana
      bfinch   | Bo
      """,
      """
      known
      user    | course | role    | group | starts     | ends
      amorgan | NAV-1  | learner | Port  | 2027-01-04 |
      bfinch  | NAV-1  |         | Port  |            | 2027-06-30
      """,
      """
      user    | course | role       | group | starts     | ends
      amorgan | NAV-1  | instructor | Star  | 2027-02-01 |
      bfinch  | NAV-1  | learner    |       |            | 2027-07-31
      """
    };
    assertThat(Compared.of(OVERWRITE, texts).changes)
        .containsExactly(
            "enrollments regroup amorgan NAV-1 Star: group Port > Star",
            "enrollments re-role amorgan NAV-1 Star: role learner > instructor",
            "enrollments change amorgan NAV-1 Star: starts 2027-01-04 > 2027-02-01",
            "enrollments change bfinch NAV-1 Port: ends 2027-06-30 > 2027-07-31");
    Compared left = Compared.of(settings(Policy.Known.LEAVE, Policy.Absent.LEAVE, false), texts);
    assertThat(left.changes).isEmpty();
    assertThat(left.left)
        .containsExactly(
            "amorgan NAV-1 group Port > Star",
            "amorgan NAV-1 role learner > instructor",
            "amorgan NAV-1 starts 2027-01-04 > 2027-02-01",
            "bfinch NAV-1 ends 2027-06-30 > 2027-07-31");
  }

  @Test
  void whatWasChangedByHandSinceTheDeliveryIsLeftUnlessTheSettingsLetItGo() throws Exception {
    String[] texts = {
      """
      known
      username | given name | family name | grade | phone
      amorgan  | Ana        | Morgan      | 9     |
      """,
      """
      known
      user    | course | role
      amorgan | NAV-1  | instructor
      """,
      """
      delivered
      change | username | given name | family name | grade | phone         | status
      create | amorgan  | Ana        | Morgan      | 6     |               |
      create | bfinch   | Bo         | Finch       | 6     |               |
      """,
      """
      delivered
      change | user    | course | role    | status
      enroll | amorgan | NAV-1  | learner |
      enroll | amorgan | NAV-2  | learner |
      """,
      """
      username | given name | family name | grade | phone
      amorgan  | Ana        | Morgan      | 7     | +447400000001
      bfinch   | Bo         | Finch       | 6     |
      """,
      """
      user    | course | role
      amorgan | NAV-1  | learner
      amorgan | NAV-2  | learner
      """
    };
    Compared compared = Compared.of(OVERWRITE, texts);
    // The export says nothing of NAV-2, so what was delivered there counts.
    assertThat(compared.changes).containsExactly("users change amorgan: phone  > +447400000001");
    assertThat(compared.left)
        .containsExactly(
            "amorgan grade 9 > 7",
            "bfinch  delivered once, and taken away on the platform since > ",
            "amorgan NAV-1 role instructor > learner");
    assertThat(
            Compared.of(settings(Policy.Known.OVERWRITE, Policy.Absent.LEAVE, true), texts).changes)
        .containsExactly(
            "users change amorgan: phone  > +447400000001, grade 9 > 7",
            "users create bfinch",
            "enrollments re-role amorgan NAV-1: role instructor > learner");
  }

  @Test
  void whatElseWasChangedByHandIsLeftToo() throws Exception {
    String[] texts = {
      """
      known
      username | given name | status    | house
      amorgan  | Ana        | suspended | North
      bfinch   | Bo         | active    | East
      """,
      """
      known
      course | name
      NAV-1  | Blue
      """,
      """
      known
      user    | course | starts     | ends
      amorgan | NAV-1  | 2027-02-01 | 2027-06-30
      """,
      """
      delivered
      change  | username | given name | status    | house
      create  | amorgan  | Ana        |           | South
      suspend | bfinch   |            | suspended |
      """,
      """
      delivered
      change | course | name | status
      create | NAV-1  | Red  |
      create | NAV-2  | Red  |
      """,
      """
      delivered
      change | user    | course | starts     | ends
      enroll | amorgan | NAV-1  | 2027-01-15 | 2027-06-30
      """,
      """
      username | given name | status    | house
      amorgan  | Ana        | active    | West
      bfinch   | Bo         | suspended |
      """,
      """
      course | name
      NAV-1  | Blue
      NAV-1  | Red
      NAV-2  | Red
      """,
      """
      user    | course | starts     | ends
      amorgan | NAV-1  | 2027-01-10 | 2027-07-07
      """
    };
    Compared compared =
        Compared.of(withHouse(builder(Policy.Known.OVERWRITE, Policy.Absent.LEAVE, false)), texts);
    // The end is as it was delivered, and the groups of NAV-2 are in no export.
    assertThat(compared.changes)
        .containsExactly("enrollments change amorgan NAV-1: ends 2027-06-30 > 2027-07-07");
    assertThat(compared.left)
        .containsExactlyInAnyOrder(
            "amorgan status suspended > active",
            "bfinch status active > suspended",
            "amorgan house North > West",
            "Red  delivered once, and taken away on the platform since > ",
            "amorgan NAV-1 starts 2027-02-01 > 2027-01-10");
    Settings all = withHouse(builder(Policy.Known.OVERWRITE, Policy.Absent.LEAVE, true));
    assertThat(Compared.of(all, texts).changes)
        .containsExactlyInAnyOrder(
            "groups create NAV-1 Red",
            "users restore amorgan: status suspended > active",
            "users change amorgan: house North > West",
            "users suspend bfinch: status active > suspended",
            "enrollments change amorgan NAV-1: starts 2027-02-01 > 2027-01-10, ends 2027-06-30 >"
                + " 2027-07-07");
  }

  @Test
  void aNewerDeliveryCountsBeforeAnExportAndAnUnknownFieldIsNoDifference() throws Exception {
    Compared compared =
        Compared.of(
            OVERWRITE,
            """
            delivered
            change | username | former username | grade | status
            rename | alund    | amorgan         |       |
            change | bfinch   |                 | 8     |
            remove | cquay    |                 |       | removed
            """,
            """
            known
            username | given name | family name | grade
            amorgan  | Ana        | Lund        | 6
            bfinch   | Bo         | Finch       | 6
            cquay    | Cy         | Quay        | 6
            """,
            """
            username | given name | family name | grade | city
            alund    | Ana        | Lund        | 6     | Anchorage
            bfinch   | Bo         | Finch       | 8     |
            cquay    | Cy         | Quay        | 6     |
            """);
    assertThat(compared.changes).containsExactly("users create cquay");
  }

  @Test
  void whoWasChangedByADeliveryIsStillFoundByWhatAnExportSaysOfThem() throws Exception {
    Compared compared =
        Compared.of(
            OVERWRITE,
            """
            delivered
            change | username | grade
            change | bfinch   | 8
            """,
            """
            known
            id  | username | given name | family name | email           | grade
            417 | bfinch   | Bo         | Finch       | bo@pier.example | 6
            """,
            """
            id  | given name | family name | grade
            417 | Bo         | Finch       | 9
            """);
    assertThat(compared.changes).containsExactly("users change bfinch: grade 8 > 9");
  }

  @Test
  void whoWasMovedByHandToAnotherGroupStaysThere() throws Exception {
    String[] texts = {
      """
      known
      user    | course | group
      amorgan | NAV-1  | Star
      """,
      """
      delivered
      change | user    | course | role    | group | status
      enroll | amorgan | NAV-1  | learner | Port  |
      """,
      """
      user    | course | group
      amorgan | NAV-1  | Port
      """
    };
    Compared left = Compared.of(OVERWRITE, texts);
    assertThat(left.changes).isEmpty();
    assertThat(left.left).containsExactly("amorgan NAV-1 group Star > Port");
    assertThat(
            Compared.of(settings(Policy.Known.OVERWRITE, Policy.Absent.LEAVE, true), texts).changes)
        .containsExactly("enrollments regroup amorgan NAV-1 Port: group Star > Port");
  }

  @Test
  void aNewerListPutsAwayWhatIsNotInIt() throws Exception {
    Compared compared =
        Compared.of(
            OVERWRITE,
            """
            known
            code  | title | instructors
            NAV-1 | Coast |
            """,
            """
            known
            user    | course | role
            amorgan | NAV-1  | learner
            """,
            """
            delivered
            change | user   | course | role
            enroll | bfinch | NAV-1  | learner
            enroll | bfinch | NAV-2  | learner
            """,
            """
            known
            code  | title | instructors
            NAV-1 | Coast | amorgan
            NAV-2 | Night | bfinch
            """,
            """
            known
            user   | course | role
            cquay  | NAV-1  | learner
            cquay  | NAV-2  | learner
            """,
            """
            username | given name | family name
            amorgan  | Ana        | Morgan
            bfinch   | Bo         | Finch
            cquay    | Cy         | Quay
            """,
            """
            code  | title
            NAV-1 | Coast
            NAV-2 | Night
            """,
            """
            user    | course | role
            amorgan | NAV-1  | learner
            cquay   | NAV-1  | learner
            bfinch  | NAV-2  | learner
            cquay   | NAV-2  | learner
            """);
    // Of who is in NAV-1 the newest list tells; none does of NAV-2 since it was delivered to.
    assertThat(compared.changes)
        .filteredOn(change -> !change.startsWith("users"))
        .containsExactlyInAnyOrder("courses create NAV-2", "enrollments enroll cquay NAV-1");
  }
}
