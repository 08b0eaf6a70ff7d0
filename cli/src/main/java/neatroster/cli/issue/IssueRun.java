package neatroster.cli.issue;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.cli.folder.OpenRoster;
import neatroster.cli.folder.SecretFile;
import neatroster.cli.folder.Session;
import neatroster.cli.folder.Workplace;
import neatroster.cli.terminal.Problem;
import neatroster.core.accounts.AccountIssuer;
import neatroster.core.accounts.GuardianList;
import neatroster.core.accounts.IssuedAccount;
import neatroster.core.accounts.JoinCodeMaker;
import neatroster.core.accounts.NewUser;
import neatroster.core.accounts.PasswordMaker;
import neatroster.core.accounts.PasswordWords;
import neatroster.core.accounts.Refused;
import neatroster.core.accounts.UserRoles;
import neatroster.core.check.Basis;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Deliverable;
import neatroster.core.check.Finding;
import neatroster.core.check.pass.Checker;
import neatroster.core.check.rules.people.NoAccount;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.pattern.PatternException;
import neatroster.core.roster.KnownUsers;
import neatroster.core.roster.Link;
import neatroster.core.roster.People;
import neatroster.core.roster.PersonRecord;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.text.FormulaSigns;
import neatroster.register.Issue;
import neatroster.register.RegisterException;
import neatroster.register.Renaming;

/** Gives accounts to the users of a roster, to their guardians, and join codes to their courses. */
public final class IssueRun {
  private final Settings settings;
  private final Roster all;
  private final Workplace workplace;
  private final Basis basis;
  private final KnownUsers known;
  private final int ours;
  private final CheckResult checked;

  /** The rows of new users whose names could be taken apart in another way. */
  private final Set<Place> uncertain = new HashSet<>();

  private final AccountIssuer issuer;

  private final List<NewUser> newUsers = new ArrayList<>();
  private final List<IssuedAccount> reissued = new ArrayList<>();
  private final List<KnownUser> adopted = new ArrayList<>();
  private final List<Renaming> renamed = new ArrayList<>();
  private final List<Refused> refused = new ArrayList<>();
  private final GuardianList guardians = new GuardianList();
  private int kept;

  private IssueRun(Session session, OpenRoster open, Workplace workplace)
      throws PatternException, RegisterException {
    this.settings = session.settings();
    this.all = open.roster();
    this.workplace = workplace;
    boolean codes = settings.joinCodes().courses() || settings.joinCodes().groups();
    Roster needed =
        new Roster(
            all.sheets().stream()
                .filter(
                    sheet ->
                        sheet.table() == Table.USERS
                            || (codes && sheet.table() == Table.COURSES)
                            || (codes && sheet.table() == Table.GROUPS))
                .toList(),
            all.unread(),
            all.order());
    if (needed.sheets().isEmpty() && needed.unread().isEmpty()) {
      throw Problem.usage("None of the sheets is a list of users.");
    }
    KnownUsers issued = workplace.known();
    this.ours = issued.all().size();
    this.basis = session.basis(issued, needed);
    this.known = basis.known().users();
    this.checked = Checker.check(needed, basis);
    this.issuer = issuer(settings, known.all(), workplace);
  }

