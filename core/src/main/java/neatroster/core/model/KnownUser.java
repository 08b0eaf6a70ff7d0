package neatroster.core.model;

/**
 * A user who has an account already.
 *
 * @param person whom it belongs to
 * @param username the username
 * @param email the email address that was made for the account, or empty
 * @param id the id that was made for the account, or empty
 * @param standing what is known of the account
 */
public record KnownUser(
    Person person, String username, String email, String id, Standing standing) {
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

  /** Whether the platform has the account. */
  public boolean isOnPlatform() {
    return standing != Standing.ISSUED;
  }
}
