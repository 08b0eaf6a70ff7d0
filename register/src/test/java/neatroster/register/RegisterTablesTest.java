package neatroster.register;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Renaming;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What the register remembers of runs, deliveries and first passwords, read by another opening. */
class RegisterTablesTest {
  private static final Instant NOON = Instant.parse("2027-01-12T12:00:00Z");
  private static final String RUN = "2027-01-12-1";

  @TempDir private Path folder;
  private Register register;

  @BeforeEach
  void open() throws Exception {
    register = Register.open(folder);
  }

  @AfterEach
  void close() throws Exception {
    register.close();
  }

  private void again() throws Exception {
    register.close();
    register = Register.open(folder);
  }

  private static KnownUser user(String id, String email, String username) {
    return new KnownUser(new Person(id, email, "Somebody", "", ""), username, "", "");
  }

  @Test
  void aRunIsPackedDeliveredAndConfirmed() throws Exception {
    register.runs().packed("2027-01-11-1", NOON.minusSeconds(60), "first", Optional.empty());
    register.runs().packed(RUN, NOON, "second", Optional.of("2027-01-11-1"));
    again();
    assertThat(register.runs().all())
        .containsExactly(
            new Run(
                "2027-01-11-1",
                NOON.minusSeconds(60),
                "first",
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                false),
            new Run(
                RUN,
                NOON,
                "second",
                Optional.empty(),
                Optional.of("2027-01-11-1"),
                Optional.empty(),
                false));
    Run.Confirmed confirmed = new Run.Confirmed(NOON.plusSeconds(60), "taken", 3);
    register.runs().delivered(RUN, NOON.plusSeconds(30));
    register.runs().confirmed(RUN, confirmed);
    again();
    Run run = register.runs().all().get(1);
    assertThat(run.deliveredAt()).contains(NOON.plusSeconds(30));
    assertThat(run.confirmed()).contains(confirmed);
    assertThat(register.runs().all().get(0).confirmed()).isEmpty();
  }

  @Test
  void aDeliveryIsRememberedUntilItHasComeToItsEnd() throws Exception {
    register.runs().packed(RUN, NOON, "digest", Optional.empty());
    DeliveryLog.Entry begun = new DeliveryLog.Entry("users", 0, "started", 0, "");
    DeliveryLog.Entry refused = new DeliveryLog.Entry("users", 1, "refused", 409, "taken");
    register
        .deliveries()
        .put(RUN, List.of(begun, refused), "https://a.example", Map.of("user:bo", "7", "x", ""));
    again();
    DeliveryLog log = register.deliveries();
    assertThat(log.entries(RUN)).containsExactlyInAnyOrder(begun, refused);
    assertThat(log.entries("another")).isEmpty();
    assertThat(log.service(RUN)).contains("https://a.example");
    assertThat(log.service("another")).isEmpty();
    assertThat(log.ids("https://a.example")).isEqualTo(Map.of("user:bo", "7"));
    assertThat(log.ids("https://b.example")).isEmpty();
    assertThat(register.runs().all().get(0).isUnderWay()).isTrue();
    DeliveryLog.Entry done = new DeliveryLog.Entry("users", 0, "done", 201, "");
    log.put(RUN, List.of(done), "https://a.example", Map.of());
    assertThat(log.entries(RUN)).containsExactlyInAnyOrder(done, refused);
    log.clear(RUN);
    again();
    assertThat(register.deliveries().entries(RUN)).isEmpty();
    assertThat(register.runs().all().get(0).isUnderWay()).isFalse();
  }

  @Test
  void passwordsAreKeptToldAndDelivered() throws Exception {
    // Named by the username, else an address, else an id.
    List<KnownUser> all =
        List.of(user("1", "", "ana"), user("2", "bo@pier.example", ""), user("3", "", ""));
    register.issue(AccountsUpdate.of(all), List.of("ANA", "3"), List.of(), "digest");
    FirstPasswords passwords = register.passwords();
    assertThat(passwords.kept()).containsExactlyInAnyOrder("ana", "3");
    assertThat(passwords.due()).isEmpty();
    assertThat(passwords.notDelivered()).containsExactlyInAnyOrder("ana", "bo@pier.example", "3");
    passwords.tell(List.of("ana"), List.of("/slips/b.pdf", "/slips/a.pdf"));
    passwords.tell(List.of(), List.of("/slips/a.pdf"));
    passwords.deliver(List.of("Bo@pier.example"));
    again();
    passwords = register.passwords();
    assertThat(passwords.told()).containsExactly("ana");
    assertThat(passwords.slipsFiles()).containsExactly("/slips/a.pdf", "/slips/b.pdf");
    assertThat(passwords.notDelivered()).containsExactlyInAnyOrder("ana", "3");
    passwords.slipsGone(List.of("/slips/a.pdf"));
    assertThat(passwords.slipsFiles()).containsExactly("/slips/b.pdf");
    register.issue(
        new AccountsUpdate(List.of(), List.of(), List.of(), List.of(all.get(0))),
        List.of(),
        List.of("3"),
        "next");
    assertThat(passwords.kept()).containsExactly("ana");
    assertThat(passwords.told()).isEmpty();
    assertThat(passwords.due()).containsExactly("ana");
  }

  @Test
  void aRunThatWasPackedBeforeAnotherPasswordDoesNotBringIt() throws Exception {
    KnownUser ana = user("1", "", "ana");
    register.issue(AccountsUpdate.of(List.of(ana)), List.of(), List.of(), "digest");
    register.passwords().pack(RUN, List.of("ana"));
    register.issue(
        new AccountsUpdate(List.of(), List.of(), List.of(), List.of(ana)),
        List.of(),
        List.of(),
        "next");
    register.passwords().deliver(RUN);
    assertThat(register.passwords().due()).containsExactly("ana");
    register.passwords().pack("o'clock", List.of("ana"));
    register.passwords().deliver("o'clock");
    assertThat(register.passwords().due()).isEmpty();
    assertThat(register.passwords().notDelivered()).isEmpty();
  }

  @Test
  void aRenamingThatIsTakenBackLeavesTheNameToItsOwner() throws Exception {
    register.issue(AccountsUpdate.of(List.of(user("1", "", "ana"))), List.of(), List.of(), "1");
    register.issue(renamed("ana", "anna"), List.of(), List.of(), "2");
    assertThat(register.users().get(0).formerUsernames()).containsExactly("ana");
    register.issue(renamed("anna", "ana"), List.of(), List.of(), "3");
    again();
    assertThat(register.users().get(0).username()).isEqualTo("ana");
    assertThat(register.users().get(0).formerUsernames()).containsExactly("anna");
  }

  private static AccountsUpdate renamed(String from, String to) {
    return new AccountsUpdate(List.of(), List.of(new Renaming(from, to)), List.of(), List.of());
  }

  @Test
  void sourcedIdsAreRememberedByName() throws Exception {
    register.rememberSourcedIds(Map.of("user ana", "u-1", "class NAV-1", "c-9"));
    register.rememberSourcedIds(Map.of("user ana", "u-2"));
    again();
    assertThat(register.sourcedIds()).isEqualTo(Map.of("user ana", "u-2", "class NAV-1", "c-9"));
  }
}
