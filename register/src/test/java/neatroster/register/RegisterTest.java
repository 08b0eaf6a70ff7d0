package neatroster.register;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.time.Duration;
import java.util.List;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
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
      register.issue(Issue.of(List.of(ANA)), "first");
      register.issue(Issue.of(List.of(BO)), "second");
    }
    try (Register register = Register.open(folder)) {
      assertThat(register.users()).containsExactly(ANA, BO);
      assertThat(register.accountsDigest()).contains("second");
    }
  }

  @Test
  void aUsernameIsNeverIssuedTwiceAndNothingIsHalfIssued() throws Exception {
    try (Register register = Register.open(folder)) {
      register.issue(Issue.of(List.of(ANA)), "first");
      KnownUser taken = new KnownUser(new Person("9", "", "Abel", "", ""), "AMARLOWE", "", "");
      assertThatThrownBy(() -> register.issue(Issue.of(List.of(BO, taken)), "second"))
          .isInstanceOf(RegisterException.class);
      assertThat(register.users()).containsExactly(ANA);
      assertThat(register.accountsDigest()).contains("first");
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
