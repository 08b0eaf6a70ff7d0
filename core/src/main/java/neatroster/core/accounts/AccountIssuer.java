package neatroster.core.accounts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Place;
import neatroster.core.model.Settings;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;

/**
 * Gives accounts to new users. Who gets the plain username and who the numbered one depends on the
 * people, not on the order of their rows.
 */
public final class AccountIssuer {
  private final Settings settings;
  private final Pattern usernamePattern;
  private final Pattern emailPattern;
  private final Pattern idPattern;
  private final PasswordMaker passwords;
  private final UsernameMaker usernames;
  private final Set<String> emails = new HashSet<>();
  private final Set<String> ids = new HashSet<>();
  private long nextId = 1;

  /**
   * Prepares to give accounts.
   *
   * @param settings the folder's settings
   * @param passwords makes the first passwords
   * @param known everyone who has an account; nobody else gets their usernames
   * @throws PatternException where a pattern of the settings has no meaning
   */
  public AccountIssuer(Settings settings, PasswordMaker passwords, List<KnownUser> known)
      throws PatternException {
    this.settings = settings;
    this.passwords = passwords;
    Set<String> names = Pattern.userValues();
    usernamePattern = Pattern.parse(settings.usernames().pattern(), names);
    emailPattern = Pattern.parse(settings.emails().pattern(), names);
    idPattern = Pattern.parse(settings.ids().pattern(), names);
    usernames = new UsernameMaker(settings.usernames(), usernamePattern);
    for (KnownUser user : known) {
      usernames.take(user.username());
      keep(user.person().email(), user.person().id());
      keep(user.email(), user.id());
    }
  }

  private void keep(String email, String id) {
    if (!email.isEmpty()) {
      emails.add(email.toLowerCase(Locale.ROOT));
    }
    if (!id.isEmpty()) {
      ids.add(id);
    }
  }

  /** What a row gives to the patterns. */
  public NewUser newUser(RosterRow row, Person person) {
    Names.Parts name = Names.parts(row);
    Map<String, String> values = new HashMap<>();
    Set<String> named = new HashSet<>(usernamePattern.names());
    named.addAll(emailPattern.names());
    named.addAll(idPattern.names());
    for (String value : named) {
      Field.named(value).ifPresent(field -> values.put(value, row.text(field)));
    }
    values.put("given", name.given());
    values.put("middle", name.middle());
    values.put("family", name.family());
    String username = row.text(Field.USERNAME);
    return new NewUser(row.place(), person, username, row.has(Field.PASSWORD), values);
  }

  /**
   * Gives each of these users an account.
   *
   * @param newUsers users without an account, in the order of their rows
   * @param refused takes the rows for which no username could be made
   * @return the accounts in the same order
   */
  public List<IssuedAccount> issue(List<NewUser> newUsers, List<Place> refused) {
    for (NewUser user : newUsers) {
      if (!user.username().isEmpty()) {
        usernames.take(user.username());
      }
      keep(user.person().email(), user.person().id());
    }
    List<NewUser> byPerson = new ArrayList<>(newUsers);
    byPerson.sort(
        Comparator.<NewUser, String>comparing(user -> user.person().id())
            .thenComparing(user -> user.person().email())
            .thenComparing(user -> user.person().nameKey())
            .thenComparing(NewUser::username));
    Map<NewUser, IssuedAccount> issued = new LinkedHashMap<>();
    for (NewUser user : byPerson) {
      Optional<String> username =
          user.username().isEmpty() ? usernames.make(user.values()) : Optional.of(user.username());
      if (username.isEmpty()) {
        refused.add(user.place());
        continue;
      }
      issued.put(user, account(user, username.get()));
    }
    List<IssuedAccount> inOrder = new ArrayList<>();
    for (NewUser user : newUsers) {
      if (issued.containsKey(user)) {
        inOrder.add(issued.get(user));
      }
    }
    return inOrder;
  }

  private IssuedAccount account(NewUser user, String username) {
    Map<String, String> values = new HashMap<>(user.values());
    values.put(Field.USERNAME.label(), username);
    String id = "";
    if (user.person().id().isEmpty() && settings.ids().whenMissing() == Settings.WhenMissing.MAKE) {
      do {
        id = idPattern.fill(values, nextId++, 0);
      } while (!ids.add(id) && idPattern.counts());
      values.put(Field.ID.label(), id);
    }
    String email = "";
    if (user.person().email().isEmpty()
        && settings.emails().whenMissing() == Settings.WhenMissing.MAKE) {
      email = freeEmail(values);
    }
    String password = user.hasPassword() ? "" : passwords.make();
    return new IssuedAccount(
        user.place(), new KnownUser(user.person(), username, email, id), password);
  }

  private String freeEmail(Map<String, String> values) {
    String email = emailPattern.fill(values, 1, 0);
    int at = email.indexOf('@');
    String local = at < 0 ? email : email.substring(0, at);
    String domain = at < 0 ? "" : email.substring(at);
    String free = email;
    for (int n = 2; !emails.add(free.toLowerCase(Locale.ROOT)); n++) {
      free = local + n + domain;
    }
    return free;
  }
}
