package neatroster.core.accounts;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
import neatroster.core.check.CheckResult;
import neatroster.core.check.Finding;
import neatroster.core.check.rules.people.NoAccount;
import neatroster.core.grid.Place;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.JoinCode;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Renaming;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.PersonRecord;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.settings.Settings;
import neatroster.core.state.Known;
import neatroster.core.state.KnownUsers;
import neatroster.core.wanted.Wanted;
import neatroster.core.wanted.WantedPerson;

/**
 * Who gets an account, who gets another username, who gets a first password again, and what gets a
 * code to join it by; nothing is written.
 */
public final class Issuing {
  private final Settings settings;
  private final Roster all;
  private final KnownUsers known;
  private final int ours;
  private final CheckResult checked;
  private final AccountIssuer issuer;
  private final Wanted wanted;

  /** The rows of new users whose names could be taken apart in another way. */
  private final Set<Place> uncertain = new HashSet<>();

  private final List<NewUser> newUsers = new ArrayList<>();
  private final List<IssuedAccount> reissued = new ArrayList<>();
  private final List<KnownUser> adopted = new ArrayList<>();
  private final List<Renaming> renamed = new ArrayList<>();
  private String other = "";
  private final List<RefusedAccount> refused = new ArrayList<>();
  private Optional<GuardianList> guardians = Optional.empty();
  private int kept;

  /**
   * Accounts for a roster.
   *
   * @param checked the sheets that accounts and codes come from
   * @param all all sheets: what somebody is may stand in the enrollments
   * @param exports who is known: the accounts issued first, then the platform's own
   * @param ours how many of them were issued
   * @param issuer what makes the accounts
   */
  public Issuing(
      Settings settings,
      CheckResult checked,
      Roster all,
      Known exports,
      int ours,
      AccountIssuer issuer) {
    this.settings = settings;
    this.checked = checked;
    this.all = all;
    this.known = exports.users();
    this.ours = ours;
    this.issuer = issuer;
    // What somebody is, and which groups are made, stands in the enrollments, which are not needed
    // otherwise.
    boolean needsAll =
        Wanted.varies(settings)
            || (settings.joinCodes().groups() && settings.policy().makeGroups());
    wanted =
        needsAll
            ? Wanted.of(settings, ResolvedRoster.of(all, settings, exports), faultyOfAll())
            : checked.wanted();
  }

  /**
   * Gives somebody another username than the one issued, which the platform has not taken.
   *
   * @param username the one that was issued
   */
  public Issuing withAnother(String username) {
    other = username;
    return this;
  }

  /**
   * What was done.
   *
   * @param issued the new accounts
   * @param adopted users of the platform who are ours from now on
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
      List<KnownUser> adopted,
      int kept,
      List<Renaming> renamed,
      List<IssuedAccount> reissued,
      List<JoinCode> codes,
      List<Finding> findings,
      Set<SheetName> userSheets,
      int guardiansWithoutEmail,
      int uncertainNames,
      double bits) {}

  /**
   * Decides it all.
   *
   * @param random what join codes are drawn with
   * @param given the join codes that there are
   */
  public Outcome decide(RandomGenerator random, List<JoinCode> given) {
    readUsers();
    List<JoinCode> codes = joinCodes(random, given);
    guardians.ifPresent(list -> newUsers.addAll(list.without(known, refused)));
    List<IssuedAccount> issued = issuer.issue(newUsers, refused);
    List<Finding> errors = new ArrayList<>();
    refused.forEach(one -> errors.add(NoAccount.of(one.place(), one.why())));
    checked.findings().stream().filter(f -> f.severity() == Severity.ERROR).forEach(errors::add);
    PasswordMaker usual = issuer.passwords("", "");
    return new Outcome(
        issued,
        adopted,
        kept,
        renamed,
        reissued,
        codes,
        errors,
        checked.roster().sheets().stream()
            .filter(sheet -> sheet.table() == Table.USERS)
            .map(SheetReading::name)
            .collect(Collectors.toSet()),
        guardians.map(GuardianList::withoutEmail).orElse(0),
        (int)
            issued.stream()
                .filter(account -> !account.user().isGuardian())
                .filter(account -> uncertain.contains(account.place()))
                .count(),
        usual.bits());
  }

