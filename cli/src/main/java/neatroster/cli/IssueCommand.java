package neatroster.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import neatroster.core.accounts.AccountIssuer;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.accounts.NewUser;
import neatroster.core.accounts.PasswordMaker;
import neatroster.core.accounts.PasswordWords;
import neatroster.core.check.Basis;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Checker;
import neatroster.core.check.Finding;
import neatroster.core.intake.KnownUsers;
import neatroster.core.intake.Roster;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Place;
import neatroster.core.model.Settings;
import neatroster.core.model.Severity;
import neatroster.core.model.SheetName;
import neatroster.core.model.Table;
import neatroster.core.pattern.PatternException;
import neatroster.core.text.Nearest;
import neatroster.register.RegisterException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Gives accounts to the users who have none. */
@Command(
    name = "issue",
    description = "Gives new users usernames, first passwords and what else the settings ask for.")
final class IssueCommand implements Callable<Integer> {
  /** Longer lists are in the accounts file. */
  private static final int SHOWN = 12;

  @Mixin private CommonOptions options;

  @Option(
      names = "--to",
      paramLabel = "DIR",
      description = "Where to keep accounts and register when there is no roster folder.")
  private Path to;

  @Option(
      names = "--again",
      paramLabel = "USER",
      description =
          "Gives one user who has an account a new first password: a username, email or id.")
  private String again;

  @Parameters(
      paramLabel = "FILE",
      description = "The sheets with the users. Without any: what the roster folder holds.")
  private List<String> files = List.of();

  /**
   * What was done.
   *
   * @param issued the new accounts
   * @param kept how many users had theirs
   * @param findings the errors that kept users from getting one
   * @param refused the rows for which no username could be made
   * @param bits the strength of the passwords
   */
  private record Outcome(
      List<IssuedAccount> issued,
      int kept,
      List<Finding> findings,
      List<Place> refused,
      double bits) {}

  @Override
  public Integer call() {
    Screen screen = options.screen();
    RosterFolder folder = Workplace.folder(options, to, "issue");
    Settings settings = folder.settings(screen);
    if (again != null) {
      return again(screen, folder, settings);
    }
    try (OpenRoster open = OpenRoster.open(options, settings, files, Optional.of(folder));
        Workplace workplace = Workplace.open(folder, "issue")) {
      Outcome outcome = issue(settings, open, workplace);
      if (options.json()) {
        Json.write(screen.out(), json -> json(json, outcome));
      } else {
        text(screen, outcome, folder);
      }
      boolean refused = !outcome.findings().isEmpty() || !outcome.refused().isEmpty();
      return refused ? Exit.FINDINGS : Exit.DONE;
    }
  }

