package neatroster.register;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Renaming;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RegisterTest {
  private static final KnownUser ANA =
      new KnownUser(new Person("501", "", "Ana Marlowe", "2011-01-02", "Pier"), "amarlowe", "", "");
  private static final KnownUser BO =
      new KnownUser(new Person("", "bo@pier.example", "Bo", "", ""), "bo", "", "000001");

  @TempDir Path folder;

  @Test
  void remembersAccountsFromOneCommandToTheNext() throws Exception {
    try (Register register = Register.open(folder)) {
      assertThat(register.users()).isEmpty();
      register.issue(AccountsUpdate.of(List.of(ANA)), List.of(), List.of(), "first");
      register.issue(AccountsUpdate.of(List.of(BO)), List.of(), List.of(), "second");
    }
    try (Register register = Register.open(folder)) {
      assertThat(register.users()).containsExactly(ANA, BO);
      assertThat(register.accountsDigest()).contains("second");
    }
  }

  @Test
  void aUsernameIsNeverIssuedTwiceAndNothingIsHalfIssued() throws Exception {
    try (Register register = Register.open(folder)) {
      register.issue(AccountsUpdate.of(List.of(ANA)), List.of(), List.of(), "first");
      KnownUser taken = new KnownUser(new Person("9", "", "Abel", "", ""), "AMARLOWE", "", "");
      assertThatThrownBy(
              () ->
                  register.issue(
                      AccountsUpdate.of(List.of(BO, taken)), List.of(), List.of(), "second"))
          .isInstanceOf(RegisterException.class);
      assertThat(register.users()).containsExactly(ANA);
      assertThat(register.accountsDigest()).contains("first");
    }
  }

  @Test
  void aRenamedAccountKeepsItsOldNameFromEverybodyElse() throws Exception {
    try (Register register = Register.open(folder)) {
      register.issue(AccountsUpdate.of(List.of(ANA, BO)), List.of(), List.of(), "first");
      register.issue(
          new AccountsUpdate(
              List.of(), List.of(new Renaming("amarlowe", "afinch")), List.of(), List.of(BO)),
          List.of(),
          List.of(),
          "second");
      assertThat(register.users()).containsExactly(ANA.renamed("afinch"), BO);
      assertThat(register.passwords().due()).containsExactly("bo");
      assertThat(register.passwords().notDelivered()).containsExactlyInAnyOrder("afinch", "bo");
      register.passwords().pack("2027-01-12-1", List.of("Bo"));
      assertThat(register.passwords().due()).containsExactly("bo");
      register.passwords().deliver("2027-01-12-1");
      assertThat(register.passwords().due()).isEmpty();
      assertThat(register.passwords().notDelivered()).containsExactly("afinch");
    }
  }

  @Test
  void joinCodesAreKeptAndNeverGivenTwice() throws Exception {
    JoinCode code = new JoinCode("NAV-2", "Port Watch", "ABC-123");
    try (Register register = Register.open(folder)) {
      register.issue(
          new AccountsUpdate(List.of(), List.of(), List.of(code), List.of()),
          List.of(),
          List.of(),
          "first");
      assertThat(register.joinCodes()).containsExactly(code);
      AccountsUpdate again =
          new AccountsUpdate(
              List.of(BO), List.of(), List.of(new JoinCode("KNOT", "", "abc-123")), List.of());
      assertThatThrownBy(() -> register.issue(again, List.of(), List.of(), "second"))
          .isInstanceOf(RegisterException.class);
      assertThat(register.users()).isEmpty();
    }
  }

  @Test
  void aRegisterOfTheFirstVersionIsTakenOver() throws Exception {
    try (Connection old = DriverManager.getConnection("jdbc:sqlite:" + Register.file(folder));
        Statement statement = old.createStatement()) {
      statement.executeUpdate(
          """
          CREATE TABLE account (
            number INTEGER PRIMARY KEY, person_id TEXT NOT NULL, person_email TEXT NOT NULL,
            full_name TEXT NOT NULL, birth_date TEXT NOT NULL, site TEXT NOT NULL,
            username TEXT NOT NULL UNIQUE COLLATE NOCASE, email TEXT NOT NULL, id TEXT NOT NULL);
          CREATE TABLE state (name TEXT PRIMARY KEY, value TEXT NOT NULL);
          INSERT INTO account VALUES (7, '501', '', 'Ana Marlowe', '2011-01-02', 'Pier', 'amarlowe', '', '');
          INSERT INTO state VALUES ('accounts digest', 'of old');
          PRAGMA application_id = 1314025331;
          PRAGMA user_version = 1;
          """);
    }
    try (Register register = Register.open(folder)) {
      assertThat(register.users()).containsExactly(ANA);
      assertThat(register.accountsDigest()).contains("of old");
      register.issue(AccountsUpdate.of(List.of(BO)), List.of(), List.of(), "new");
    }
    try (Register register = Register.open(folder)) {
      assertThat(register.users()).containsExactly(ANA, BO);
    }
  }

  @Test
  void theOrderOfTheEntriesCountsWhateverTheClockSays() throws Exception {
    Instant noon = Instant.parse("2027-01-12T12:00:00Z");
    try (Register register = Register.open(folder)) {
      Map<String, Instant> first = register.runs().exportsSeen(List.of("a", "b"), noon);
      assertThat(first).containsEntry("a", noon).containsEntry("b", noon);
      register.runs().packed("2027-01-12-1", noon.minusSeconds(9), "digest", Optional.empty());
      register.runs().delivered("2027-01-12-1", noon.minusSeconds(8));
      Instant delivered = register.runs().all().get(0).deliveredAt().orElseThrow();
      assertThat(delivered).isAfter(noon).isAfter(register.runs().all().get(0).packedAt());
      Map<String, Instant> then =
          register.runs().exportsSeen(List.of("c", "a"), noon.minusSeconds(7));
      assertThat(then).hasSize(2).containsEntry("a", noon);
      assertThat(then.get("c")).isAfter(delivered);
    }
  }

  @Test
  void foreignAndDamagedFilesAreRefused() throws Exception {
    Path file = Register.file(folder);
    try (Connection other = DriverManager.getConnection("jdbc:sqlite:" + file)) {
      other.createStatement().executeUpdate("CREATE TABLE stock (item TEXT)");
    }
    assertThatThrownBy(() -> Register.open(folder)).hasMessageContaining("another program");
    Files.writeString(file, "this was a register once, before the disk failed ".repeat(100));
    assertThatThrownBy(() -> Register.open(folder)).hasMessageContaining("damaged");
  }

  @Test
  void theFolderIsLockedForOneCommandAtATime() throws Exception {
    Duration briefly = Duration.ofMillis(150);
    try (FolderLock lock = FolderLock.take(folder, "issue (process 1)", briefly).orElseThrow()) {
      assertThat(lock).isNotNull();
      assertThat(FolderLock.take(folder, "pack", briefly)).isEmpty();
      assertThat(FolderLock.holder(folder)).isEqualTo("issue (process 1)");
    }
    try (FolderLock lock = FolderLock.take(folder, "pack", briefly).orElseThrow()) {
      assertThat(lock).isNotNull();
      assertThat(FolderLock.holder(folder)).isEqualTo("pack");
    }
  }
}
