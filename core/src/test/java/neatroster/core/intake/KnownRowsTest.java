package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import neatroster.core.Rosters;
import neatroster.core.TextSheet;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import org.junit.jupiter.api.Test;

/** Whose account a row of users is about. */
class KnownRowsTest {
  private static final KnownUsers KNOWN =
      new KnownUsers(
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
              new KnownUser(
                  new Person("", "", "", "", ""),
                  "gull-x7",
                  "",
                  "",
                  KnownUser.Standing.ISSUED,
                  KnownUser.ANONYMOUS,
                  "NAV-2",
                  List.of())));

  private static List<String> found(String users) {
    List<String> found = new ArrayList<>();
    Rosters.of(TextSheet.of("users", users))
        .read(
            Table.USERS,
            (row, line) -> {
              int account = KNOWN.find(row);
              found.add(account < 0 ? "nobody" : KNOWN.all().get(account).username());
            });
    return found;
  }

  @Test
  void byWhatTellsThePersonApart() {
    assertThat(
            found(
                """
                id  | given name | family name | email           | birth date | site
                501 | Anna       | Else        |                 |            |
                502 | Ana        | Marlowe     |                 |            |
                    | Robert     | F.          | BO@pier.example |            |
                    | Cy         | Quay        |                 | 2.1.2011   | Pier
                    | Cy         | Quay        |                 | 2.1.2012   | Pier
                """))
        .containsExactly("afinch", "nobody", "bfinch", "cquay", "nobody");
  }

  @Test
  void byAFormerUsernameOrOneOfThePlatform() {
    assertThat(
            found(
                """
                username | former username | given name | family name
                         | amarlowe        | Annika     | Finch
                         | AFINCH          | Annika     | Finch
                bfinch   |                 | Bo         | Finch
                bfinch   |                 | Bartholomew| Vandermeer
                cquay    |                 | Cyrus      | Someone
                """))
        .containsExactly("afinch", "afinch", "bfinch", "nobody", "nobody");
  }

  @Test
  void nobodyIsTakenForAnAccountWithoutAName() {
    assertThat(found("id | note\n900 | left blank\n")).containsExactly("nobody");
  }

  @Test
  void anOldUsernameLeadsToTheAccountAsLongAsNobodyHasItNow() {
    assertThat(KNOWN.findUsername("AMarlowe")).isZero();
    assertThat(KNOWN.findReference("501")).isZero();
    assertThat(KNOWN.all().get(0).formerUsernames()).containsExactly("amarlowe");
    assertThat(KNOWN.all().get(3).reference()).isEqualTo("gull-x7");
  }
}
