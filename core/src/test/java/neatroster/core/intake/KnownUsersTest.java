package neatroster.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import org.junit.jupiter.api.Test;

/** Who is who from one year to the next. */
class KnownUsersTest {
  private static final KnownUser WITH_ID = user("501", "ana@pier.example", "Ana Marlowe", "ana1");
  private static final KnownUser WITH_EMAIL = user("", "bo@pier.example", "Bo Finch", "bo1");
  private static final KnownUser WITH_NAME = user("", "", "Cy Quay", "cy1");

  private static final KnownUsers KNOWN = new KnownUsers(List.of(WITH_ID, WITH_EMAIL, WITH_NAME));

  private static KnownUser user(String id, String email, String name, String username) {
    return new KnownUser(new Person(id, email, name, "", ""), username, "", "");
  }

  private static Person person(String id, String email, String name) {
    return new Person(id, email, name, "", "");
  }

  @Test
  void theIdDecidesWhateverElseChanges() {
    assertThat(KNOWN.of(person("501", "new@pier.example", "Ana Married"))).contains(WITH_ID);
    assertThat(KNOWN.of(person("999", "ana@pier.example", "Ana Marlowe"))).isEmpty();
  }

  @Test
  void theEmailDecidesWhereThereIsNoId() {
    assertThat(KNOWN.of(person("", "BO@pier.example", "Robert Finch"))).contains(WITH_EMAIL);
    assertThat(KNOWN.of(person("777", "bo@pier.example", "Bo Finch"))).contains(WITH_EMAIL);
    assertThat(KNOWN.of(person("", "other@pier.example", "Bo Finch"))).isEmpty();
  }

  @Test
  void theNameDecidesWhereThereIsNothingElse() {
    assertThat(KNOWN.of(person("", "", "cy quay"))).contains(WITH_NAME);
    assertThat(KNOWN.of(person("88", "cy@pier.example", "Cy Quay"))).contains(WITH_NAME);
    assertThat(KNOWN.of(person("", "", "Cyril Quay"))).isEmpty();
  }

  @Test
  void birthDateAndSiteTellTheSameNameApart() {
    KnownUser elder =
        new KnownUser(new Person("", "", "Di Reed", "2010-01-01", "Pier"), "dreed", "", "");
    KnownUsers known = new KnownUsers(List.of(elder));
    assertThat(known.of(new Person("", "", "Di Reed", "2010-01-01", "Pier"))).contains(elder);
    assertThat(known.of(new Person("", "", "Di Reed", "2012-05-05", "Pier"))).isEmpty();
    assertThat(known.of(new Person("", "", "Di Reed", "2010-01-01", "Quay"))).isEmpty();
  }

  @Test
  void findsUsernamesWhateverTheirCase() {
    assertThat(KNOWN.findUsername("ANA1")).isZero();
    assertThat(KNOWN.findUsername("nobody")).isEqualTo(-1);
    assertThat(KnownUsers.none().isEmpty()).isTrue();
  }
}
