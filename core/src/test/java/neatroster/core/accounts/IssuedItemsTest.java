package neatroster.core.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.function.Consumer;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import neatroster.core.pattern.PatternException;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.settings.ScopedSetting;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.wanted.Wanted;
import neatroster.core.wanted.WantedPerson;
import org.junit.jupiter.api.Test;

/** Emails, ids and passwords that are made for users who have none. */
class IssuedItemsTest {
  private static final TextSheet USERS =
      TextSheet.of(
          "users",
          """
          id  | username | given name | family name | email              | password
          501 |          | Ana        | Marlowe     |                    |
              | bo       | Bo         | Finch       | bo@pier.example    | sesame-1
              |          | Cy         | Quay        |                    |
          000001 |       | Di         | Reed        | CY.Quay@pier.example |
          """);

  private static Settings settings(Settings.WhenMissing missing, Settings.PasswordStyle style) {
    return Settings.builder()
        .emails(
            ScopedSetting.same(
                new Settings.Emails(missing, "{given}.{family}@pier.example", false)))
        .ids(ScopedSetting.same(new Settings.Ids(missing, "{n:6}")))
        .passwords(
            ScopedSetting.same(
                new Settings.Passwords(
                    style,
                    style == Settings.PasswordStyle.CHARACTERS ? 12 : 3,
                    8,
                    true,
                    false,
                    "")))
        .build();
  }

  private static void people(Settings settings, Roster roster, Consumer<WantedPerson> receiver) {
    Wanted.of(settings, ResolvedRoster.of(roster, settings, Known.nothing()))
        .people((person, one, row, line) -> receiver.accept(one));
  }

  private static List<IssuedAccount> issue(Settings settings, List<KnownUser> known)
      throws PatternException {
    AccountIssuer issuer =
        new AccountIssuer(settings, PasswordWords.all(), new SplittableRandom(3), known);
    List<NewUser> users = new ArrayList<>();
    Roster roster = Rosters.of(USERS);
    people(settings, roster, one -> users.add(issuer.newUser(one)));
    return issuer.issue(users, new ArrayList<>());
  }

  @Test
  void missingItemsAreMadeOnlyWhereTheSettingsSaySo() throws PatternException {
    List<IssuedAccount> left =
        issue(settings(Settings.WhenMissing.LEAVE, Settings.PasswordStyle.WORDS), List.of());
    assertThat(left).allMatch(account -> account.user().email().isEmpty());
    assertThat(left).allMatch(account -> account.user().id().isEmpty());
    List<IssuedAccount> made =
        issue(settings(Settings.WhenMissing.MAKE, Settings.PasswordStyle.WORDS), List.of());
    assertThat(made)
        .extracting(account -> account.user().email())
        .containsExactly("ana.marlowe@pier.example", "", "cy.quay2@pier.example", "");
    assertThat(made)
        .extracting(account -> account.user().id())
        .containsExactly("", "000003", "000002", "");
  }

  @Test
  void whatIsKnownIsNotMadeAgain() throws PatternException {
    KnownUser known =
        new KnownUser(
            new Person("", "", "Somebody Else", "", ""),
            "cquay",
            "ana.marlowe@pier.example",
            "000002");
    List<IssuedAccount> made =
        issue(settings(Settings.WhenMissing.MAKE, Settings.PasswordStyle.WORDS), List.of(known));
    assertThat(made)
        .extracting(account -> account.user().username())
        .containsExactly("amarlowe", "bo", "cquay2", "dreed");
    assertThat(made)
        .extracting(account -> account.user().email())
        .containsExactly("ana.marlowe2@pier.example", "", "cy.quay2@pier.example", "");
    assertThat(made)
        .extracting(account -> account.user().id())
        .containsExactly("", "000004", "000003", "");
  }

  @Test
  void passwordsComeInTheStyleAskedForAndNeverBesideTheSheetsOwn() throws PatternException {
    for (Settings.PasswordStyle style : Settings.PasswordStyle.values()) {
      List<IssuedAccount> made = issue(settings(Settings.WhenMissing.LEAVE, style), List.of());
      List<String> passwords = made.stream().map(IssuedAccount::password).toList();
      assertThat(passwords.get(1)).isEmpty();
      List<String> others = List.of(passwords.get(0), passwords.get(2), passwords.get(3));
      switch (style) {
        case WORDS ->
            assertThat(others)
                .doesNotHaveDuplicates()
                .allMatch(p -> p.matches("[a-z]+(-[a-z]+){2,}"));
        case CHARACTERS ->
            assertThat(others)
                .doesNotHaveDuplicates()
                .allMatch(p -> p.matches("[A-Za-z0-9]{12}"))
                .noneMatch(p -> p.matches(".*[0Oo1IlS5Z2B8].*"));
        case ONE_FOR_ALL -> assertThat(others).containsOnly(passwords.get(0)).doesNotContain("");
        case NONE -> assertThat(others).containsOnly("");
      }
    }
  }

  @Test
  void theSharedPasswordStaysTheSameInLaterRuns() {
    PasswordMaker later =
        new PasswordMaker(
            new Settings.Passwords(Settings.PasswordStyle.ONE_FOR_ALL, 4, 8, true, false, ""),
            PasswordWords.all(),
            new SplittableRandom(9));
    later.goOnWith("amber-canoe-tulip-otter");
    assertThat(later.make()).isEqualTo("amber-canoe-tulip-otter");
  }

  @Test
  void patternsNameFieldsDatesAndColumnsOfTheSchoolsOwn() throws PatternException {
    OwnField berth =
        new OwnField("Berth", Table.USERS, OwnField.Type.TEXT, List.of(), false, false, "");
    Settings settings =
        Settings.builder()
            .reading(new Settings.Reading(List.of(), Map.of(), List.of(berth)))
            .ids(
                ScopedSetting.same(
                    new Settings.Ids(
                        Settings.WhenMissing.MAKE, "{berth}/{birth date|yyyy}/{grade}")))
            .build();
    AccountIssuer issuer =
        new AccountIssuer(settings, PasswordWords.all(), new SplittableRandom(3), List.of());
    List<NewUser> users = new ArrayList<>();
    Roster roster =
        Rosters.of(
            settings,
            TextSheet.of(
                "users",
                "given name | birth date | grade | berth\nAna | 3.4.2011 | 7b | B 12\nBo | | | B 12\n"));
    people(settings, roster, one -> users.add(issuer.newUser(one)));
    assertThat(issuer.issue(users, new ArrayList<>()))
        .extracting(account -> account.user().id())
        .containsExactly("b12/2011/7b", "b12//");
  }
}
