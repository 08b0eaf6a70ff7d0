package neatroster.cli.report;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import neatroster.cli.folder.AccountsFile;
import neatroster.cli.folder.RosterFolder;
import neatroster.cli.issue.AnonymousAccounts;
import neatroster.cli.terminal.Json;
import neatroster.cli.terminal.Screen;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.accounts.Issuing;
import neatroster.core.check.Finding;
import neatroster.core.model.Counted;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Renaming;

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
      Json.write(screen.out(), json -> json(json, outcome));
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
      Json.write(
          screen.out(),
          json -> {
            json.writeStartObject();
            json.writeStringField("command", "issue");
            json.writeStringField("again", account.reference());
            json.writeEndObject();
          });
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
      Json.write(
          screen.out(),
          json -> {
            json.writeStartObject();
            json.writeStringField("command", "issue");
            json.writeArrayFieldStart("again");
            for (KnownUser user : users) {
              json.writeString(user.reference());
            }
            json.writeEndArray();
            json.writeEndObject();
          });
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
          json -> {
            json.writeStartObject();
            json.writeStringField("command", "issue");
            accounts(json, outcome.issued());
            json.writeStringField("course", course);
            json.writeStringField("whoIsWho", "accounts/" + outcome.sheet());
            json.writeEndObject();
          });
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

  private static void json(JsonGenerator json, Issuing.Outcome outcome) throws IOException {
    json.writeStartObject();
    json.writeStringField("command", "issue");
    accounts(json, outcome.issued());
    json.writeNumberField("kept", outcome.kept());
    json.writeArrayFieldStart("renamed");
    for (Renaming renaming : outcome.renamed()) {
      json.writeStartObject();
      json.writeStringField("from", renaming.from());
      json.writeStringField("to", renaming.to());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("reissued");
    for (IssuedAccount account : outcome.reissued()) {
      json.writeString(account.user().username());
    }
    json.writeEndArray();
    json.writeArrayFieldStart("joinCodes");
    for (JoinCode code : outcome.codes()) {
      json.writeStartObject();
      json.writeStringField("course", orNull(code.course()));
      json.writeStringField("group", orNull(code.group()));
      json.writeStringField("code", code.code());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeNumberField("uncertainNames", outcome.uncertainNames());
    json.writeNumberField("guardiansWithoutEmail", outcome.guardiansWithoutEmail());
    FindingsJson.findings(json, outcome.findings());
    json.writeEndObject();
  }

  private static void accounts(JsonGenerator json, List<IssuedAccount> issued) throws IOException {
    json.writeArrayFieldStart("issued");
    for (IssuedAccount account : issued) {
      json.writeStartObject();
      json.writeStringField("username", orNull(account.user().username()));
      json.writeStringField("email", orNull(account.user().anyEmail()));
      json.writeStringField("id", orNull(account.user().anyId()));
      json.writeBooleanField("guardian", account.user().isGuardian());
      boolean named = !account.place().sheet().file().isEmpty();
      json.writeStringField("file", named ? account.place().sheet().file() : null);
      if (named) {
        json.writeNumberField("row", account.place().row());
      } else {
        json.writeNullField("row");
      }
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private static String orNull(String text) {
    return text.isEmpty() ? null : text;
  }
}
