package neatroster.platform;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import neatroster.core.model.Person;
import neatroster.core.roster.NameFit;

/**
 * Whether an account on the platform is the person's who is meant. A username alone does not say
 * so: the account may have been deleted and made anew for somebody else.
 */
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
    boolean isNamedSo = NameFit.fits(person.fullName(), name(account));
    String id = Answers.text(account, "externalId");
    boolean isAddressed = hasEmail(account, person.email());
    if (!id.isEmpty() && !person.id().isEmpty()) {
      // An id of the platform's own may stand there; then the rest tells.
      return id.equals(person.id()) || (isAddressed && isNamedSo);
    }
    return isAddressed || isNamedSo;
  }

  /** Whether a mark that nobody shares says that an account is a person's. */
  static boolean isMarkedAs(Person person, JsonNode account) {
    String id = Answers.text(account, "externalId");
    return !id.isEmpty() && !person.id().isEmpty()
        ? id.equals(person.id())
        : hasEmail(account, person.email());
  }

  private static boolean hasEmail(JsonNode account, String email) {
    return !email.isEmpty()
        && Answers.list(account, "emails").stream()
            .anyMatch(one -> Answers.text(one, "value").equalsIgnoreCase(email));
  }

  /** The whole name of an account, or an empty text. */
  static String name(JsonNode account) {
    JsonNode name = Answers.get(account, "name");
    String parts =
        String.join(
                " ",
                List.of(
                    Answers.text(name, "givenName"),
                    Answers.text(name, "middleName"),
                    Answers.text(name, "familyName")))
            .replaceAll(" +", " ")
            .strip();
    return parts.isEmpty() ? Answers.text(name, "formatted") : parts;
  }

  /** Whose an account is, in words. */
  static String shown(JsonNode account) {
    String name = name(account);
    return name.isEmpty() ? "an account without a name" : name;
  }
}
