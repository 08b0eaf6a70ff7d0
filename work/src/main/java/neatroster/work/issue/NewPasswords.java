package neatroster.work.issue;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.accounts.AccountIssuer;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.accounts.PasswordMaker;
import neatroster.core.accounts.PasswordWords;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.model.KnownUser;
import neatroster.core.pattern.PatternException;
import neatroster.core.settings.Settings;
import neatroster.core.state.KnownUsers;
import neatroster.core.text.Nearest;
import neatroster.register.AccountsUpdate;
import neatroster.register.RegisterException;
import neatroster.work.Problem;
import neatroster.work.folder.LockedRosterFolder;

/** New first passwords for accounts that were issued already. */
public final class NewPasswords {
  private static final Place NO_PLACE = new Place(new SheetName("", null), 0);

  private NewPasswords() {}

  /**
   * Makes one for an account.
   *
   * @param reference a username, an address or an id
   * @throws Problem where it names no account, or one that has no password of its own
   */
  public static KnownUser forOne(
      String reference, Settings settings, LockedRosterFolder lockedFolder)
      throws IOException, RegisterException {
    KnownUsers known = lockedFolder.known();
    int user = known.findReference(reference);
    if (user < 0) {
      throw Problem.usage(
          "No account was issued to “"
              + reference
              + "”."
              + Nearest.word(reference, known.all().stream().map(KnownUser::username).toList())
                  .map(near -> " Is " + near + " meant?")
                  .orElse(" neat-roster find looks for part of a name."));
    }
    KnownUser account = known.all().get(user);
    Settings.Passwords style = settings.passwords().of(account.role(), account.person().site());
    if (style.style() == Settings.PasswordStyle.NONE
        || style.style() == Settings.PasswordStyle.ONE_FOR_ALL) {
      throw Problem.usage(
          "roster.yaml gives "
              + account.reference()
              + " no password of one’s own (passwords: style: none or one-for-all), so there is"
              + " none to make anew.");
    }
    PasswordMaker passwords =
        new PasswordMaker(style, PasswordWords.all(), new BufferedSecureRandom());
    IssuedAccount renewed = new IssuedAccount(NO_PLACE, account, passwords.make());
    lockedFolder
        .accounts()
        .write(
            List.of(),
            List.of(renewed),
            new AccountsUpdate(List.of(), List.of(), List.of(), List.of(account)));
    return account;
  }

  /**
   * Makes them for all whose passwords were issued and are no longer kept.
   *
   * @return the accounts that got one
   */
  public static List<KnownUser> forLost(Settings settings, LockedRosterFolder lockedFolder)
      throws PatternException, IOException, RegisterException {
    List<String> lost = lockedFolder.accounts().lost();
    KnownUsers known = lockedFolder.known();
    AccountIssuer issuer =
        new AccountIssuer(settings, PasswordWords.all(), new BufferedSecureRandom(), known.all());
    List<IssuedAccount> renewed = new ArrayList<>();
    for (String reference : lost) {
      KnownUser account = known.all().get(known.findReference(reference));
      renewed.add(
          new IssuedAccount(
              NO_PLACE, account, issuer.passwords(account.role(), account.person().site()).make()));
    }
    List<KnownUser> users = renewed.stream().map(IssuedAccount::user).toList();
    if (!renewed.isEmpty()) {
      AccountsUpdate issue = new AccountsUpdate(List.of(), List.of(), List.of(), users);
      lockedFolder.accounts().write(List.of(), renewed, issue);
    }
    return users;
  }
}
