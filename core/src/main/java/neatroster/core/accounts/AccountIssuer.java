package neatroster.core.accounts;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.random.RandomGenerator;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.NameParts;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.OwnField;
import neatroster.core.model.Person;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternException;
import neatroster.core.roster.PersonRecord;
import neatroster.core.settings.ScopedSetting;
import neatroster.core.settings.Settings;
import neatroster.core.text.Quoted;
import neatroster.core.value.EmailShape;
import neatroster.core.wanted.WantedPerson;

/**
 * Gives accounts to new users. Who gets the plain username and who the numbered one depends on the
 * people, not on the order of their rows.
 */
public final class AccountIssuer {
  private static final String USERNAME = Field.USERNAME.label();
  private static final String EMAIL = Field.EMAIL.label();

  private final Settings settings;
  private final ScopedSetting<UsernameMaker> usernameMakers;
  private final ScopedSetting<IdentifierMaker> emailMakers;
  private final ScopedSetting<IdentifierMaker> idMakers;
  private final ScopedSetting<PasswordMaker> passwords;
  private final UsernameMaker anonymousMaker;
  private final Map<String, Field> namedFields = new HashMap<>();
  private final Set<OwnField> namedOwnFields = new LinkedHashSet<>();
  private final Set<String> takenUsernames = new HashSet<>();
  private final Set<String> takenEmails = new HashSet<>();
  private final Set<String> takenIds = new HashSet<>();

  /** How many people have an address that is to stand for an account without a username. */
  private final Map<String, Integer> logins = new HashMap<>();

  /**
   * Prepares to give accounts.
   *
   * @param settings the folder's settings
   * @param words the list that passwords and usernames take words from
   * @param random a cryptographic source, except in tests
   * @param known everyone who has an account; nobody else gets what they have or had
   * @throws PatternException where a pattern of the settings has no meaning
   */
  public AccountIssuer(
      Settings settings, List<String> words, RandomGenerator random, List<KnownUser> known)
      throws PatternException {
    this.settings = settings;
    RandomWords randomWords = new RandomWords(words, random);
    Map<String, Pattern> parsed = new HashMap<>();
    Set<String> names = Pattern.userValues(settings.reading().ownFields());
    for (Settings.Usernames usernames : settings.usernames().all()) {
      parse(usernames.pattern(), names, parsed);
    }
    for (Settings.Emails emails : settings.emails().all()) {
      parse(emails.pattern(), names, parsed);
    }
    for (Settings.Ids ids : settings.ids().all()) {
      parse(ids.pattern(), names, parsed);
    }
    parse(settings.anonymousPattern(), Set.of("word", "random", "n", "course"), parsed);
    for (Pattern pattern : parsed.values()) {
      for (String name : pattern.names()) {
        Field.named(name).ifPresent(field -> namedFields.put(name, field));
      }
      settings.reading().ownFields().stream()
          .filter(field -> pattern.names().contains(field.key()))
          .forEach(namedOwnFields::add);
    }
    usernameMakers =
        settings
            .usernames()
            .map(
                usernames ->
                    new UsernameMaker(
                        usernames, parsed.get(usernames.pattern()), randomWords, takenUsernames));
    emailMakers =
        settings
            .emails()
            .map(
                emails ->
                    new IdentifierMaker(
                        parsed.get(emails.pattern()),
                        randomWords,
                        takenEmails,
                        emails.sharedAllowed()));
    idMakers =
        settings
            .ids()
            .map(
                ids ->
                    new IdentifierMaker(parsed.get(ids.pattern()), randomWords, takenIds, false));
    passwords = settings.passwords().map(style -> new PasswordMaker(style, words, random));
    anonymousMaker =
        new UsernameMaker(
            settings.usernames().of(KnownUser.ANONYMOUS, ""),
            parsed.get(settings.anonymousPattern()),
            randomWords,
            takenUsernames);
    for (KnownUser user : known) {
      if (user.username().isEmpty() && !user.anyEmail().isEmpty()) {
        logins.merge(user.anyEmail().toLowerCase(Locale.ROOT), 1, Integer::sum);
      }
      keepUsername(user.username());
      user.formerUsernames().forEach(this::keepUsername);
      keep(user.person().email(), user.person().id());
      keep(user.email(), user.id());
    }
  }

