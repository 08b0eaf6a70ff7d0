package neatroster.core.state;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;

/** The users who have an account already, found by any one mark of theirs. */
public final class KnownUsers {
  private final PackedAccounts users;
  private final int issued;
  private final List<Integer> ofCourses = new ArrayList<>();
  private final KeyIndex ids = KeyIndex.exact();
  private final IntList userOfId = new IntList();
  private final KeyIndex emails = KeyIndex.caseless();
  private final IntList userOfEmail = new IntList();
  private final KeyIndex usernames = KeyIndex.caseless();
  private final IntList userOfUsername = new IntList();

  /** Nobody is known yet. */
  public static KnownUsers none() {
    return new KnownUsers(List.of());
  }

  /** These users are known, all by an account that we issued. */
  public KnownUsers(List<KnownUser> users) {
    this(users, users.size());
  }

  /**
   * These users are known; of two with the same mark the first counts.
   *
   * @param issued to so many of them, the first, we issued the account
   */
  public KnownUsers(List<KnownUser> users, int issued) {
    this.issued = issued;
    this.users = PackedAccounts.of(users);
    IntList former = new IntList();
    for (int i = 0; i < users.size(); i++) {
      KnownUser user = users.get(i);
      Person person = user.person();
      put(ids, userOfId, person.id(), i);
      put(emails, userOfEmail, person.email(), i);
      put(emails, userOfEmail, user.email(), i);
      put(ids, userOfId, user.id(), i);
      put(usernames, userOfUsername, user.username(), i);
      if (!user.course().isEmpty()) {
        ofCourses.add(i);
      }
      if (!user.formerUsernames().isEmpty()) {
        former.add(i);
      }
    }
    for (int i = 0; i < former.size(); i++) {
      for (String name : users.get(former.get(i)).formerUsernames()) {
        put(usernames, userOfUsername, name, former.get(i));
      }
    }
  }

  private static void put(KeyIndex index, IntList userOf, String key, int user) {
    if (!key.isEmpty() && index.add(key) == userOf.size()) {
      userOf.add(user);
    }
  }

  /** Everyone, in the order in which they became known; each is put together when asked for. */
  public List<KnownUser> all() {
    return Collections.unmodifiableList(users);
  }

  /** The positions of the accounts that were issued for a course, and for nobody by name. */
  public List<Integer> ofCourses() {
    return Collections.unmodifiableList(ofCourses);
  }

  /** What is known of the account at a position. */
  public KnownUser.Standing standing(int position) {
    return users.standing(position);
  }

  /** Whether the platform has the account at a position. */
  public boolean isOnPlatform(int position) {
    return standing(position) != KnownUser.Standing.ISSUED;
  }

  /** What others refer to the account at a position by: its username, else address, else id. */
  public String reference(int position) {
    return users.reference(position);
  }

  /** Whether we issued the account at a position; else an export alone has it. */
  public boolean isIssued(int position) {
    return position < issued;
  }

  /** Whether there is nobody. */
  public boolean isEmpty() {
    return users.isEmpty();
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
}