  private void readUsers() {
    if (settings.guardians().accounts()) {
      guardians = Optional.of(new GuardianList(wanted));
    }
    // What a faulty row has is still its own when it is mended.
    checked
        .roster()
        .read(Table.USERS, (row, line) -> issuer.keepUsername(row.text(Field.USERNAME)));
    wanted.people(
        (person, one, row, line) -> {
          // Who is to be removed needs no account for it.
          if (!one.isRemoved()) {
            user(one, wanted.resolved().people().account(person));
          }
        });
  }

  /** The faulty lines of the sheets that were checked, as lines of all sheets. */
  private BitSet faultyOfAll() {
    BitSet lines = new BitSet();
    checked.faultyLines().stream()
        .map(line -> all.line(checked.roster().place(line)))
        .filter(line -> line >= 0)
        .forEach(lines::set);
    return lines;
  }

  private void user(WantedPerson one, int found) {
    PersonRecord record = one.record();
    String role = one.role();
    if (found < 0) {
      newUsers.add(issuer.newUser(one));
      if (record.named().reading().hasDoubtfulNames() || Names.isUncertain(record.named())) {
        uncertain.add(record.place());
      }
      return;
    }
    KnownUser account = known.all().get(found);
    boolean isOurs = found < ours;
    if (isRenamed(record, account)) {
      boolean isForced = !other.isEmpty() && account.username().equalsIgnoreCase(other);
      String own = isForced ? "" : account.username();
      String to = issuer.rename(issuer.newUser(one), own, refused);
      if (to.equalsIgnoreCase(own)) {
        // The row says who it is, and the name is as it was.
        kept += own.isEmpty() ? 0 : 1;
      } else if (!to.isEmpty()) {
        if (!isOurs) {
          adopted.add(account.forRole(role));
        }
        renamed.add(new Renaming(account.username(), to));
      }
    } else if (!isOurs && settings.passwords().of(role, one.site()).reissueForKnown()) {
      String password = issuer.passwords(role, one.site()).make();
      if (!password.isEmpty() && !record.has(Field.PASSWORD)) {
        adopted.add(account.forRole(role));
        reissued.add(new IssuedAccount(record.place(), account, password));
      }
    } else {
      kept++;
    }
  }

  private boolean isRenamed(PersonRecord record, KnownUser account) {
    if (!other.isEmpty() && account.username().equalsIgnoreCase(other)) {
      return !account.isOnPlatform();
    }
    return settings.policy().followRenames()
        && !account.username().isEmpty()
        && record.text(Field.FORMER_USERNAME).equalsIgnoreCase(account.username())
        && !record.text(Field.USERNAME).equalsIgnoreCase(account.username());
  }

  /** Codes for the courses and groups that have none yet. */
  private List<JoinCode> joinCodes(RandomGenerator random, List<JoinCode> given) {
    List<JoinCode> codes = new ArrayList<>();
    if (!settings.joinCodes().courses() && !settings.joinCodes().groups()) {
      return codes;
    }
    JoinCodeMaker maker = new JoinCodeMaker(random, given.stream().map(JoinCode::code).toList());
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
    Wanted.RowReceiver receiver =
        (number, row, line) -> {
          JoinCode named = named(row);
          String status = row.text(Field.STATUS).toLowerCase(Locale.ROOT);
          boolean isOpen = status.isEmpty() || status.equals("open");
          if (isOpen && have.add(named.of())) {
            codes.add(new JoinCode(named.course(), named.group(), maker.make()));
          }
        };
    if (settings.joinCodes().courses()) {
      wanted.courses(receiver);
    }
    if (settings.joinCodes().groups()) {
      wanted.groups(receiver);
      for (int group : wanted.madeGroups().keySet()) {
        JoinCode named = named(group);
        if (have.add(named.of())) {
          codes.add(new JoinCode(named.course(), named.group(), maker.make()));
        }
      }
    }
    return codes;
  }

  /** A group that no list has, without a code. */
  private JoinCode named(int group) {
    ResolvedRoster resolved = wanted.resolved();
    Link course = resolved.groups().course(group);
    String code = course.isFound() ? resolved.courses().code(course.number()) : "";
    return new JoinCode(code, resolved.groups().name(group), "");
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
