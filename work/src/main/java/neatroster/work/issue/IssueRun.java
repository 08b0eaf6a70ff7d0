package neatroster.work.issue;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import neatroster.core.accounts.AccountIssuer;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.accounts.Issuing;
import neatroster.core.accounts.PasswordMaker;
import neatroster.core.accounts.PasswordWords;
import neatroster.core.check.CheckInput;
import neatroster.core.check.pass.Checker;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.pattern.PatternException;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.state.KnownUsers;
import neatroster.core.text.FormulaSigns;
import neatroster.register.AccountsUpdate;
import neatroster.register.RegisterException;
import neatroster.work.Problem;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.KnownFiles;
import neatroster.work.folder.LockedRosterFolder;
import neatroster.work.folder.OpenRoster;
import neatroster.work.folder.SecretFile;

/** Gives accounts in a roster folder: decides, then writes all of it or nothing. */
public final class IssueRun {
  private IssueRun() {}

  /**
   * Does it all, or nothing.
   *
   * @param other the username in whose place somebody gets another one, or an empty text
   */
  public static Issuing.Outcome run(
      CommandContext context, OpenRoster open, LockedRosterFolder lockedFolder, String other)
      throws PatternException, IOException, RegisterException {
    Settings settings = context.settings();
    Roster needed = needed(settings, open.roster());
    KnownUsers issued = lockedFolder.known();
    CheckInput checkInput = KnownFiles.checkInput(context, issued, needed);
    AccountIssuer issuer = issuer(settings, checkInput.known().users().all(), lockedFolder);
    Issuing issuing =
        new Issuing(
                settings,
                Checker.check(needed, checkInput),
                open.roster(),
                checkInput.known(),
                issued.all().size(),
                issuer)
            .withAnother(other);
    boolean codes = settings.joinCodes().courses() || settings.joinCodes().groups();
    Issuing.Outcome outcome =
        issuing.decide(
            new BufferedSecureRandom(), codes ? lockedFolder.register().joinCodes() : List.of());
    verifyOther(other, outcome, issued);
    open.verifyUnchanged();
    List<KnownUser> added = new ArrayList<>(outcome.adopted());
    outcome.issued().forEach(account -> added.add(account.user()));
    AccountsUpdate issue =
        new AccountsUpdate(
            added,
            outcome.renamed(),
            outcome.codes(),
            outcome.reissued().stream().map(IssuedAccount::user).toList());
    if (!issue.isEmpty()) {
      lockedFolder.accounts().write(outcome.issued(), outcome.reissued(), issue);
    }
    return outcome;
  }

  /**
   * Whoever gets no other username is said to, with what to do instead, before anything is done.
   */
  private static void verifyOther(String other, Issuing.Outcome outcome, KnownUsers issued) {
    boolean isDone = outcome.renamed().stream().anyMatch(one -> one.from().equalsIgnoreCase(other));
    if (!other.isEmpty() && !isDone) {
      throw Problem.usage(
          issued.findUsername(other) < 0
              ? "No username “" + other + "” was issued."
              : "“"
                  + other
                  + "” stays: nobody in the sheets has it as it stands there, or the platform has"
                  + " the account, and then another name is a renaming: type the one there under"
                  + " former username.");
    }
  }

  /** The sheets that accounts and codes come from. */
  private static Roster needed(Settings settings, Roster all) {
    boolean codes = settings.joinCodes().courses() || settings.joinCodes().groups();
    Roster needed =
        all.with(
            all.sheets().stream()
                .filter(
                    sheet ->
                        sheet.table() == Table.USERS
                            || (codes && sheet.table() == Table.COURSES)
                            || (codes && sheet.table() == Table.GROUPS))
                .toList());
    if (needed.sheets().isEmpty() && needed.unread().isEmpty()) {
      throw Problem.usage("None of the sheets is a list of users.");
    }
    return needed;
  }

  /** Makes accounts under a folder's settings, going on with the passwords that many share. */
  static AccountIssuer issuer(
      Settings settings, List<KnownUser> known, LockedRosterFolder lockedFolder)
      throws PatternException, RegisterException {
    AccountIssuer issuer =
        new AccountIssuer(settings, PasswordWords.all(), new BufferedSecureRandom(), known);
    goOnWithShared(issuer, settings, known, lockedFolder);
    for (PasswordMaker passwords : issuer.allPasswords()) {
      if (!passwords.valueFile().isEmpty()) {
        passwords.goOnWith(given(lockedFolder.folder().path(passwords.valueFile()), passwords));
      }
    }
    return issuer;
  }

  /** The password for all that the settings name a file of. */
  private static String given(Path file, PasswordMaker passwords) {
    String value = SecretFile.read(file, "the password for all");
    if (value.length() < passwords.minimum() || FormulaSigns.begin(value)) {
      throw Problem.usage(
          "The password for all in "
              + file
              + (FormulaSigns.begin(value)
                  ? " begins as a formula does; begin it with a letter or a digit."
                  : " has fewer than "
                      + passwords.minimum()
                      + " characters, which passwords: minimum asks for."));
    }
    return value;
  }

  private static void goOnWithShared(
      AccountIssuer issuer,
      Settings settings,
      List<KnownUser> known,
      LockedRosterFolder lockedFolder)
      throws RegisterException {
    boolean shared =
        settings.passwords().all().stream()
            .anyMatch(style -> style.style() == Settings.PasswordStyle.ONE_FOR_ALL);
    if (shared) {
      Map<String, String> passwords = lockedFolder.accounts().passwords();
      for (KnownUser user : known) {
        String password = passwords.getOrDefault(key(user), "");
        if (!password.isEmpty()) {
          issuer.passwords(user.role(), user.person().site()).goOnWith(password);
        }
      }
    }
  }

  private static String key(KnownUser user) {
    return user.reference().toLowerCase(Locale.ROOT);
  }
}
