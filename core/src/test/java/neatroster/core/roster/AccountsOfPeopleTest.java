package neatroster.core.roster;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import org.junit.jupiter.api.Test;

/** Whose account a row of users is about. */
class AccountsOfPeopleTest {
  private static final List<KnownUser> ACCOUNTS =
      List.of(
          new KnownUser(new Person("501", "", "Ana Marlowe", "", ""), "amarlowe", "", "")
              .renamed("afinch"),
          new KnownUser(
              new Person("", "bo@pier.example", "Bo Finch", "", ""),
              "bfinch",
              "",
              "",
              KnownUser.Standing.ON_PLATFORM),
          new KnownUser(new Person("", "", "Cy Quay", "2011-01-02", "Pier"), "cquay", "", ""),
          new KnownUser(new Person("", "", "", "", ""), "gull-x7", "", ""),
          new KnownUser(new Person("", "d@home.example", "Di Reed", "", ""), "dreed", "", "")
              .forRole(KnownUser.GUARDIAN));

  private static List<String> found(String users) {
    ResolvedRoster roster =
        ResolvedRoster.of(
            Rosters.of(TextSheet.of("users", users)),
            Settings.standard(),
            Known.of(new KnownUsers(ACCOUNTS)));
    List<String> found = new ArrayList<>();
    roster
        .rows()
        .read(
            Table.USERS,
            (row, line) ->
                found.add(
                    roster
                        .people()
                        .knownAs(roster.people().ofLine(line).number())
                        .map(KnownUser::username)
                        .orElse("nobody")));
    return found;
  }

  @Test
  void byWhatTellsThePersonApartIfTheNameFits() {
    assertThat(
            found(
                """
                id  | given name | family name | email           | birth date | site
                501 | Anna       | Else        |                 |            |
                502 | Ana        | Marlowe     |                 |            |
                    | B.         | Finch       | BO@pier.example |            |
                    | Cy         | Quay        |                 | 2.1.2011   | Pier
                    | Cy         | Quay        |                 | 2.1.2012   | Pier
                    | Cy         | Quay        |                 | 2.1.2011   | Lock
                900 |            |             |                 |            |
                """))
        .containsExactly("nobody", "nobody", "bfinch", "cquay", "nobody", "nobody", "nobody");
  }

  @Test
  void byAFormerUsernameOrOneOfThePlatform() {
    assertThat(
            found(
                """
                username | former username | given name | family name
                         | amarlowe        | Annika     | Finch
                bfinch   |                 | Bo         | Finch
                bfinch   |                 | Bartholomew| Vandermeer
                cquay    |                 | Cyrus      | Someone
                """))
        .containsExactly("afinch", "bfinch", "nobody", "nobody");
  }

  @Test
  void aGuardiansNameAloneIsNoChildsAccount() {
    assertThat(found("given name | family name\nDi | Reed\n")).containsExactly("nobody");
  }
}
