package neatroster.core.accounts;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import neatroster.core.grid.Place;
import neatroster.core.intake.NameParts;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.state.KnownUsers;
import neatroster.core.wanted.Guardians;
import neatroster.core.wanted.Wanted;

/** The guardians who need an account: a guardian who is a user, or who has one, gets none. */
public final class GuardianList {
  private final Guardians guardians;
  private final Set<String> users = new HashSet<>();

  /** The guardians of a roster. */
  public GuardianList(Wanted wanted) {
    guardians = wanted.guardians();
    wanted.people(
        (person, one, row, line) ->
            users.add(one.record().text(Field.EMAIL).toLowerCase(Locale.ROOT)));
  }

  /** How many rows name a guardian and no address of theirs. */
  public int withoutEmail() {
    return guardians.withoutEmail();
  }

  /**
   * The guardians who have no account yet, in the order of the rows that name them first.
   *
   * @param without takes those who cannot get one
   */
  public List<NewUser> without(KnownUsers known, List<RefusedAccount> without) {
    for (Place child : guardians.withOwnAddress()) {
      without.add(
          new RefusedAccount(
              child,
              "The guardian has the child’s own email address, so there is no telling the two apart."
                  + " Type another address for one of them."));
    }
    List<NewUser> newcomers = new ArrayList<>();
    for (Map.Entry<String, Guardians.Guardian> entry : guardians.byEmail().entrySet()) {
      Guardians.Guardian guardian = entry.getValue();
      if (users.contains(entry.getKey()) || known.findEmail(guardian.email()) >= 0) {
        continue;
      }
      if (guardian.name().isEmpty()) {
        without.add(
            new RefusedAccount(
                guardian.place(),
                "The guardian has an email address and no name. Fill in guardian name."));
        continue;
      }
      NameParts parts = NameParts.split(guardian.name());
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
              "",
              Map.copyOf(values)));
    }
    return newcomers;
  }
}
