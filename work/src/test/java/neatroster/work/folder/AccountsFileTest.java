package neatroster.work.folder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Renaming;
import neatroster.core.settings.Settings;
import neatroster.disk.PrivateFiles;
import neatroster.register.AccountsUpdate;
import neatroster.register.Register;
import neatroster.work.Dialog;
import neatroster.work.Problem;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.From;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.Size;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

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
    open().write(List.of(ANA, CY), List.of(), AccountsUpdate.of(List.of(ANA.user(), CY.user())));
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
    return new AccountsFile(folder.resolve("accounts"), false, null, register);
  }

  private AccountsFile sealed() throws Exception {
    Path secret = Files.writeString(folder.resolve("secret.txt"), "kelp and anchor 42\n");
    return new AccountsFile(
        folder.resolve("accounts"),
        true,
        new Passphrase(
            RosterFolder.at(folder, folder),
            new Settings.Keeping(true, secret.toString()),
            Dialog.NOBODY),
        register);
  }

  @Test
  void passwordsAreFoundByWhatTheAccountGoesBy() throws Exception {
    assertThat(open().passwords())
        .isEqualTo(Map.of("amarlowe", "gull-1", "cy@pier.example", "tide-2"));
  }

  @Test
  void aRenamedAccountKeepsItsPassword() throws Exception {
    AccountsUpdate renaming =
        new AccountsUpdate(
            List.of(), List.of(new Renaming("amarlowe", "afinch")), List.of(), List.of());
    open().write(List.of(), List.of(), renaming);
    assertThat(open().passwords())
        .isEqualTo(Map.of("afinch", "gull-1", "cy@pier.example", "tide-2"));
    assertThat(Files.readString(folder.resolve("accounts/accounts.csv")))
        .contains("\"Ana \"\"Nan\"\" Marlowe, Jr.\",,501,Main Pier");
  }

  @Test
  void anotherPasswordTakesThePlaceOfTheOldOneAlsoOfOneThatIsGone() throws Exception {
    IssuedAccount renewed = new IssuedAccount(CY.place(), CY.user(), "mast-3");
    AccountsUpdate issue = new AccountsUpdate(List.of(), List.of(), List.of(), List.of(CY.user()));
    open().write(List.of(), List.of(renewed), issue);
    assertThat(open().passwords()).containsEntry("cy@pier.example", "mast-3").hasSize(2);
    Files.delete(folder.resolve("accounts/accounts.csv"));
    assertThatThrownBy(() -> open().write(List.of(), List.of(renewed), issue))
        .hasMessageContaining("is gone; it held the first password of 1 account (amarlowe)");
    assertThat(open().lost()).containsExactly("amarlowe", "cy@pier.example");
    IssuedAccount ana = new IssuedAccount(ANA.place(), ANA.user(), "kelp-5");
    AccountsUpdate both =
        new AccountsUpdate(List.of(), List.of(), List.of(), List.of(ANA.user(), CY.user()));
    open().write(List.of(), List.of(ana, renewed), both);
    assertThat(open().passwords())
        .isEqualTo(Map.of("cy@pier.example", "mast-3", "amarlowe", "kelp-5"));
  }

  @Test
  void forgottenPasswordsLeaveTheAccounts() throws Exception {
    assertThat(open().forget(Set.of("amarlowe", "nobody"))).isEqualTo(1);
    assertThat(open().forget(Set.of("amarlowe"))).isZero();
    assertThat(open().passwords()).isEqualTo(Map.of("cy@pier.example", "tide-2"));
  }

  @Test
  void aFileThatASpreadsheetProgramSavedIsReadAllTheSame() throws Exception {
    Files.writeString(
        folder.resolve("accounts/accounts.csv"),
        "\ufefffull name;Password;USERNAME;email\r\nTotal;gull-1;amarlowe;\r\n;tide-2;;cy@pier.example\r\n");
    assertThat(open().passwords())
        .isEqualTo(Map.of("amarlowe", "gull-1", "cy@pier.example", "tide-2"));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        // One quotation mark too many makes one cell of the rest.
        "username,password,full name,email,id,site\r\namarlowe,\"gull-1,Ana,,501,\r\n,tide-2,Cy,cy@pier.example,,\r\n",
        "username,password,full name,email,id,site\r\namarlowe,gull-1,Ana,,501,\r\n",
        "username,password,full name,email,id,site\r\namarlowe,,Ana,,501,\r\n,tide-2,Cy,cy@pier.example,,\r\n",
        "username,password,full name,email,id,site\r\namarlowe,gull-1,Ana,,501,\r\namarlowe,tide-2,Ana,,501,\r\n",
        "username,word,full name,email,id,site\r\namarlowe,gull-1,Ana,,501,\r\n,tide-2,Cy,cy@pier.example,,\r\n",
        "username,password\r\n"
      })
  void aFileThatLostAPasswordIsRefused(String content) throws Exception {
    Files.writeString(folder.resolve("accounts/accounts.csv"), content);
    for (ThrowingCallable use :
        List.<ThrowingCallable>of(
            () -> open().passwords(),
            () -> open().forget(Set.of("amarlowe")),
            () -> open().write(List.of(), List.of(), AccountsUpdate.of(List.of())))) {
      assertThatThrownBy(use)
          .isInstanceOf(Problem.class)
          .message()
          .contains("Nothing was done", "from a copy")
          .doesNotContain("gull-1", "tide-2");
    }
    assertThat(folder.resolve("accounts/accounts.csv")).hasContent(content);
  }

  @Property
  void theFileGivesBackExactlyWhatWasWritten(
      @ForAll @Size(min = 1, max = 4) List<@From("texts") String> texts) throws Exception {
    Path place = Files.createTempDirectory("accounts");
    try (Register ofFolder = Register.open(place)) {
      List<IssuedAccount> accounts = new ArrayList<>();
      Map<String, String> expected = new HashMap<>();
      for (int i = 0; i < texts.size(); i++) {
        // A register ends a name where C ends a text.
        String username = texts.get(i).replace("\0", "") + "#" + i;
        accounts.add(account(new Person("", "", texts.get(i), "", ""), username, texts.get(i)));
        expected.put(username.toLowerCase(Locale.ROOT), texts.get(i));
      }
      AccountsFile file = new AccountsFile(place, false, null, ofFolder);
      AccountsUpdate issue = AccountsUpdate.of(accounts.stream().map(IssuedAccount::user).toList());
      file.write(accounts, List.of(), issue);
      file.write(List.of(), List.of(), AccountsUpdate.of(List.of()));
      assertThat(file.passwords()).isEqualTo(expected);
    } finally {
      PrivateFiles.delete(place);
    }
  }

  @Provide
  Arbitrary<String> texts() {
    Arbitrary<String> any =
        Arbitraries.strings()
            .all()
            .ofMinLength(1)
            .ofMaxLength(12)
            // A lone half of a letter is in no file of text.
            .filter(text -> StandardCharsets.UTF_8.newEncoder().canEncode(text));
    return Arbitraries.oneOf(
        any, Arbitraries.strings().withChars("'=+-@\t\r\n\",;a7 ").ofMinLength(1).ofMaxLength(6));
  }

  @Test
  void sealingAndUnsealingLoseNothing() throws Exception {
    IssuedAccount bo = account(new Person("502", "", "Bo Finch", "", ""), "bfinch", "sail-4");
    sealed().write(List.of(bo), List.of(), AccountsUpdate.of(List.of(bo.user())));
    assertThat(folder.resolve("accounts/accounts.csv")).doesNotExist();
    assertThat(sealed().passwords()).hasSize(3).containsEntry("bfinch", "sail-4");
    AccountsFile unsealing =
        new AccountsFile(
            folder.resolve("accounts"),
            false,
            new Passphrase(
                RosterFolder.at(folder, folder),
                new Settings.Keeping(false, folder.resolve("secret.txt").toString()),
                Dialog.NOBODY),
            register);
    assertThat(unsealing.forget(Set.of("amarlowe"))).isEqualTo(1);
    assertThat(folder.resolve("accounts/accounts.csv.pgp")).doesNotExist();
    assertThat(open().passwords()).hasSize(2).containsEntry("bfinch", "sail-4");
  }

  @Test
  void afterAnInterruptionTheDigestTellsWhichFileCounts() throws Exception {
    Path file = folder.resolve("accounts/accounts.csv");
    Path sealedFile = folder.resolve("accounts/accounts.csv.pgp");
    // Stopped between the sealed file and the removal of the open one.
    byte[] before = Files.readAllBytes(file);
    sealed().forget(Set.of("nobody"));
    Files.write(file, before);
    sealed().recover();
    assertThat(file).doesNotExist();
    assertThat(sealedFile).exists();
    // A draft that the register knows nothing of goes; one that it knows takes its place.
    Files.writeString(folder.resolve("accounts/accounts.csv.new"), "username,pass");
    Files.move(sealedFile, folder.resolve("accounts/accounts.csv.pgp.new"));
    sealed().recover();
    assertThat(sealedFile).exists();
    assertThat(folder.resolve("accounts/accounts.csv.new")).doesNotExist();
    assertThat(sealed().passwords()).hasSize(2);
  }
}
