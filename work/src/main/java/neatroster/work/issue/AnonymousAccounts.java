package neatroster.work.issue;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import neatroster.core.accounts.AccountIssuer;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.accounts.RefusedAccount;
import neatroster.core.model.KnownUser;
import neatroster.core.pattern.PatternException;
import neatroster.core.settings.Settings;
import neatroster.core.state.KnownUsers;
import neatroster.core.text.Nearest;
import neatroster.disk.DiskErrors;
import neatroster.disk.PrivateFiles;
import neatroster.register.AccountsUpdate;
import neatroster.register.RegisterException;
import neatroster.sheets.CsvRows;
import neatroster.work.Problem;
import neatroster.work.folder.LockedRosterFolder;

/**
 * Accounts for people whose names must not leave the building: the platform gets usernames that say
 * nothing, and a sheet that stays here says, once somebody has filled it in, who has which.
 */
public final class AnonymousAccounts {
  /** More people than these are in no class. */
  public static final int MOST = 10_000;

  private AnonymousAccounts() {}

  /**
   * What was made.
   *
   * @param issued the accounts
   * @param sheet the name of the sheet to pair them with people, in {@code accounts/}
   * @param bits the strength of the passwords
   */
  public record Outcome(List<IssuedAccount> issued, String sheet, double bits) {}

  /**
   * Makes the accounts.
   *
   * @param count how many
   * @param course the code of their course
   * @param courses the codes that there are
   */
  public static Outcome issue(
      int count,
      String course,
      List<String> courses,
      Settings settings,
      LockedRosterFolder lockedFolder)
      throws PatternException, IOException, RegisterException {
    if (!courses.contains(course)) {
      throw Problem.usage(
          "There is no course “"
              + course
              + "” in the sheets or in known/."
              + Nearest.word(course, courses).map(near -> " Is " + near + " meant?").orElse(""));
    }
    KnownUsers known = lockedFolder.known();
    AccountIssuer issuer = IssueRun.issuer(settings, known.all(), lockedFolder);
    List<RefusedAccount> refused = new ArrayList<>();
    List<IssuedAccount> issued = issuer.anonymous(count, course, refused);
    if (!refused.isEmpty()) {
      throw Problem.refused("Nothing was issued: " + refused.get(0).why());
    }
    AccountsUpdate issue = AccountsUpdate.of(issued.stream().map(IssuedAccount::user).toList());
    lockedFolder.accounts().write(issued, List.of(), issue);
    String sheet;
    try {
      sheet = pairingSheet(issued, course, lockedFolder);
    } catch (IOException e) {
      throw Problem.unreadable(
          "The accounts are issued and their passwords kept, but the sheet to note who has which"
              + " could not be written ("
              + DiskErrors.reason(e)
              + "). handout class-lists --course "
              + course
              + " lists them.",
          e);
    }
    return new Outcome(issued, sheet, issuer.passwords(KnownUser.ANONYMOUS, "").bits());
  }

  /** Writes the sheet on which people are noted; one that is there may be filled in and stays. */
  private static String pairingSheet(
      List<IssuedAccount> issued, String course, LockedRosterFolder lockedFolder)
      throws IOException {
    Path folder = lockedFolder.folder().path("accounts");
    PrivateFiles.folder(folder);
    String plain = "who-is-who-" + course.replaceAll("[^\\p{L}\\p{N}._-]", "_");
    String name = plain + ".csv";
    for (int n = 2; Files.exists(folder.resolve(name)); n++) {
      name = plain + "-" + n + ".csv";
    }
    CsvRows rows = CsvRows.forPeople(PrivateFiles.create(folder.resolve(name)));
    rows.row(List.of("username", "course", "who"));
    for (IssuedAccount account : issued) {
      rows.row(List.of(account.user().username(), course, ""));
    }
    rows.close();
    return name;
  }
}