  private int again(Screen screen, RosterFolder folder, Settings settings) {
    if (!files.isEmpty()) {
      throw Problem.usage("--again USER takes no sheets: it is about an account that was issued.");
    }
    if (settings.passwords().style() == Settings.PasswordStyle.NONE
        || settings.passwords().style() == Settings.PasswordStyle.ONE_FOR_ALL) {
      throw Problem.usage(
          "roster.yaml says passwords: style: none or one-for-all, so there is no password of one"
              + " user’s own to make anew.");
    }
    try (Workplace workplace = Workplace.open(folder, "issue")) {
      KnownUsers known = workplace.known();
      int user = known.findReference(again);
      if (user < 0) {
        throw Problem.usage(
            "No account was issued to “"
                + again
                + "”."
                + Nearest.word(again, known.all().stream().map(KnownUser::username).toList())
                    .map(near -> " Is " + near + " meant?")
                    .orElse(" neat-roster find looks for part of a name."));
      }
      KnownUser account = known.all().get(user);
      PasswordMaker passwords =
          new PasswordMaker(
              settings.passwords(), PasswordWords.all(), new SecureRandom(), Optional.empty());
      IssuedAccount renewed =
          new IssuedAccount(new Place(new SheetName("", null), 0), account, passwords.make());
      workplace.accounts().renew(renewed, workplace.register());
      if (options.json()) {
        Json.write(
            screen.out(),
            json -> {
              json.writeStartObject();
              json.writeStringField("command", "issue");
              json.writeStringField("again", account.username());
              json.writeEndObject();
            });
      } else {
        screen.line(
            screen.bold(account.username())
                + " has a new first password, in "
                + folder.shown("accounts/accounts.csv")
                + ". pack writes it into the next batch.");
      }
      return Exit.DONE;
    } catch (IOException e) {
      throw Problem.unreadable(
          "The accounts could not be written (" + Workplace.reason(e) + ").", e);
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  private Outcome issue(Settings settings, OpenRoster open, Workplace workplace) {
    Roster all = open.roster();
    Roster users =
        new Roster(
            all.sheets().stream().filter(sheet -> sheet.table() == Table.USERS).toList(),
            all.unread(),
            all.order());
    if (users.sheets().isEmpty() && users.unread().isEmpty()) {
      throw Problem.usage("None of the sheets is a list of users.");
    }
    Basis basis =
        KnownFiles.basis(
            options, settings, Optional.of(workplace.folder()), workplace.known(), users);
    KnownUsers known = basis.known().users();
    CheckResult checked = Checker.check(users, basis);
    BitSet faulty = checked.faultyLines();
    PasswordMaker passwords =
        new PasswordMaker(
            settings.passwords(),
            PasswordWords.all(),
            new SecureRandom(),
            shared(settings, workplace));
    try {
      AccountIssuer issuer = new AccountIssuer(settings, passwords, known.all());
      List<NewUser> newUsers = new ArrayList<>();
      int[] kept = {0};
      // In a list with a row for each course the same person comes again.
      Set<Integer> seen = new HashSet<>();
      users.read(
          Table.USERS,
          (row, line) -> {
            boolean again = row.reading().enrolls() && !seen.add(checked.keys().userOfLine(line));
            if (faulty.get(line) || again) {
              return;
            }
            Person person = KnownUsers.person(row);
            if (known.find(person) >= 0) {
              kept[0]++;
            } else {
              newUsers.add(issuer.newUser(row, person));
            }
          },
          (sheet, why) -> {});
      List<Place> refused = new ArrayList<>();
      List<IssuedAccount> issued = issuer.issue(newUsers, refused);
      open.verifyUnchanged();
      if (!issued.isEmpty()) {
        workplace.accounts().add(issued, workplace.register());
      }
      List<Finding> errors =
          checked.findings().stream().filter(f -> f.severity() == Severity.ERROR).toList();
      return new Outcome(issued, kept[0], errors, refused, passwords.bits());
    } catch (PatternException e) {
      throw Problem.usage(
          "A pattern in the settings, position " + e.position() + ": " + e.getMessage());
    } catch (IOException e) {
      throw Problem.unreadable(
          "The accounts could not be written (" + Workplace.reason(e) + ").", e);
    } catch (RegisterException e) {
      throw Problem.unreadable(e.getMessage() + ".", e);
    }
  }

  /** The password that everybody has so far, where the settings want one for all. */
  private static Optional<String> shared(Settings settings, Workplace workplace) {
    if (settings.passwords().style() != Settings.PasswordStyle.ONE_FOR_ALL) {
      return Optional.empty();
    }
    return workplace.accounts().passwords().values().stream()
        .filter(password -> !password.isEmpty())
        .findFirst();
  }

  private static void text(Screen screen, Outcome outcome, RosterFolder folder) {
    List<IssuedAccount> issued = outcome.issued();
    for (IssuedAccount account : issued.subList(0, Math.min(SHOWN, issued.size()))) {
      screen.line(
          String.format(
              "  %-20s  %s",
              account.user().username(), screen.dim(account.user().person().fullName())));
    }
    if (issued.size() > SHOWN) {
      screen.line("  and " + (issued.size() - SHOWN) + " more");
    }
    if (!issued.isEmpty()) {
      screen.line("");
    }
    screen.line(
        "Issued "
            + screen.bold(Counted.of(issued.size(), "account"))
            + ", kept "
            + outcome.kept()
            + ".");
    if (!issued.isEmpty()) {
      screen.line(
          "The first passwords are in "
              + folder.shown("accounts/accounts.csv")
              + ", which only you can read"
              + (outcome.bits() > 0
                  ? String.format(
                      Locale.ROOT, " (strength: %.0f bits).", Math.floor(outcome.bits()))
                  : "."));
    }
    for (Place place : outcome.refused()) {
      screen.line(
          screen.red("  no account  ")
              + place.sheet()
              + ", row "
              + place.row()
              + ": the pattern makes no username of this name. Fill in a username.");
    }
    for (Finding finding : outcome.findings()) {
      screen.line(
          screen.red("  no account  ")
              + finding.place().sheet()
              + (finding.place().row() == 0 ? "" : ", row " + finding.place().row())
              + ": "
              + finding.message());
    }
    if (!outcome.findings().isEmpty() || !outcome.refused().isEmpty()) {
      screen.line("Mend these rows and run issue again; who has an account keeps it.");
    }
  }

  private static void json(JsonGenerator json, Outcome outcome) throws IOException {
    json.writeStartObject();
    json.writeStringField("command", "issue");
    json.writeArrayFieldStart("issued");
    for (IssuedAccount account : outcome.issued()) {
      json.writeStartObject();
      json.writeStringField("username", account.user().username());
      json.writeStringField(
          "email", orNull(account.user().person().email(), account.user().email()));
      json.writeStringField("id", orNull(account.user().person().id(), account.user().id()));
      json.writeStringField("file", account.place().sheet().file());
      json.writeNumberField("row", account.place().row());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeNumberField("kept", outcome.kept());
    FindingsJson.findings(json, outcome.findings());
    json.writeArrayFieldStart("refused");
    for (Place place : outcome.refused()) {
      json.writeStartObject();
      json.writeStringField("file", place.sheet().file());
      json.writeStringField("sheet", place.sheet().sheet());
      json.writeNumberField("row", place.row());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  private static String orNull(String one, String other) {
    if (!one.isEmpty()) {
      return one;
    }
    return other.isEmpty() ? null : other;
  }
}