  /** Makes accounts under a folder's settings, going on with the passwords that many share. */
  static AccountIssuer issuer(Settings settings, List<KnownUser> known, Workplace workplace)
      throws PatternException, RegisterException {
    AccountIssuer issuer =
        new AccountIssuer(settings, PasswordWords.all(), new SecureDraws(), known);
    goOnWithShared(issuer, settings, known, workplace);
    for (PasswordMaker passwords : issuer.allPasswords()) {
      if (!passwords.valueFile().isEmpty()) {
        passwords.goOnWith(given(workplace.folder().path(passwords.valueFile()), passwords));
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
      AccountIssuer issuer, Settings settings, List<KnownUser> known, Workplace workplace)
      throws RegisterException {
    boolean shared =
        settings.passwords().all().stream()
            .anyMatch(style -> style.style() == Settings.PasswordStyle.ONE_FOR_ALL);
    if (shared) {
      Map<String, String> passwords = workplace.accounts().passwords();
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

  /**
   * What was done.
   *
   * @param issued the new accounts
   * @param kept how many users had theirs
   * @param renamed accounts with another username
   * @param reissued users of the platform who got a first password
   * @param codes new join codes
   * @param findings the errors that kept somebody from getting an account
   * @param userSheets the sheets of users; findings elsewhere keep courses and groups from a code
   * @param guardiansWithoutEmail how many rows name a guardian and no address
   * @param uncertainNames how many new accounts rest on a name that could be taken apart otherwise
   * @param bits the strength of the passwords; 0 where there are none of one's own
   */
  public record Outcome(
      List<IssuedAccount> issued,
      int kept,
      List<Renaming> renamed,
      List<IssuedAccount> reissued,
      List<JoinCode> codes,
      List<Finding> findings,
      Set<SheetName> userSheets,
      int guardiansWithoutEmail,
      int uncertainNames,
      double bits) {}

  /** Does it all, or nothing. */
  public static Outcome run(Session session, OpenRoster open, Workplace workplace)
      throws PatternException, IOException, RegisterException {
    return new IssueRun(session, open, workplace).run(open);
  }

  private Outcome run(OpenRoster open) throws IOException, RegisterException {
    readUsers();
    List<JoinCode> codes = joinCodes();
    if (settings.guardians().accounts()) {
      newUsers.addAll(guardians.without(known, refused));
    }
    List<IssuedAccount> issued = issuer.issue(newUsers, refused);
    open.verifyUnchanged();
    List<KnownUser> added = new ArrayList<>(adopted);
    issued.forEach(account -> added.add(account.user()));
    Issue issue =
        new Issue(added, renamed, codes, reissued.stream().map(IssuedAccount::user).toList());
    if (!issue.isEmpty()) {
      workplace.accounts().write(issued, reissued, issue);
    }
    List<Finding> errors = new ArrayList<>();
    refused.forEach(one -> errors.add(NoAccount.of(one.place(), one.why())));
    checked.findings().stream().filter(f -> f.severity() == Severity.ERROR).forEach(errors::add);
    PasswordMaker usual = issuer.passwords("", "");
    return new Outcome(
        issued,
        kept,
        renamed,
        reissued,
        codes,
        errors,
        checked.roster().sheets().stream()
            .filter(sheet -> sheet.table() == Table.USERS)
            .map(SheetReading::name)
            .collect(Collectors.toSet()),
        settings.guardians().accounts() ? guardians.withoutEmail() : 0,
        (int)
            issued.stream()
                .filter(account -> !account.user().isGuardian())
                .filter(account -> uncertain.contains(account.place()))
                .count(),
        usual.bits());
  }

  private void readUsers() {
    Deliverable deliverable = Deliverable.of(checked);
    People people = checked.resolved().people();
    boolean differ =
        settings.usernames().differsByRole()
            || settings.emails().differsByRole()
            || settings.ids().differsByRole()
            || settings.passwords().differsByRole();
    // What somebody is stands in the enrollments, which are not needed otherwise.
    ResolvedRoster whole = differ ? ResolvedRoster.of(all, settings, basis.known()) : null;
    UserRoles roles = differ ? new UserRoles(settings, whole) : null;
    checked
        .roster()
        .read(
            Table.USERS,
            (row, line) -> {
              // What a faulty row has is still its own when it is mended.
              issuer.keepUsername(row.text(Field.USERNAME));
              Link found = people.ofLine(line);
              if (deliverable.isFaulty(line) || !found.isFound()) {
                return;
              }
              int person = found.number();
              List<Integer> lines = deliverable.lines(person);
              if (lines.isEmpty() || lines.get(0) != line) {
                // The same person comes again.
                return;
              }
              PersonRecord record =
                  lines.size() == 1
                      ? PersonRecord.of(row)
                      : PersonRecord.of(checked.roster(), lines);
              // Who is to be removed needs no account for it.
              if (!record.text(Field.STATUS).equals("removed")) {
                guardians.add(record);
                String own = settings.roles().role(record.text(Field.ROLE)).orElse("");
                user(
                    record,
                    people.account(person),
                    roles == null ? own : roles.of(personIn(whole, record), own));
              }
            });
  }

  private static int personIn(ResolvedRoster whole, PersonRecord record) {
    Link person = whole.people().ofLine(whole.rows().line(record.place()));
    return person.isFound() ? person.number() : -1;
  }

  private void user(PersonRecord record, int found, String role) {
    if (found < 0) {
      newUsers.add(issuer.newUser(record, role));
      if (record.named().reading().hasDoubtfulNames() || Names.isUncertain(record.named())) {
        uncertain.add(record.place());
      }
      return;
    }
    KnownUser account = known.all().get(found);
    boolean isOurs = found < ours;
    if (isRenamed(record, account)) {
      String to = issuer.rename(issuer.newUser(record, role), refused);
      if (!to.isEmpty()) {
        if (!isOurs) {
          adopted.add(account.forRole(role));
        }
        renamed.add(new Renaming(account.username(), to));
      }
    } else if (!isOurs
        && settings.passwords().of(role, record.text(Field.SITE)).reissueForKnown()) {
      String password = issuer.passwords(role, record.text(Field.SITE)).make();
      if (!password.isEmpty() && !record.has(Field.PASSWORD)) {
        adopted.add(account.forRole(role));
        reissued.add(new IssuedAccount(record.place(), account, password));
      }
    } else {
      kept++;
    }
  }

  private boolean isRenamed(PersonRecord record, KnownUser account) {
    return settings.policy().followRenames()
        && !account.username().isEmpty()
        && record.text(Field.FORMER_USERNAME).equalsIgnoreCase(account.username())
        && !record.text(Field.USERNAME).equalsIgnoreCase(account.username());
  }

  /** Codes for the courses and groups that have none yet. */
  private List<JoinCode> joinCodes() throws RegisterException {
    List<JoinCode> codes = new ArrayList<>();
    if (!settings.joinCodes().courses() && !settings.joinCodes().groups()) {
      return codes;
    }
    List<JoinCode> given = workplace.register().joinCodes();
    JoinCodeMaker maker =
        new JoinCodeMaker(new SecureDraws(), given.stream().map(JoinCode::code).toList());
    Set<String> have = new HashSet<>();
    given.forEach(code -> have.add(code.of()));
    for (Table table : List.of(Table.COURSES, Table.GROUPS)) {
      // What the sheets give is nobody else's, wherever it stands.
      checked
          .roster()
          .read(
              table,
              (row, line) -> {
                if (row.has(Field.JOIN_CODE)) {
                  maker.keep(row.text(Field.JOIN_CODE));
                  have.add(named(row).of());
                }
              });
    }
    BitSet faulty = checked.faultyLines();
    for (Table table : List.of(Table.COURSES, Table.GROUPS)) {
      boolean wanted =
          table == Table.COURSES ? settings.joinCodes().courses() : settings.joinCodes().groups();
      if (wanted) {
        checked
            .roster()
            .read(
                table,
                (row, line) -> {
                  JoinCode named = named(row);
                  String status = row.text(Field.STATUS).toLowerCase(Locale.ROOT);
                  boolean isOpen = status.isEmpty() || status.equals("open");
                  if (isOpen && !faulty.get(line) && have.add(named.of())) {
                    codes.add(new JoinCode(named.course(), named.group(), maker.make()));
                  }
                });
      }
    }
    return codes;
  }

  /** The course or group of a row, without a code. */
  private JoinCode named(RosterRow row) {
    if (row.table() == Table.COURSES) {
      return new JoinCode(row.text(Field.CODE), "", "");
    }
    Link course = checked.resolved().course(row);
    String code =
        course.isFound()
            ? checked.resolved().courses().code(course.number())
            : row.text(Field.COURSE);
    return new JoinCode(code, row.text(Field.NAME), "");
  }
}
