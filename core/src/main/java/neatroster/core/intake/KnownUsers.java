package neatroster.core.intake;

import java.util.List;
import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;
import neatroster.core.text.Nearest;

/** The users who have an account already, found by what tells a person apart. */
public final class KnownUsers {
  private final List<KnownUser> users;
  private final KeyIndex ids = KeyIndex.exact();
  private final IntList userOfId = new IntList();
  private final KeyIndex emails = KeyIndex.caseless();
  private final IntList userOfEmail = new IntList();
  private final KeyIndex usernames = KeyIndex.caseless();
  private final IntList userOfUsername = new IntList();
  private final KeyIndex names = KeyIndex.caseless();
  private final IntList userOfName = new IntList();

  /** Nobody is known yet. */
  public static KnownUsers none() {
    return new KnownUsers(List.of());
  }

  /** These users are known; of two with the same mark the first counts. */
  public KnownUsers(List<KnownUser> users) {
    this.users = List.copyOf(users);
    for (int i = 0; i < users.size(); i++) {
      Person person = users.get(i).person();
      put(ids, userOfId, person.id(), i);
      put(emails, userOfEmail, person.email(), i);
      put(emails, userOfEmail, users.get(i).email(), i);
      put(ids, userOfId, users.get(i).id(), i);
      put(usernames, userOfUsername, users.get(i).username(), i);
      // A name alone does not make a child of a guardian, nor anybody of an account without a name.
      if (!person.fullName().isEmpty() && !users.get(i).isGuardian()) {
        put(names, userOfName, person.nameKey(), i);
      }
    }
    for (int i = 0; i < users.size(); i++) {
      for (String former : users.get(i).formerUsernames()) {
        put(usernames, userOfUsername, former, i);
      }
    }
  }

  private static void put(KeyIndex index, IntList userOf, String key, int user) {
    if (!key.isEmpty() && index.add(key) == userOf.size()) {
      userOf.add(user);
    }
  }

  /** Everyone, in the order in which they became known. */
  public List<KnownUser> all() {
    return users;
  }

  /** Whether there is nobody. */
  public boolean isEmpty() {
    return users.isEmpty();
  }

  /** What tells the person of a users row apart. */
  public static Person person(RosterRow row) {
    return new Person(
        row.text(Field.ID),
        row.text(Field.EMAIL),
        Names.full(row),
        row.text(Field.BIRTH_DATE),
        row.text(Field.SITE));
  }

  /**
   * The account of a person: the one with the same id; else the one with the same email address;
   * else the one with the same name, birth date and site. A different id, or two different
   * addresses, is a different person.
   */
  public Optional<KnownUser> of(Person person) {
    int found = find(person);
    return found < 0 ? Optional.empty() : Optional.of(users.get(found));
  }

  /**
   * The position in {@link #all} of the account that a users row is about, or -1: by what tells the
   * person apart; else by the former username that the row names; else by a username of the
   * platform, if the names do not speak against it.
   */
  public int find(RosterRow row) {
    int account = find(person(row));
    if (account < 0 && row.has(Field.FORMER_USERNAME)) {
      account = findUsername(row.text(Field.FORMER_USERNAME));
    }
    if (account < 0 && row.has(Field.USERNAME)) {
      int owner = findUsername(row.text(Field.USERNAME));
      if (owner >= 0 && users.get(owner).isOnPlatform() && sameName(owner, row)) {
        account = owner;
      }
    }
    return account;
  }

  private boolean sameName(int owner, RosterRow row) {
    String theirs = users.get(owner).person().fullName();
    String named = Names.full(row);
    return theirs.isEmpty() || named.isEmpty() || Nearest.isAlike(theirs, named);
  }

  /** The position of the account with that username in {@link #all}, or -1. */
  public int findUsername(CharSequence username) {
    int number = usernames.find(username);
    return number == KeyIndex.NONE ? -1 : userOfUsername.get(number);
  }

  /** The position of the account with that email address in {@link #all}, or -1. */
  public int findEmail(CharSequence email) {
    int number = emails.find(email);
    return number == KeyIndex.NONE ? -1 : userOfEmail.get(number);
  }

  /** The position of the account with that id in {@link #all}, or -1. */
  public int findId(CharSequence id) {
    int number = ids.find(id);
    return number == KeyIndex.NONE ? -1 : userOfId.get(number);
  }

  /** The position of the account that a username, an email address or an id means, or -1. */
  public int findReference(CharSequence text) {
    int user = findUsername(text);
    user = user < 0 ? findEmail(text) : user;
    return user < 0 ? findId(text) : user;
  }

  /** The position of a person's account in {@link #all}, or -1. */
  public int find(Person person) {
    if (!person.id().isEmpty()) {
      int id = ids.find(person.id());
      if (id != KeyIndex.NONE) {
        return userOfId.get(id);
      }
    }
    if (!person.email().isEmpty()) {
      int email = emails.find(person.email());
      if (email != KeyIndex.NONE && fits(userOfEmail.get(email), person)) {
        return userOfEmail.get(email);
      }
    }
    int name = names.find(person.nameKey());
    if (name != KeyIndex.NONE && fits(userOfName.get(name), person)) {
      Person known = users.get(userOfName.get(name)).person();
      if (known.email().isEmpty() || person.email().isEmpty()) {
        return userOfName.get(name);
      }
    }
    return -1;
  }

  private boolean fits(int user, Person person) {
    String knownId = users.get(user).person().id();
    return person.id().isEmpty() || knownId.isEmpty() || knownId.equals(person.id());
  }
}
