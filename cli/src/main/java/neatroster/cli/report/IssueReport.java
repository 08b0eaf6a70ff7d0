package neatroster.cli.report;

import java.util.List;
import java.util.Locale;
import neatroster.cli.terminal.Screen;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.accounts.Issuing;
import neatroster.core.check.Finding;
import neatroster.core.model.Counted;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Renaming;
import neatroster.work.folder.AccountsFile;
import neatroster.work.folder.RosterFolder;
import neatroster.work.issue.AnonymousAccounts;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;

/** Says what {@code issue} did: who got an account, never what the password is. */
public final class IssueReport {
  /** Longer lists are in the accounts file. */
  private static final int SHOWN = 12;

  private final Screen screen;
  private final RosterFolder folder;
  private final boolean asJson;

  public IssueReport(Screen screen, RosterFolder folder, boolean asJson) {
    this.screen = screen;
    this.folder = folder;
    this.asJson = asJson;
  }

  /** Accounts for the users of a roster. */
  public void issued(Issuing.Outcome outcome, AccountsFile file) {
    if (asJson) {
      Json.write(screen.out(), json(outcome));
      return;
    }
    accounts(outcome.issued());
    for (Renaming renaming : outcome.renamed().stream().limit(SHOWN).toList()) {
      screen.line("  " + renaming.from() + " is now " + screen.bold(renaming.to()));
    }
    for (IssuedAccount account : outcome.reissued().stream().limit(SHOWN).toList()) {
      screen.line(
          "  " + account.user().username() + screen.dim("  has a first password from us now"));
    }
    for (JoinCode code : outcome.codes().stream().limit(SHOWN).toList()) {
      screen.line(
          String.format(
              "  %-20s  %s",
              code.code(),
              screen.dim(
                  "joins "
                      + (code.group().isEmpty()
                          ? code.course()
                          : code.group()
                              + (code.course().isEmpty() ? "" : " in " + code.course())))));
    }
    if (!outcome.issued().isEmpty()
        || !outcome.renamed().isEmpty()
        || !outcome.codes().isEmpty()
        || !outcome.reissued().isEmpty()) {
      screen.line("");
    }
    long guardians = outcome.issued().stream().filter(a -> a.user().isGuardian()).count();
    screen.line(
        "Issued "
            + screen.bold(Counted.of(outcome.issued().size(), "account"))
            + (guardians == 0 ? "" : " (" + guardians + " of them for guardians)")
            + ", kept "
            + outcome.kept()
            + also(outcome.renamed().size(), "renamed")
            + also(outcome.reissued().size(), "given another password")
            + (outcome.codes().isEmpty()
                ? ""
                : ", made " + Counted.of(outcome.codes().size(), "join code"))
            + ".");
    if (!outcome.issued().isEmpty() || !outcome.reissued().isEmpty()) {
      passwords(outcome.bits(), file);
    }
    if (outcome.uncertainNames() > 0) {
      screen.line(
          screen.yellow(
                  outcome.uncertainNames()
                      + " of them "
                      + (outcome.uncertainNames() == 1 ? "rests" : "rest")
                      + " on a name that could be taken apart in another way")
              + "; neat-roster check lists them as uncertain-name. Look at them before slips are"
              + " printed.");
    }
    if (outcome.guardiansWithoutEmail() > 0) {
      screen.line(
          Counted.of(outcome.guardiansWithoutEmail(), "row")
              + (outcome.guardiansWithoutEmail() == 1 ? " names" : " name")
              + " a guardian without an email address; those get no account, for only the address"
              + " tells guardians apart.");
    }
    for (Finding finding : outcome.findings()) {
      screen.line(
          screen.red(
                  outcome.userSheets().contains(finding.place().sheet())
                      ? "  no account  "
                      : "  not done    ")
              + finding.place().sheet()
              + (finding.place().row() == 0 ? "" : ", row " + finding.place().row())
              + ": "
              + finding.message());
    }
    if (!outcome.findings().isEmpty()) {
      screen.line("Mend these rows and run issue again; who has an account keeps it.");
    }
  }

  private static String also(int count, String what) {
    return count == 0 ? "" : ", " + what + " " + count;
  }

