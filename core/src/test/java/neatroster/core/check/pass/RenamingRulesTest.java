package neatroster.core.check.pass;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.settings.Policy;
import neatroster.core.settings.ScopedSetting;
import neatroster.core.settings.Settings;
import neatroster.core.state.KnownUsers;
import org.junit.jupiter.api.Test;

/** Usernames of people who have an account, and usernames that differ by role. */
class RenamingRulesTest {
  private static final KnownUser ANA =
      new KnownUser(new Person("501", "", "Ana Marlowe", "", ""), "amarlowe", "", "");

  private static final Settings FOLLOW =
      Settings.builder().policy(new Policy(false, false, true)).build();

  private static List<String> found(Settings settings, KnownUser known, String users) {
    return Rosters.found(
        Rosters.check(settings, new KnownUsers(List.of(known)), TextSheet.of("users", users)));
  }

  @Test
  void aRenamedUserIsGoodWhereTheSettingsFollowAndTheRowSaysWhoItWas() {
    String renamed =
        "id | username | given name | former username\n501 | afinch | Ana | amarlowe\n";
    assertThat(found(FOLLOW, ANA, renamed)).isEmpty();
    assertThat(found(Settings.standard(), ANA, renamed))
        .containsExactly("users:2 rename-refused amarlowe");
    String unsaid = "id | username | given name\n501 | afinch | Ana\n";
    assertThat(found(FOLLOW, ANA, unsaid)).containsExactly("users:2 rename-refused amarlowe");
    // It was carried out: the row still names both.
    assertThat(found(FOLLOW, ANA.renamed("afinch"), renamed)).isEmpty();
  }

  @Test
  void aFormerUsernameAloneFindsTheAccount() {
    String changed =
        "id | given name | family name | former username\n | Annika | Finch | amarlowe\n";
    assertThat(found(FOLLOW, ANA, changed)).isEmpty();
    assertThat(found(Settings.standard(), ANA, changed)).containsExactly("users:2 rename-refused");
    String wrong = "id | given name | family name | former username\n | Annika | Finch | amarlow\n";
    assertThat(found(FOLLOW, ANA, wrong))
        .containsExactly("users:2 unknown-former-username amarlowe");
  }

  @Test
  void anOldUsernameIsNobodyElses() {
    assertThat(
            found(
                FOLLOW,
                ANA.renamed("afinch"),
                "id | username | given name | family name\n777 | amarlowe | Abel | Marlowe\n"))
        .containsExactly("users:2 username-taken");
  }

  @Test
  void usernamesMayLookDifferentByRole() {
    Settings.Usernames usual = Settings.Usernames.standard();
    Settings.Usernames staff =
        new Settings.Usernames(
            usual.pattern(), usual.onClash(), 2, 5, "A-Z", List.of(), List.of(), false);
    Settings settings =
        Settings.builder()
            .usernames(ScopedSetting.same(usual).with("instructor", "", staff))
            .build();
    assertThat(
            found(
                settings,
                ANA,
                """
                username | given name | role
                TQ       | Tom        | teacher
                tquay    | Tim        | teacher
                UNA      | Una        | learner
                UNAQ     | Una Q      |
                ünaq     | Una R      |
                """))
        .containsExactly(
            "users:3 bad-username", "users:4 bad-username una", "users:6 bad-username unaq");
  }
}
