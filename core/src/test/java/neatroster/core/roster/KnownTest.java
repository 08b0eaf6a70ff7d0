package neatroster.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.core.statement.Statements;
import org.junit.jupiter.api.Test;

class KnownTest {
  private static Known known(List<KnownUser> issued, String... exports) throws Exception {
    TextSheet[] sheets = new TextSheet[exports.length];
    for (int i = 0; i < exports.length; i++) {
      sheets[i] = TextSheet.of("export" + i, exports[i]);
    }
    return Statements.read(Rosters.of(sheets), issued, false);
  }

  private static final KnownUser ANA =
      new KnownUser(
          new Person("417", "ana@pier.example", "Ana Marlowe", "2011-04-03", ""),
          "amarlowe",
          "",
          "");

  @Test
  void anAccountThatWasIssuedAndIsOnThePlatformIsOne() throws Exception {
    Known known =
        known(
            List.of(ANA),
            """
            username | given name | family name | status
            AMarlowe | Ana        | Marlowe     | active
            bfinch   | Bo         | Finch       | suspended
            """);
    assertThat(known.users().all()).hasSize(2);
    assertThat(known.users().all().get(0).isOnPlatform()).isTrue();
    assertThat(known.users().all().get(0).person().id()).isEqualTo("417");
    assertThat(known.users().all().get(1).standing()).isEqualTo(KnownUser.Standing.SUSPENDED);
    assertThat(known.renamed(0)).isEmpty();
    assertThat(known.tells(Table.USERS)).isTrue();
  }

  @Test
  void anAccountThatWasRenamedOnThePlatformIsFoundByItsId() throws Exception {
    Known known =
        known(List.of(ANA), "id | username | given name\n417 | ana.m | Ana\n900 | una | Una\n");
    assertThat(known.users().all()).hasSize(2);
    assertThat(known.renamed(0)).contains("ana.m");
  }

  @Test
  void underTheSameMarksAnotherNameIsSomebodyElse() throws Exception {
    Known known =
        known(
            List.of(ANA),
            """
            id  | username | given name | family name
            417 | bfinch   | Bo         | Finch
                | amarlowe | Cy         | Quay
            """);
    assertThat(known.users().all()).hasSize(3);
    assertThat(known.users().all().get(0).isOnPlatform()).isFalse();
    assertThat(known.renamed(0)).isEmpty();
  }

  @Test
  void whoTookAnotherNameOnThePlatformIsKnownByIdAndUsernameTogether() throws Exception {
    Known known = known(List.of(ANA), "id | username | full name\n417 | amarlowe | Ana Quay\n");
    assertThat(known.users().all()).hasSize(1);
    assertThat(known.users().all().get(0).isOnPlatform()).isTrue();
  }

  @Test
  void aSecondAccountOfOnePersonIsAnAccountOfItsOwn() throws Exception {
    Known known =
        known(
            List.of(ANA),
            """
            id  | username | full name
            417 | amarlowe | Ana Marlowe
            417 | ana.2    | Ana Marlowe
            """);
    assertThat(known.users().all())
        .extracting(KnownUser::username)
        .containsExactly("amarlowe", "ana.2");
    assertThat(known.renamed(0)).isEmpty();
  }

  @Test
  void whatIsNotExportedIsOnlyIssued() throws Exception {
    Known known = known(List.of(ANA));
    assertThat(known.users().all().get(0).isOnPlatform()).isFalse();
    assertThat(known.tells(Table.USERS)).isFalse();
    assertThat(known.tells(Table.GROUPS)).isFalse();
    assertThat(Known.nothing().users().isEmpty()).isTrue();
  }

  @Test
  void coursesGroupsAndEnrollmentsAreKnownByTheirNames() throws Exception {
    Known known =
        known(
            List.of(ANA),
            "code | title | category | site\nNAV-1 | Coast | Deck/Year 1 | Main Pier\n",
            "course | name\nNAV-1 | Port Watch\n | Choir\n",
            "user | course | group | status\nana@pier.example | NAV-1 | Port Watch |\n417 | NAV-2 | | ended\n");
    assertThat(known.courses()).containsEntry("NAV-1", "Coast");
    assertThat(known.told().categories()).containsExactly("Deck/Year 1");
    assertThat(known.told().sites()).containsExactly("Main Pier");
    assertThat(known.groupsOf("NAV-1")).containsExactly("Port Watch");
    assertThat(known.groupsOf("")).containsExactly("Choir");
    assertThat(known.hasGroup("NAV-1", "Choir")).isFalse();
    // The export names her by her address; the account is what counts.
    assertThat(known.memberships().has("AMARLOWE", "NAV-1", "Port Watch")).isTrue();
    assertThat(known.memberships().has("amarlowe", "NAV-1", "")).isFalse();
    assertThat(known.memberships().has("amarlowe", "NAV-2", "")).isFalse();
  }

  @Test
  void peopleAreFoundByAnyOfTheirMarks() throws Exception {
    KnownUsers users = known(List.of(ANA), "username | email\nbo | bo@pier.example\n").users();
    assertThat(users.findReference("AMARLOWE")).isZero();
    assertThat(users.findReference("ana@PIER.example")).isZero();
    assertThat(users.findReference("417")).isZero();
    assertThat(users.findEmail("bo@pier.example")).isEqualTo(1);
    assertThat(users.findReference("nobody")).isNegative();
  }
}
