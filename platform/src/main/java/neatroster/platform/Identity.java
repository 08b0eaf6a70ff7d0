package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import neatroster.core.model.Person;
import neatroster.core.roster.SamePerson;

/** Whose the accounts are that the platform shows (RFC 7643, section 4.1). */
final class Identity {
  private final Function<String, Optional<Person>> known;

  /**
   * Judges by what is known.
   *
   * @param known who is behind a username, or what stands for one, as far as that is known
   */
  Identity(Function<String, Optional<Person>> known) {
    this.known = known;
  }

  /** Whether an account may be the person's who is known under a name. */
  boolean isMeant(String name, JsonNode account) {
    return known.apply(name).map(person -> isOf(person, account)).orElse(true);
  }

  /** Whether nothing that an account tells says that it is somebody else's than a person's. */
  static boolean isOf(Person person, JsonNode account) {
    return SamePerson.mayBe(person, person(account, person.email()));
  }

  /** Whether a mark that nobody shares says that an account is a person's. */
  static boolean isMarkedAs(Person person, JsonNode account) {
    return SamePerson.isMarked(person, person(account, person.email()));
  }

  /**
   * What an account tells of itself.
   *
   * @param email the address that is asked for; of several it is given where it is among them
   */
  private static Person person(JsonNode account, String email) {
    String first = "";
    for (JsonNode one : ScimJson.list(account, "emails")) {
      String value = ScimJson.text(one, "value");
      first = first.isEmpty() || value.equalsIgnoreCase(email) ? value : first;
    }
    return new Person(ScimJson.text(account, "externalId"), first, name(account), "", "");
  }

  /** The whole name of an account, or an empty text. */
  private static String name(JsonNode account) {
    JsonNode name = ScimJson.get(account, "name");
    String parts =
        String.join(
                " ",
                List.of(
                    ScimJson.text(name, "givenName"),
                    ScimJson.text(name, "middleName"),
                    ScimJson.text(name, "familyName")))
            .replaceAll(" +", " ")
            .strip();
    return parts.isEmpty() ? ScimJson.text(name, "formatted") : parts;
  }

  /** Whose an account is, in words. */
  static String shown(JsonNode account) {
    String name = name(account);
    return name.isEmpty() ? "an account without a name" : name;
  }
}
