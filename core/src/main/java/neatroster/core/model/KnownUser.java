package neatroster.core.model;

import java.util.ArrayList;
import java.util.List;

/**
 * A user who has an account already.
 *
 * @param person whom it belongs to; nothing of it is known where the account is anonymous
 * @param username the username, or empty where the platform makes it and has not said it yet
 * @param email the email address that was made for the account, or empty
 * @param id the id that was made for the account, or empty
 * @param standing what is known of the account
 * @param role the role that it was made for, {@link #GUARDIAN}, {@link #ANONYMOUS}, or empty
 * @param course the course that an anonymous account is for, or empty
 * @param formerUsernames what the username was before; nobody else gets these
 */
public record KnownUser(
    Person person,
    String username,
    String email,
    String id,
    Standing standing,
    String role,
    String course,
    List<String> formerUsernames) {
  /** The role of an account that was made for somebody's guardian. */
  public static final String GUARDIAN = "guardian";

  /** The role of an account whose owner is nobody's business. */
  public static final String ANONYMOUS = "anonymous";

  /** What is known of an account. */
  public enum Standing {
    /** We issued it; whether the platform has it is not known. */
    ISSUED,
    /** The platform has it. */
    ON_PLATFORM,
    /** The platform has it, and keeps it closed. */
    SUSPENDED
  }

  /** An account that we issued. */
  public KnownUser(Person person, String username, String email, String id) {
    this(person, username, email, id, Standing.ISSUED);
  }

  /** An account of a user whose role is not known. */
  public KnownUser(Person person, String username, String email, String id, Standing standing) {
    this(person, username, email, id, standing, "", "", List.of());
  }

  /** The same account with another standing. */
  public KnownUser with(Standing other) {
    return new KnownUser(person, username, email, id, other, role, course, formerUsernames);
  }

  /** The same account, of whom more is known. */
  public KnownUser of(Person other) {
    return new KnownUser(other, username, email, id, standing, role, course, formerUsernames);
  }

  /** The same account made for a role. */
  public KnownUser forRole(String other) {
    return new KnownUser(person, username, email, id, standing, other, course, formerUsernames);
  }

  /** The same account under another username. */
  public KnownUser renamed(String to) {
    List<String> former = new ArrayList<>(formerUsernames);
    former.add(username);
    return new KnownUser(person, to, email, id, standing, role, course, List.copyOf(former));
  }

  /** Whether the platform has the account. */
  public boolean isOnPlatform() {
    return standing != Standing.ISSUED;
  }

  /** Whether it is a guardian's. */
  public boolean isGuardian() {
    return role.equals(GUARDIAN);
  }

  /** Whether it says nothing of its owner. */
  public boolean isAnonymous() {
    return role.equals(ANONYMOUS);
  }

  /** The email address of the account: the person's own, or the one made. */
  public String anyEmail() {
    return person.email().isEmpty() ? email : person.email();
  }

  /** The id of the account: the person's own, or the one made. */
  public String anyId() {
    return person.id().isEmpty() ? id : person.id();
  }

  /** What others refer to the account by: its username, else email address, else id. */
  public String reference() {
    if (!username.isEmpty()) {
      return username;
    }
    return anyEmail().isEmpty() ? anyId() : anyEmail();
  }
}