  private void accounts(List<IssuedAccount> issued) {
    for (IssuedAccount account : issued.subList(0, Math.min(SHOWN, issued.size()))) {
      String whose = account.user().person().fullName();
      screen.line(
          String.format(
              "  %-20s  %s",
              account.user().reference(),
              screen.dim(whose + (account.user().isGuardian() ? " (guardian)" : ""))));
    }
    if (issued.size() > SHOWN) {
      screen.line("  and " + (issued.size() - SHOWN) + " more");
    }
  }

  private void passwords(double bits, AccountsFile file) {
    screen.line(
        "The first passwords are in "
            + folder.shown(file.name())
            + (file.isSealed() ? ", sealed with the passphrase" : ", which only you can read")
            + (bits > 0
                ? String.format(Locale.ROOT, " (strength: %.0f bits).", Math.floor(bits))
                : "."));
    screen.line("To print them: neat-roster handout");
  }

  /** Another password for one user. */
  public void again(KnownUser account, AccountsFile file) {
    if (asJson) {
      Json.write(screen.out(), Json.of("issue").put("again", account.reference()));
    } else {
      screen.line(
          screen.bold(account.reference())
              + " has a new first password, in "
              + folder.shown(file.name())
              + ". pack writes it into the next batch; to print it: neat-roster handout --user "
              + account.reference());
    }
  }

  /** New passwords in place of lost ones. */
  public void againLost(List<KnownUser> users, AccountsFile file) {
    if (asJson) {
      Json.write(screen.out(), Json.of("issue").list("again", users, KnownUser::reference));
    } else if (users.isEmpty()) {
      screen.line("No first password is lost; nothing was done.");
    } else {
      screen.line(
          screen.bold(Counted.of(users.size(), "account"))
              + (users.size() == 1 ? " has" : " have")
              + " a new first password, in "
              + folder.shown(file.name())
              + ". pack writes them into the next batch.");
    }
  }

  /** Accounts without names. */
  public void anonymous(AnonymousAccounts.Outcome outcome, String course, AccountsFile file) {
    if (asJson) {
      Json.write(
          screen.out(),
          Json.of("issue")
              .list("issued", outcome.issued(), IssueReport::json)
              .put("course", course)
              .put("whoIsWho", "accounts/" + outcome.sheet()));
      return;
    }
    accounts(outcome.issued());
    screen.line("");
    screen.line(
        "Issued "
            + screen.bold(Counted.of(outcome.issued().size(), "account"))
            + " without names for "
            + course
            + ".");
    screen.line(
        "Note who gets which in "
            + folder.shown("accounts/" + outcome.sheet())
            + "; that sheet goes into no batch.");
    passwords(outcome.bits(), file);
  }

  private static JsonObject json(Issuing.Outcome outcome) {
    return Json.of("issue")
        .list("issued", outcome.issued(), IssueReport::json)
        .put("kept", outcome.kept())
        .list(
            "renamed",
            outcome.renamed(),
            renaming -> new JsonObject().put("from", renaming.from()).put("to", renaming.to()))
        .list("reissued", outcome.reissued(), account -> account.user().username())
        .list(
            "joinCodes",
            outcome.codes(),
            code ->
                new JsonObject()
                    .put("course", orNull(code.course()))
                    .put("group", orNull(code.group()))
                    .put("code", code.code()))
        .put("uncertainNames", outcome.uncertainNames())
        .put("guardiansWithoutEmail", outcome.guardiansWithoutEmail())
        .put("findings", FindingsJson.findings(outcome.findings()));
  }

  private static JsonObject json(IssuedAccount account) {
    boolean named = !account.place().sheet().file().isEmpty();
    return new JsonObject()
        .put("username", orNull(account.user().username()))
        .put("email", orNull(account.user().anyEmail()))
        .put("id", orNull(account.user().anyId()))
        .put("guardian", account.user().isGuardian())
        .put("file", named ? account.place().sheet().file() : null)
        .put("row", named ? account.place().row() : null);
  }

  private static String orNull(String text) {
    return text.isEmpty() ? null : text;
  }
}
