package neatroster.core.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.SplittableRandom;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.pattern.PatternException;
import neatroster.core.settings.ScopedSetting;
import neatroster.core.settings.Settings;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class AccountIssuerTest {
  private static final Settings SETTINGS = Settings.standard();

  private static PasswordMaker passwords() {
    return new PasswordMaker(
        SETTINGS.passwords().usual(), PasswordWords.all(), new SplittableRandom(1));
  }

  private static AccountIssuer issuer(Settings settings, List<KnownUser> known)
      throws PatternException {
    return new AccountIssuer(settings, PasswordWords.all(), new SplittableRandom(1), known);
  }

  private static NewUser user(int row, String id, String given, String family) {
    return new NewUser(
        new Place(new SheetName("users", null), row),
        new Person(id, "", (given + " " + family).strip(), "", ""),
        "",
        false,
        "learner",
        "",
        Map.of("given", given, "family", family));
  }

  private static List<String> usernames(Settings settings, List<KnownUser> known, NewUser... users)
      throws PatternException {
    List<RefusedAccount> refused = new ArrayList<>();
    List<String> names = new ArrayList<>();
    for (IssuedAccount account : issuer(settings, known).issue(List.of(users), refused)) {
      names.add(account.user().username());
    }
    refused.forEach(row -> names.add("refused " + row.place().row()));
    return names;
  }

  @Test
  void namesOfAnyScriptBecomeAscii() throws PatternException {
    assertThat(
            usernames(
                SETTINGS,
                List.of(),
                user(2, "1", "Анна", "Корабельникова"),
                user(3, "2", "小雨", "港"),
                user(4, "3", "محمد", "البحراني"),
                user(5, "4", "Łucja", "Weißenfels"),
                user(6, "5", "Plato", ""),
                user(7, "6", "!!!", "")))
        .containsExactly(
            "akorabelnikova", "xgang", "malbhrany", "lweissenfels", "plato", "refused 7");
  }

  @Test
  void theSameNameTwiceIsNumberedByPersonNotByRow() throws PatternException {
    NewUser first = user(2, "900", "Ana", "Marlowe");
    NewUser second = user(3, "100", "Ana", "Marlowe");
    assertThat(usernames(SETTINGS, List.of(), first, second))
        .containsExactly("amarlowe2", "amarlowe");
    assertThat(usernames(SETTINGS, List.of(), second, first))
        .containsExactly("amarlowe", "amarlowe2");
  }

  @Test
  void whatWasEverIssuedIsNotIssuedToAnother() throws PatternException {
    KnownUser abel = new KnownUser(new Person("7", "", "Abel Marlowe", "", ""), "AMarlowe", "", "");
    assertThat(usernames(SETTINGS, List.of(abel), user(2, "8", "Ana", "Marlowe")))
        .containsExactly("amarlowe2");
  }

  @Test
  void clashesAreSettledAsTheSettingsSay() throws PatternException {
    NewUser[] anas = {user(2, "1", "Ana", "Marlowe"), user(3, "2", "Ann", "Marlowe")};
    assertThat(usernames(with(Settings.OnClash.LENGTHEN), List.of(), anas))
        .containsExactly("amarlowe", "anmarlowe");
    assertThat(usernames(with(Settings.OnClash.REFUSE), List.of(), anas))
        .containsExactly("amarlowe", "refused 3");
  }

  private static Settings with(Settings.OnClash onClash) {
    Settings.Usernames usual = Settings.Usernames.standard();
    return Settings.builder()
        .usernames(
            ScopedSetting.same(
                new Settings.Usernames(
                    usual.pattern(),
                    onClash,
                    usual.shortest(),
                    usual.longest(),
                    usual.allow(),
                    usual.reserved(),
                    List.of(),
                    false)))
        .build();
  }

  @Property
  void usernamesAreUniqueAllowedAndIndependentOfTheOrder(
      @ForAll @Size(max = 30) List<String> given, @ForAll long seed) throws PatternException {
    List<NewUser> users = new ArrayList<>();
    for (int i = 0; i < given.size(); i++) {
      users.add(user(i + 2, "" + i, given.get(i), i % 3 == 0 ? "Li" : ""));
    }
    Map<String, String> usernameOfId = issue(users);
    assertThat(usernameOfId.values())
        .doesNotHaveDuplicates()
        .allMatch(name -> name.matches("[a-z0-9._-]{3,30}"));
    Collections.shuffle(users, new Random(seed));
    assertThat(issue(users)).isEqualTo(usernameOfId);
  }

  private static Map<String, String> issue(List<NewUser> users) throws PatternException {
    Map<String, String> usernameOfId = new HashMap<>();
    issuer(SETTINGS, List.of())
        .issue(users, new ArrayList<>())
        .forEach(a -> usernameOfId.put(a.user().person().id(), a.user().username()));
    return usernameOfId;
  }

  @Test
  void thousandsOfOneNameAreNamedInAMoment() throws PatternException {
    NewUser[] many = new NewUser[20_000];
    for (int i = 0; i < many.length; i++) {
      many[i] = user(i + 2, "" + i, "Ana", "Marlowe");
    }
    assertThat(usernames(SETTINGS, List.of(), many)).doesNotHaveDuplicates().hasSize(20_000);
  }

  @Property
  void whoHasAnAccountKeepsItWhateverComesLater(
      @ForAll @Size(max = 8) List<String> earlier, @ForAll @Size(max = 8) List<String> later)
      throws PatternException {
    List<NewUser> first = new ArrayList<>();
    for (String name : earlier) {
      first.add(user(first.size() + 2, "a" + first.size(), name, "Li"));
    }
    List<KnownUser> known =
        issuer(SETTINGS, List.of()).issue(first, new ArrayList<>()).stream()
            .map(IssuedAccount::user)
            .toList();
    List<NewUser> second = new ArrayList<>();
    for (String name : later) {
      second.add(user(second.size() + 2, "b" + second.size(), name, "Li"));
    }
    List<IssuedAccount> issued = issuer(SETTINGS, known).issue(second, new ArrayList<>());
    assertThat(issued).hasSameSizeAs(second);
    List<String> taken = known.stream().map(KnownUser::username).toList();
    assertThat(issued.stream().map(account -> account.user().username()))
        .doesNotHaveDuplicates()
        .noneMatch(taken::contains);
  }

  @Test
  void manyPeopleNamedFromAShortListAreToldApart() throws PatternException {
    String[] given = {"Ana", "Bo", "Cy", "Di", "Élodie", "Jörg", "Ольга"};
    String[] family = {"Marlowe", "Finch", "Quay", "Li", "Uckfield"};
    List<NewUser> users = new ArrayList<>();
    for (int i = 0; i < 60_000; i++) {
      users.add(user(i + 2, "" + i, given[i % given.length], family[i % family.length]));
    }
    Settings settings =
        Settings.builder()
            .emails(
                ScopedSetting.same(
                    new Settings.Emails(Settings.WhenMissing.MAKE, "{given}@pier.example", false)))
            .ids(ScopedSetting.same(new Settings.Ids(Settings.WhenMissing.MAKE, "{n:6}")))
            .build();
    List<IssuedAccount> issued = issuer(settings, List.of()).issue(users, new ArrayList<>());
    assertThat(issued).hasSize(60_000);
    assertThat(issued.stream().map(account -> account.user().username()).distinct())
        .hasSize(60_000);
    assertThat(issued.stream().map(account -> account.user().email()).distinct()).hasSize(60_000);
    assertThat(issued.stream().map(account -> account.user().username()))
        .allMatch(name -> name.matches("[a-z]+[0-9]*"));
  }

  @Test
  void whatThePlatformMakesIsLeftToItAsLongAsTheAccountCanBeReferredTo() throws PatternException {
    Settings.Usernames usual = Settings.Usernames.standard();
    Settings settings =
        Settings.builder()
            .usernames(
                ScopedSetting.same(
                    new Settings.Usernames(
                        usual.pattern(),
                        usual.onClash(),
                        usual.shortest(),
                        usual.longest(),
                        usual.allow(),
                        usual.reserved(),
                        List.of(),
                        true)))
            .build();
    List<RefusedAccount> refused = new ArrayList<>();
    List<IssuedAccount> issued =
        issuer(settings, List.of())
            .issue(List.of(user(2, "501", "Ana", "Marlowe"), user(3, "", "Bo", "Finch")), refused);
    assertThat(issued)
        .singleElement()
        .satisfies(
            account -> {
              assertThat(account.user().username()).isEmpty();
              assertThat(account.user().reference()).isEqualTo("501");
            });
    assertThat(refused).singleElement().extracting(one -> one.place().row()).isEqualTo(3);
  }

  @Test
  void anonymousAccountsSayNothingOfAnybody() throws PatternException {
    List<RefusedAccount> refused = new ArrayList<>();
    List<IssuedAccount> issued = issuer(SETTINGS, List.of()).anonymous(200, "NAV-2", refused);
    assertThat(refused).isEmpty();
    assertThat(issued).hasSize(200).allMatch(account -> account.user().isAnonymous());
    assertThat(issued.stream().map(account -> account.user().username()))
        .doesNotHaveDuplicates()
        .allMatch(name -> name.matches("[a-z]+-[a-z0-9]{4}"));
    assertThat(issued.stream().map(IssuedAccount::password)).doesNotHaveDuplicates();
  }

  @Test
  void passwordsAreFitForCopyingFromPaper() throws PatternException {
    List<String> words = PasswordWords.all();
    assertThat(words)
        .hasSizeGreaterThan(800)
        .doesNotHaveDuplicates()
        .allMatch(word -> word.matches("[a-z]{3,9}"));
    PasswordMaker maker = passwords();
    assertThat(maker.bits()).isGreaterThan(38);
    assertThat(maker.make()).matches("[a-z]+(-[a-z]+){3}").isNotEqualTo(maker.make());
    IssuedAccount account =
        new IssuedAccount(
            new Place(new SheetName("users", null), 2),
            new KnownUser(new Person("1", "", "Ana", "", ""), "ana", "", ""),
            "open-sesame");
    assertThat(account.toString()).doesNotContain("sesame");
  }
}
