package neatroster.core.accounts;

import neatroster.core.grid.Place;
import neatroster.core.model.KnownUser;

/**
 * An account that was just given to a user.
 *
 * @param place the user's row
 * @param user the account: whose, username, and the email address and id that were made, or empty
 * @param password the first password; empty where the sheet gives one or the settings want none
 */
public record IssuedAccount(Place place, KnownUser user, String password) {
  /** Says nothing of the password, wherever it may be printed. */
  @Override
  public String toString() {
    return "IssuedAccount[" + place + ", " + user.username() + "]";
  }
}
