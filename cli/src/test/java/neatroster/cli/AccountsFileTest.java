package neatroster.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Place;
import neatroster.core.model.Settings;
import neatroster.core.model.SheetName;
import neatroster.register.Issue;
import neatroster.register.Register;
import neatroster.register.Renaming;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class AccountsFileTest {
  private static final IssuedAccount ANA =
      account(
          new Person("501", "", "Ana \"Nan\" Marlowe, Jr.", "", "Main Pier"), "amarlowe", "gull-1");

  private static final IssuedAccount CY =
      account(new Person("", "cy@pier.example", "Cy Quay", "", ""), "", "tide-2");

  @TempDir private Path folder;
  private Register register;

  @BeforeEach
  void openRegister() throws Exception {
    register = Register.open(folder);
    open().write(List.of(ANA, CY), List.of(), Issue.of(List.of(ANA.user(), CY.user())), register);
  }

  @AfterEach
  void closeRegister() throws Exception {
    register.close();
  }

  private static IssuedAccount account(Person person, String username, String password) {
    return new IssuedAccount(
        new Place(new SheetName("users", null), 2),
        new KnownUser(person, username, "", ""),
        password);
  }

  private AccountsFile open() {
    return new AccountsFile(folder.resolve("accounts"), false, null);
  }

  private AccountsFile sealed() throws Exception {
    Path secret = Files.writeString(folder.resolve("secret.txt"), "kelp and anchor 42\n");
    return new AccountsFile(
        folder.resolve("accounts"),
        true,
        new Passphrase(
            RosterFolder.at(folder, folder), new Settings.Keeping(true, secret.toString())));
  }

  @Test
  void passwordsAreFoundByWhatTheAccountGoesBy() {
    assertThat(open().passwords())
        .isEqualTo(Map.of("amarlowe", "gull-1", "cy@pier.example", "tide-2"));
  }

  @Test
  void aRenamedAccountKeepsItsPassword() throws Exception {
    Issue renaming =
        new Issue(List.of(), List.of(new Renaming("amarlowe", "afinch")), List.of(), List.of());
    open().write(List.of(), List.of(), renaming, register);
    assertThat(open().passwords())
        .isEqualTo(Map.of("afinch", "gull-1", "cy@pier.example", "tide-2"));
    assertThat(Files.readString(folder.resolve("accounts/accounts.csv")))
        .contains("\"Ana \"\"Nan\"\" Marlowe, Jr.\",,501,Main Pier");
  }

  @Test
  void anotherPasswordTakesThePlaceOfTheOldOneAlsoOfOneThatIsGone() throws Exception {
    IssuedAccount renewed = new IssuedAccount(CY.place(), CY.user(), "mast-3");
    Issue issue = new Issue(List.of(), List.of(), List.of(), List.of(CY.user()));
    open().write(List.of(), List.of(renewed), issue, register);
    assertThat(open().passwords()).containsEntry("cy@pier.example", "mast-3").hasSize(2);
    Files.delete(folder.resolve("accounts/accounts.csv"));
    open().write(List.of(), List.of(renewed), issue, register);
    assertThat(open().passwords()).isEqualTo(Map.of("cy@pier.example", "mast-3"));
  }

  @Test
  void forgottenPasswordsLeaveTheAccounts() throws Exception {
    assertThat(open().forget(Set.of("amarlowe", "nobody"), register)).isEqualTo(1);
    assertThat(open().forget(Set.of("amarlowe"), register)).isZero();
    assertThat(open().passwords()).isEqualTo(Map.of("amarlowe", "", "cy@pier.example", "tide-2"));
  }

  @Test
  void aFileThatASpreadsheetProgramSavedIsReadAllTheSame() throws Exception {
    Files.writeString(
        folder.resolve("accounts/accounts.csv"),
        "\ufefffull name;Password;USERNAME;email\r\nTotal;gull-1;amarlowe;\r\n;tide-2;;cy@pier.example\r\n");
    assertThat(open().passwords())
        .isEqualTo(Map.of("amarlowe", "gull-1", "cy@pier.example", "tide-2"));
  }

  @Test
  void sealingAndUnsealingLoseNothing() throws Exception {
    IssuedAccount bo = account(new Person("502", "", "Bo Finch", "", ""), "bfinch", "sail-4");
    sealed().write(List.of(bo), List.of(), Issue.of(List.of(bo.user())), register);
    assertThat(folder.resolve("accounts/accounts.csv")).doesNotExist();
    assertThat(sealed().passwords()).hasSize(3).containsEntry("bfinch", "sail-4");
    AccountsFile unsealing =
        new AccountsFile(
            folder.resolve("accounts"),
            false,
            new Passphrase(
                RosterFolder.at(folder, folder),
                new Settings.Keeping(false, folder.resolve("secret.txt").toString())));
    assertThat(unsealing.forget(Set.of("amarlowe"), register)).isEqualTo(1);
    assertThat(folder.resolve("accounts/accounts.csv.pgp")).doesNotExist();
    assertThat(open().passwords()).hasSize(3).containsEntry("bfinch", "sail-4");
  }

  @Test
  void afterAnInterruptionTheDigestTellsWhichFileCounts() throws Exception {
    Path file = folder.resolve("accounts/accounts.csv");
    Path sealedFile = folder.resolve("accounts/accounts.csv.pgp");
    // Stopped between the sealed file and the removal of the open one.
    byte[] before = Files.readAllBytes(file);
    sealed().forget(Set.of("nobody"), register);
    Files.write(file, before);
    sealed().recover(register.accountsDigest());
    assertThat(file).doesNotExist();
    assertThat(sealedFile).exists();
    // A draft that the register knows nothing of goes; one that it knows takes its place.
    Files.writeString(folder.resolve("accounts/accounts.csv.new"), "username,pass");
    Files.move(sealedFile, folder.resolve("accounts/accounts.csv.pgp.new"));
    sealed().recover(register.accountsDigest());
    assertThat(sealedFile).exists();
    assertThat(folder.resolve("accounts/accounts.csv.new")).doesNotExist();
    assertThat(sealed().passwords()).hasSize(2);
  }
}
