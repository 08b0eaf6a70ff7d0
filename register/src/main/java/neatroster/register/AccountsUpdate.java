package neatroster.register;

import java.util.List;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Renaming;

/**
 * What one {@code issue} does to the accounts, all of it or nothing.
 *
 * @param added new accounts
 * @param renamed accounts that get another username
 * @param codes new join codes
 * @param renewed accounts that got another first password, which the platform must be told
 */
public record AccountsUpdate(
    List<KnownUser> added, List<Renaming> renamed, List<JoinCode> codes, List<KnownUser> renewed) {
  /** New accounts and nothing else. */
  public static AccountsUpdate of(List<KnownUser> added) {
    return new AccountsUpdate(added, List.of(), List.of(), List.of());
  }

  /** Whether there is nothing to do. */
  public boolean isEmpty() {
    return added.isEmpty() && renamed.isEmpty() && codes.isEmpty() && renewed.isEmpty();
  }
}
