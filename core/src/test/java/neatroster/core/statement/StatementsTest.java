package neatroster.core.statement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.change.Change;
import neatroster.core.change.Changes;
import neatroster.core.change.DeliveredChanges;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.state.Known;
import org.junit.jupiter.api.Test;

/** What the platform holds by lists and deliveries of several times. */
class StatementsTest {
  private final List<TextSheet> exports = new ArrayList<>();
  private final List<Statement> statements = new ArrayList<>();

  private void export(int day, String text) {
    TextSheet sheet = TextSheet.of("export" + exports.size(), text);
    exports.add(sheet);
    statements.add(new Statement.Export(sheet.file(), at(day)));
  }

  private void delivery(int day, Phase phase, Change change, Map<Field, String> values) {
    delivery(day, new PlannedChange(phase, change, values));
  }

  private void delivery(int day, PlannedChange change) {
    statements.add(new Statement.Delivery(new DeliveredChanges(List.of(change)), at(day)));
  }

  private static Instant at(int day) {
    return Instant.EPOCH.plusSeconds(86_400L * day);
  }

  private Known known() throws Exception {
    return Statements.read(
        Rosters.of(exports.toArray(TextSheet[]::new)), statements, List.of(), false);
  }

  @Test
  void aListSaysNothingOfWhatItHasNoColumnFor() throws Exception {
    delivery(
        1,
        Phase.ENROLLMENTS,
        Change.ENROLL,
        Map.of(
            Field.USER, "amarlowe",
            Field.COURSE, "NAV-1",
            Field.GROUP, "Port",
            Field.ROLE, "instructor",
            Field.STARTS, "2027-01-04"));
    delivery(2, Phase.USERS, Change.CREATE, Map.of(Field.USERNAME, "amarlowe", Field.GRADE, "7"));
    delivery(
        3,
        Phase.USERS,
        Change.SUSPEND,
        Map.of(Field.USERNAME, "amarlowe", Field.STATUS, "suspended"));
    export(4, "username | email\namarlowe | ana@pier.example\n");
    export(4, "user | course\namarlowe | NAV-1\n");
    Known known = known();
    assertThat(known.user(0).orElseThrow().text(Field.GRADE)).isEqualTo("7");
    assertThat(known.user(0).orElseThrow().text(Field.EMAIL)).isEqualTo("ana@pier.example");
    assertThat(known.users().standing(0)).isEqualTo(KnownUser.Standing.SUSPENDED);
    int seat = known.memberships().enrollment("amarlowe", "NAV-1", "Port");
    assertThat(known.memberships().roleOf(seat)).isEqualTo("instructor");
    assertThat(known.memberships().dateOf(seat, Field.STARTS)).isEqualTo("2027-01-04");
    assertThat(known.memberships().told(seat, Field.ENDS)).contains("");
    assertThat(known.memberships().seats("amarlowe", "NAV-1")).hasSize(1);
  }

  @Test
  void whatANewerListHasNotIsThereNoMoreButWasDelivered() throws Exception {
    delivery(1, Phase.USERS, Change.CREATE, Map.of(Field.USERNAME, "amarlowe"));
    delivery(1, Phase.COURSES, Change.CREATE, Map.of(Field.CODE, "NAV-1", Field.TITLE, "Coast"));
    delivery(
        1, Phase.ENROLLMENTS, Change.ENROLL, Map.of(Field.USER, "amarlowe", Field.COURSE, "NAV-1"));
    export(2, "username\nbfinch\n");
    export(2, "code | title\nNAV-2 | Night\n");
    export(2, "user | course\nbfinch | NAV-1\n");
    Known known = known();
    int gone = known.accountOf("amarlowe");
    assertThat(known.user(gone)).isEmpty();
    assertThat(known.isGoneUser(gone)).isTrue();
    assertThat(known.isAbsentUser(gone)).isTrue();
    assertThat(known.isGoneCourse("NAV-1")).isTrue();
    assertThat(known.courses()).containsOnlyKeys("NAV-2");
    assertThat(known.memberships().isGone("amarlowe", "NAV-1", "")).isTrue();
    assertThat(known.memberships().has("bfinch", "NAV-1", "")).isTrue();
    assertThat(known.memberships().count()).isEqualTo(1);
  }

