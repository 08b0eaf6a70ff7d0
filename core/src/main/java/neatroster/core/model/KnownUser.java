package neatroster.core.model;

/**
 * A user who has an account already.
 *
 * @param person whom it belongs to
 * @param username the username
 * @param email the email address that was made for the account, or empty
 * @param id the id that was made for the account, or empty
 */
public record KnownUser(Person person, String username, String email, String id) {}