  private static void parse(String pattern, Set<String> names, Map<String, Pattern> parsed)
      throws PatternException {
    parsed.put(pattern, Pattern.parse(pattern, names));
  }

  /** Keeps a username for whoever has it; nobody else is given it. */
  public void keepUsername(String username) {
    if (!username.isEmpty()) {
      takenUsernames.add(username.toLowerCase(Locale.ROOT));
    }
  }

  /** Keeps an email address and an id, each perhaps blank, for whoever has them. */
  public void keep(String email, String id) {
    if (!email.isEmpty()) {
      takenEmails.add(email.toLowerCase(Locale.ROOT));
    }
    if (!id.isEmpty()) {
      takenIds.add(id.toLowerCase(Locale.ROOT));
    }
  }

  /** What makes passwords, one for each way that the settings know. */
  public List<PasswordMaker> allPasswords() {
    return passwords.all();
  }

  /** What makes the passwords of a role and site. */
  public PasswordMaker passwords(String role, String site) {
    return passwords.of(role, site);
  }

  /** What the lists say of a person gives to the patterns. */
  public NewUser newUser(WantedPerson one) {
    PersonRecord record = one.record();
    NameParts name = record.name();
    Map<String, String> values = new HashMap<>();
    namedFields.forEach((value, field) -> put(values, value, one.text(field)));
    namedOwnFields.forEach(field -> put(values, field.key(), one.own(field)));
    put(values, Field.LANGUAGE.label(), one.text(Field.LANGUAGE));
    put(values, "given", name.given());
    put(values, "middle", name.middle());
    put(values, "family", name.family());
    return new NewUser(
        record.place(),
        record.person(),
        record.text(Field.USERNAME),
        record.has(Field.PASSWORD),
        one.role(),
        one.site(),
        Map.copyOf(values));
  }

  private static void put(Map<String, String> values, String name, String value) {
    if (!value.isEmpty()) {
      values.put(name, value);
    }
  }

  /**
   * Gives each of these users an account.
   *
   * @param newUsers users without an account, in the order of their rows
   * @param refused takes those who get none
   * @return the accounts in the same order
   */
  public List<IssuedAccount> issue(List<NewUser> newUsers, List<RefusedAccount> refused) {
    for (NewUser user : newUsers) {
      keepUsername(user.username());
      keep(user.person().email(), user.person().id());
      if (user.username().isEmpty() && !user.person().email().isEmpty()) {
        logins.merge(user.person().email().toLowerCase(Locale.ROOT), 1, Integer::sum);
      }
    }
    List<NewUser> byPerson = new ArrayList<>(newUsers);
    byPerson.sort(
        Comparator.<NewUser, String>comparing(user -> user.person().id())
            .thenComparing(user -> user.person().email())
            .thenComparing(user -> user.person().nameKey())
            .thenComparing(NewUser::username));
    Map<Place, String> why = new HashMap<>();
    Map<NewUser, IssuedAccount> issued = new LinkedHashMap<>();
    for (NewUser user : byPerson) {
      account(user, issued, why);
    }
    List<IssuedAccount> inOrder = new ArrayList<>();
    for (NewUser user : newUsers) {
      if (issued.containsKey(user)) {
        inOrder.add(issued.get(user));
      } else {
        refused.add(new RefusedAccount(user.place(), why.get(user.place())));
      }
    }
    return inOrder;
  }