  @Test
  void whatWeTookAwayIsNotGoneByOthers() throws Exception {
    delivery(1, Phase.COURSES, Change.CREATE, Map.of(Field.CODE, "NAV-1", Field.SITE, "Main Pier"));
    delivery(2, Phase.REMOVALS, Change.REMOVE, Map.of(Field.COURSE, "NAV-1"));
    delivery(
        1, Phase.ENROLLMENTS, Change.ENROLL, Map.of(Field.USER, "bfinch", Field.COURSE, "NAV-1"));
    delivery(
        2, Phase.WITHDRAWALS, Change.WITHDRAW, Map.of(Field.USER, "bfinch", Field.COURSE, "NAV-1"));
    delivery(1, Phase.SITES, Change.CREATE, Map.of(Field.SITE, "North Jetty"));
    Known known = known();
    assertThat(known.courses()).isEmpty();
    assertThat(known.isGoneCourse("NAV-1")).isFalse();
    assertThat(known.memberships().isGone("bfinch", "NAV-1", "")).isFalse();
    assertThat(known.told().sites()).containsExactlyInAnyOrder("Main Pier", "North Jetty");
  }

  @Test
  void whoWasRenamedIsOnePersonUnderBothNames() throws Exception {
    export(1, "id | username | full name\n417 | amarlowe | Ana Marlowe\n");
    export(1, "user | course\namarlowe | NAV-1\n");
    delivery(
        2,
        Phase.USERS,
        Change.RENAME,
        Map.of(Field.USERNAME, "akelp", Field.FORMER_USERNAME, "amarlowe"));
    Known known = known();
    assertThat(known.users().all()).extracting(KnownUser::username).containsExactly("akelp");
    assertThat(known.accountOf("amarlowe")).isEqualTo(known.accountOf("akelp"));
    assertThat(known.memberships().has("akelp", "NAV-1", "")).isTrue();
  }

  @Test
  void anAccountThatWasMadeAnewForSomebodyElseKeepsNothingOfTheFirst() throws Exception {
    export(1, "id | username | full name | grade\n417 | amarlowe | Ana Marlowe | 7\n");
    export(2, "id | username | full name\n900 | amarlowe | Coral Sorrel\n");
    Known known = known();
    assertThat(known.users().all()).hasSize(1);
    assertThat(known.user(0).orElseThrow().text(Field.ID)).isEqualTo("900");
    assertThat(known.user(0).orElseThrow().tells(Field.GRADE)).isFalse();
  }

  @Test
  void ofListsOfOneTimeTheFirstCountsAndNeitherPutsTheOtherAway() throws Exception {
    export(1, "username | email\namarlowe | ana@pier.example\n");
    export(1, "username | email | grade\namarlowe | ana@sail.example | 7\nbfinch | | 8\n");
    Known known = known();
    assertThat(known.users().all()).hasSize(2);
    assertThat(known.user(0).orElseThrow().text(Field.EMAIL)).isEqualTo("ana@pier.example");
    assertThat(known.user(0).orElseThrow().text(Field.GRADE)).isEqualTo("7");
    assertThat(known.told().contradictions()).hasSize(1);
    assertThat(known.told().outdated()).isEmpty();
  }

  @Test
  void thePlatformListsEverythingAlsoWhereItIsEmpty() throws Exception {
    delivery(1, Phase.USERS, Change.CREATE, Map.of(Field.USERNAME, "amarlowe"));
    delivery(
        1, Phase.ENROLLMENTS, Change.ENROLL, Map.of(Field.USER, "amarlowe", Field.COURSE, "NAV-1"));
    TextSheet answer = TextSheet.of("platform", "username\nbfinch\n");
    exports.add(answer);
    statements.add(new Statement.Platform(answer.file(), at(9)));
    Known known = known();
    assertThat(known.memberships().count()).isZero();
    assertThat(known.user(known.accountOf("amarlowe"))).isEmpty();
    assertThat(known.tells(Table.GROUPS)).isTrue();
  }

  @Test
  void whatWasDeliveredAndCannotBeReadIsNotPassedOver() {
    Changes broken =
        new Changes() {
          @Override
          public Set<Phase> phases() {
            return Set.of(Phase.USERS);
          }

          @Override
          public void read(Phase phase, Receiver receiver) throws IOException {
            throw new IOException("users.csv is not as it was written");
          }
        };
    statements.add(new Statement.Delivery(broken, at(1)));
    assertThatThrownBy(this::known).isInstanceOf(IOException.class).hasMessageContaining("users");
  }
}
