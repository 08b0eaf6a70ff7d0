package neatroster.core.accounts;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.grid.Place;
import neatroster.core.intake.Names;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.roster.KnownUsers;
import neatroster.core.roster.PersonRecord;

/**
 * The guardians whom rows of users name. An email address tells them apart: brothers and sisters
 * with the same one have one guardian, and a guardian who is a user has an account already.
 */
public final class GuardianList {
  private final Map<String, Guardian> guardians = new LinkedHashMap<>();
  private final Set<String> users = new HashSet<>();
  private final List<Refused> refused = new ArrayList<>();
  private int withoutEmail;

  /**
   * A guardian.
   *
   * @param place the first row that names the guardian
   * @param email the address as written there
   * @param name the name, or empty
   */
  private record Guardian(Place place, String email, String name) {}

  /** Adds what the lists say of a person. */
  public void add(PersonRecord row) {
    String own = key(row.text(Field.EMAIL));
    if (!own.isEmpty()) {
      users.add(own);
    }
    String email = row.text(Field.GUARDIAN_EMAIL);
    String name = row.text(Field.GUARDIAN_NAME);
    if (email.isEmpty()) {
      withoutEmail += name.isEmpty() ? 0 : 1;
      return;
    }
    if (key(email).equals(own)) {
      refused.add(
          new Refused(
              row.place(),
              "The guardian has the child’s own email address, so there is no telling the two apart."
                  + " Type another address for one of them."));
      return;
    }
    guardians.merge(
        key(email),
        new Guardian(row.place(), email, name),
        (first, next) -> first.name().isEmpty() ? next : first);
  }

  private static String key(String email) {
    return email.toLowerCase(Locale.ROOT);
  }

  /** How many rows name a guardian and no address of theirs. */
  public int withoutEmail() {
    return withoutEmail;
  }

  /**
   * The guardians who have no account yet, in the order of the rows that name them first.
   *
   * @param without takes those who cannot get one
   */
  public List<NewUser> without(KnownUsers known, List<Refused> without) {
    without.addAll(refused);
    List<NewUser> newcomers = new ArrayList<>();
    for (Map.Entry<String, Guardian> entry : guardians.entrySet()) {
      Guardian guardian = entry.getValue();
      if (users.contains(entry.getKey()) || known.findEmail(guardian.email()) >= 0) {
        continue;
      }
      if (guardian.name().isEmpty()) {
        without.add(
            new Refused(
                guardian.place(),
                "The guardian has an email address and no name. Fill in guardian name."));
        continue;
      }
      Names.Parts parts = Names.split(guardian.name());
      Map<String, String> values = new HashMap<>();
      values.put("given", parts.given());
      values.put("middle", parts.middle());
      values.put("family", parts.family());
      values.put(Field.FULL_NAME.label(), guardian.name());
      values.put(Field.EMAIL.label(), guardian.email());
      newcomers.add(
          new NewUser(
              guardian.place(),
              new Person("", guardian.email(), guardian.name(), "", ""),
              "",
              false,
              KnownUser.GUARDIAN,
              Map.copyOf(values)));
    }
    return newcomers;
  }
}
