package neatroster.core.accounts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.core.wanted.Wanted;
import org.junit.jupiter.api.Test;

class GuardianListTest {
  private static final TextSheet USERS =
      TextSheet.of(
          "users",
          """
          id  | given name | email            | guardian name | guardian email
          501 | Ana        |                  | Rosa Marlowe  | rosa@home.example
          502 | Abel       |                  | R. Marlowe    | Rosa@home.example
          503 | Bo         |                  | Tom Quay      | tom@pier.example
          504 | Tom        | tom@pier.example |               |
          505 | Cy         | cy@home.example  | Mo Quay       | cy@home.example
          506 | Di         |                  | Una Reed      |
          507 | Ed         |                  |               | ed@home.example
          508 | Flo        |                  | Kit Lin       | kit@home.example
          """);

  private static GuardianList guardians() {
    Settings settings = Settings.standard();
    return new GuardianList(
        Wanted.of(settings, ResolvedRoster.of(Rosters.of(USERS), settings, Known.nothing())));
  }

  @Test
  void brothersAndSistersHaveOneGuardianAndATeacherHasAnAccountAlready() {
    KnownUser kit =
        new KnownUser(new Person("", "kit@home.example", "Kit Lin", "", ""), "klin", "", "");
    List<RefusedAccount> refused = new ArrayList<>();
    List<NewUser> newcomers = guardians().without(new KnownUsers(List.of(kit)), refused);
    assertThat(newcomers)
        .singleElement()
        .satisfies(
            rosa -> {
              assertThat(rosa.person().fullName()).isEqualTo("Rosa Marlowe");
              assertThat(rosa.person().email()).isEqualTo("rosa@home.example");
              assertThat(rosa.role()).isEqualTo(KnownUser.GUARDIAN);
              assertThat(rosa.values()).containsEntry("family", "Marlowe");
            });
    assertThat(refused)
        .extracting(one -> one.place().row() + " " + one.why().replaceAll("[,.].*", ""))
        .containsExactly(
            "6 The guardian has the child’s own email address",
            "8 The guardian has an email address and no name");
    assertThat(guardians().withoutEmail()).isEqualTo(1);
  }
}
