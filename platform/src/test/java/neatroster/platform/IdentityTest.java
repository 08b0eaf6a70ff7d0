package neatroster.platform;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.Optional;
import neatroster.core.model.Person;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class IdentityTest {
  private static final Person ANA = new Person("1", "ana@pier.example", "Ana Marlowe", "", "");

  private static JsonNode account(String id, String email, String given, String family)
      throws Exception {
    return ScimJson.parse(
        """
        {"externalId": "%s", "emails": [{"value": "old@pier.example"}, {"value": "%s"}],
         "name": {"givenName": "%s", "familyName": "%s"}}
        """
            .formatted(id, email, given, family));
  }

  @ParameterizedTest
  @CsvSource({
    // id, address, given name, family name, whether it may be Ana, whether a mark says so
    "1, ana@pier.example, Ana, Marlowe, true, true",
    "1, other@pier.example, Ana, Kelp, true, true",
    "'', ANA@pier.example, Ana, Kelp, true, true",
    "'', other@pier.example, Ana, Marlowe, true, false",
    "'', other@pier.example, A., Marlowe, true, false",
    "'', other@pier.example, Ada, Merrow, false, false",
    "2, other@pier.example, Ana, Marlowe, false, false",
    "2, ana@pier.example, Ada, Merrow, false, false",
    // An id that another program gave.
    "77af, ana@pier.example, Ana, Marlowe, true, false",
  })
  void anAccountIsSomebodysByWhatItTells(
      String id, String email, String given, String family, boolean mayBe, boolean isMarked)
      throws Exception {
    JsonNode account = account(id, email, given, family);
    assertThat(Identity.isOf(ANA, account)).isEqualTo(mayBe);
    assertThat(Identity.isMarkedAs(ANA, account)).isEqualTo(isMarked);
  }

  @Test
  void whoIsNotKnownIsWhoeverIsThere() throws Exception {
    Identity identity =
        new Identity(name -> name.equals("amarlowe") ? Optional.of(ANA) : Optional.empty());
    JsonNode ada = account("9", "ada@pier.example", "Ada", "Merrow");
    assertThat(identity.isMeant("amarlowe", ada)).isFalse();
    assertThat(identity.isMeant("amerrow", ada)).isTrue();
    assertThat(Identity.shown(ada)).isEqualTo("Ada Merrow");
    assertThat(Identity.shown(ScimJson.parse("{}"))).isEqualTo("an account without a name");
  }
}