  private void account(
      NewUser user, Map<NewUser, IssuedAccount> issued, Map<Place, String> refused) {
    String role = user.role();
    String site = user.site();
    Map<String, String> values = new HashMap<>(user.values());
    String email = "";
    boolean makesEmail =
        user.person().email().isEmpty()
            && settings.emails().of(role, site).whenMissing() == Settings.WhenMissing.MAKE;
    IdentifierMaker emails = emailMakers.of(role, site);
    if (makesEmail && !emails.pattern().names().contains(USERNAME)) {
      // The username may be made of it.
      IdentifierMaker.Made made = email(emails, values);
      if (made.item() == null) {
        refused.put(user.place(), made.why());
        return;
      }
      email = made.item();
      put(values, EMAIL, email);
    }
    String username = user.username();
    if (username.isEmpty() && !settings.usernames().of(role, site).byPlatform()) {
      UsernameMaker.Made made = usernameMakers.of(role, site).make(values);
      if (made.username() == null) {
        refused.put(user.place(), made.why());
        return;
      }
      username = made.username();
    }
    put(values, USERNAME, username);
    String id = "";
    if (user.person().id().isEmpty()
        && settings.ids().of(role, site).whenMissing() == Settings.WhenMissing.MAKE) {
      IdentifierMaker.Made made = idMakers.of(role, site).make(values);
      if (made.item() == null) {
        refused.put(user.place(), made.why());
        return;
      }
      id = made.item();
      put(values, Field.ID.label(), id);
    }
    if (makesEmail && email.isEmpty()) {
      IdentifierMaker.Made made = email(emails, values);
      if (made.item() == null) {
        refused.put(user.place(), made.why());
        return;
      }
      email = made.item();
    }
    KnownUser account = new KnownUser(user.person(), username, email, id).forRole(role);
    if (account.reference().isEmpty()) {
      refused.put(
          user.place(),
          "The platform makes the usernames, so an email address or an id must say whose account it"
              + " is. Type one into the sheet.");
      return;
    }
    if (username.isEmpty()
        && logins.getOrDefault(account.anyEmail().toLowerCase(Locale.ROOT), 0) > 1) {
      refused.put(
          user.place(),
          "The platform makes the usernames, and the address "
              + Quoted.value(account.anyEmail())
              + " is somebody else’s too, so it does not say whose account it is. Type a username"
              + " into the sheet, or another address.");
      return;
    }
    String password = user.hasPassword() ? "" : passwords.of(role, site).make();
    issued.put(user, new IssuedAccount(user.place(), account, password));
  }

  /** An email address that a typed one would be taken for too. */
  private static IdentifierMaker.Made email(IdentifierMaker emails, Map<String, String> values) {
    IdentifierMaker.Made made = emails.make(values);
    EmailShape.Trouble trouble = made.item() == null ? null : EmailShape.trouble(made.item());
    return trouble == null
        ? made
        : new IdentifierMaker.Made(
            null,
            Quoted.value(made.item())
                + ", which the pattern "
                + emails.pattern()
                + " makes, is no email address: "
                + trouble.what()
                + " Change the pattern, or type an address.");
  }

  /**
   * Makes a new username for somebody whose name has changed.
   *
   * @param user the person as the sheet has it now
   * @param own the username so far, which is given again where the name still leads to it; empty
   *     where it is to be another one
   * @param refused takes the reason where there is none
   * @return empty where there is none
   */
  public String rename(NewUser user, String own, List<RefusedAccount> refused) {
    if (!user.username().isEmpty()) {
      return user.username();
    }
    boolean isTaken = takenUsernames.remove(own.toLowerCase(Locale.ROOT));
    UsernameMaker.Made made = usernameMakers.of(user.role(), user.site()).make(user.values());
    if (isTaken) {
      takenUsernames.add(own.toLowerCase(Locale.ROOT));
    }
    if (made.username() == null) {
      refused.add(new RefusedAccount(user.place(), made.why()));
      return "";
    }
    return made.username();
  }

  /**
   * Makes accounts for people whose names are nobody's business.
   *
   * @param count how many
   * @param course the code of the course that they are for
   * @param refused takes the reason where not all could be made; then none is
   */
  public List<IssuedAccount> anonymous(int count, String course, List<RefusedAccount> refused) {
    List<IssuedAccount> issued = new ArrayList<>();
    Place nowhere = new Place(new SheetName("", null), 0);
    Person nobody = new Person("", "", "", "", "");
    for (int i = 0; i < count; i++) {
      UsernameMaker.Made made = anonymousMaker.make(Map.of("course", course));
      if (made.username() == null) {
        refused.add(new RefusedAccount(nowhere, made.why()));
        return List.of();
      }
      KnownUser account =
          new KnownUser(
              nobody,
              made.username(),
              "",
              "",
              KnownUser.Standing.ISSUED,
              KnownUser.ANONYMOUS,
              course,
              List.of());
      issued.add(new IssuedAccount(nowhere, account, passwords.of(KnownUser.ANONYMOUS, "").make()));
    }
    return issued;
  }
}
