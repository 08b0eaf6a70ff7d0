package neatroster.core.statement;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.change.Change;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.People;
import neatroster.core.roster.PeopleFinder;
import neatroster.core.roster.Roster;
import neatroster.core.roster.SamePerson;
import neatroster.core.state.Contradiction;
import neatroster.core.state.Known;
import neatroster.core.state.KnownRecord;
import neatroster.core.state.KnownRecords;
import neatroster.core.state.KnownUsers;
import neatroster.core.state.PackedAccounts;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;

/** Reads what is said of accounts, and which of them were issued by us. */
final class AccountStatements {
  private static final int NONE = -1;
  private static final Person NOBODY = new Person("", "", "", "", "");

  /** Whoever had an account once that is nobody's now. */
  static final int GONE = -2;

  /** What lists of one time must agree in. */
  private static final List<Field> TELLING =
      List.of(Field.ID, Field.EMAIL, Field.STATUS, Field.SITE, Field.GRADE);

  private final Roster exports;
  private final KnownUsers issued;
  private final People people;
  private final Set<String> sites;

  /** Everybody who was ever said to have an account; those issued come first. */
  private final KnownRecords records = new KnownRecords();

  private final BitSet suspended = new BitSet();

  /** The accounts that were changed by a delivery after they were issued. */
  private final BitSet changed = new BitSet();

  /** The account that was called so last. */
  private final KeyIndex usernames = KeyIndex.caseless();

  private final IntList accountOfUsername = new IntList();

  /** The usernames that we gave accounts others instead of, the newest first. */
  private final Map<Integer, List<String>> formerUsernames = new HashMap<>();

  private final int[] accountOfPerson;
  private final IntList lineOfAccount = new IntList();

  /** The accounts of the lines of lists, which people stand in. */
  private int[] accountOfLine = new int[0];

  private final List<Contradiction> contradictions = new ArrayList<>();
  private final Map<String, Integer> outdated = new LinkedHashMap<>();

  /** The position among everybody who has an account, or {@link #GONE}. */
  private int[] positionOf;

  private Known.Accounts known;

  /**
   * Reads accounts beside those that were issued.
   *
   * @param sharedEmails whether several people may have one address, so that it tells nobody apart
   * @param sites takes the sites that users are in
   */
  AccountStatements(
      Roster exports, List<KnownUser> issued, boolean sharedEmails, Set<String> sites) {
    this.exports = exports;
    this.issued = new KnownUsers(issued);
    this.sites = sites;
    issued.forEach(account -> add());
    people = PeopleFinder.find(exports, this.issued, sharedEmails, true);
    accountOfPerson = new int[people.count()];
    Arrays.fill(accountOfPerson, NONE);
  }

  private int add() {
    lineOfAccount.add(NONE);
    return records.add(0);
  }

  void listAll(int at) {
    records.listAll(at);
  }

  /** Takes what a list says of users; one of a course is meant to list nobody else. */
  void read(SheetReading sheet, int at) {
    if (sheet.table() == Table.USERS) {
      if (sheet.courseOfAll().isEmpty()) {
        records.list(0, at);
      }
      RecordColumns columns = new RecordColumns(sheet);
      exports.read(sheet, (row, line) -> row(row, line, columns, at));
    }
  }

  private void row(RosterRow row, int line, RecordColumns columns, int at) {
    noteSite(row.text(Field.SITE));
    boolean isThere = !row.text(Field.STATUS).equals("removed");
    int account = account(row, line, isThere, at);
    noteLine(line, account);
    if (account < 0) {
      return;
    }
    boolean isFirst = records.saidAt(account) != at;
    if (isFirst) {
      boolean isKnown = records.saidAt(account) > 0;
      if (isKnown
          && !SamePerson.mayBe(person(KnownRecord.of(records, account), NOBODY), person(row))) {
        // The account was made anew for somebody else.
        records.forget(account);
      }
      lineOfAccount.set(account, line);
      if (row.reading().has(Field.STATUS)) {
        suspended.set(account, row.text(Field.STATUS).equalsIgnoreCase("suspended"));
      }
    } else {
      compare(account, row, line);
    }
    columns.tell(row, records, account, isThere, at);
    String username = KnownRecord.of(records, account).text(Field.USERNAME);
    if (isThere && !username.isEmpty()) {
      call(account, username);
    }
    Link person = people.ofLine(line);
    if (person.isFound() && (isFirst || accountOfPerson[person.number()] < 0)) {
      accountOfPerson[person.number()] = account;
    }
  }

  private void noteSite(String site) {
    if (!site.isEmpty()) {
      sites.add(site);
    }
  }

  private void noteLine(int line, int account) {
    if (line >= accountOfLine.length) {
      int before = accountOfLine.length;
      accountOfLine = Arrays.copyOf(accountOfLine, Math.max(line + 1, before * 2));
      Arrays.fill(accountOfLine, before, accountOfLine.length, NONE);
    }
    accountOfLine[line] = account;
  }

  private void call(int account, String username) {
    int number = usernames.add(username);
    if (number == accountOfUsername.size()) {
      accountOfUsername.add(account);
    } else {
      accountOfUsername.set(number, account);
    }
  }

  private int called(String username) {
    int number = username.isEmpty() ? KeyIndex.NONE : usernames.find(username);
    return number == KeyIndex.NONE ? NONE : accountOfUsername.get(number);
  }

  /**
   * The account that a row of a list is about, which may be new; {@link #GONE} where it is none.
   */
  private int account(RosterRow row, int line, boolean isThere, int at) {
    String username = row.text(Field.USERNAME);
    Link person = people.ofLine(line);
    int ofPerson = person.isFound() ? accountOfPerson[person.number()] : NONE;
    int called = called(username);
    if (called >= 0 && records.saidAt(called) == at) {
      return called;
    }
    if (username.isEmpty() && ofPerson >= 0 && isThere) {
      return ofPerson;
    }
    int ours = ours(row, person);
    if (ours >= 0) {
      boolean isSecond = records.saidAt(ours) == at && !username.isEmpty();
      if (!isSecond || issued.findUsername(username) == ours) {
        return ours;
      }
      ofPerson = ours;
    } else if (called >= issued.all().size()) {
      return called;
    }
    boolean isTwice = ofPerson >= 0 && records.saidAt(ofPerson) == at;
    if (ofPerson >= issued.all().size() && !isTwice) {
      // They were given another username since.
      return ofPerson;
    }
    if (isTwice) {
      contradict(
          Contradiction.Kind.TWO_ACCOUNTS,
          Field.USERNAME,
          nameOf(ofPerson),
          username,
          ofPerson,
          row);
    }
    return isThere ? add() : GONE;
  }

  /**
   * The issued account that a row of a list is about: its person's, or the one of that username
   * where nothing says that somebody else has it. A platform changes names as people marry, and has
   * ids that were corrected.
   */
  private int ours(RosterRow row, Link person) {
    int account = person.isFound() ? people.account(person.number()) : NONE;
    if (account >= 0 || !row.has(Field.USERNAME)) {
      return account;
    }
    int owner = issued.findUsername(row.text(Field.USERNAME));
    if (owner < 0) {
      return NONE;
    }
    KnownUser ours = issued.all().get(owner);
    Person meant = new Person(ours.anyId(), ours.anyEmail(), ours.person().fullName(), "", "");
    return SamePerson.mayBe(meant, person(row)) ? owner : NONE;
  }

  private static Person person(RosterRow row) {
    return new Person(row.text(Field.ID), row.text(Field.EMAIL), Names.full(row), "", "");
  }

  private String nameOf(int account) {
    String there = KnownRecord.of(records, account).text(Field.USERNAME);
    return there.isEmpty() && account < issued.all().size() ? issued.reference(account) : there;
  }

  /** Of two lists of one time neither is newer: what they say differently is said. */
  private void compare(int account, RosterRow row, int line) {
    int counts = lineOfAccount.get(account);
    RosterRow first = exports.row(counts);
    String name = Names.full(row);
    boolean isNamed = !name.isEmpty() && !Names.full(first).isEmpty();
    if (isNamed && !people.ofLine(counts).equals(people.ofLine(line))) {
      contradict(
          Contradiction.Kind.TWO_PEOPLE, Field.USERNAME, Names.full(first), name, account, row);
      return;
    }
    for (Field field : TELLING) {
      String there = first.text(field);
      String here = row.text(field);
      if (!there.isEmpty() && !here.isEmpty() && !there.equalsIgnoreCase(here)) {
        contradict(Contradiction.Kind.TWO_VALUES, field, there, here, account, row);
      }
    }
  }

  private void contradict(
      Contradiction.Kind kind, Field field, String counts, String other, int at, RosterRow row) {
    contradictions.add(
        new Contradiction(
            kind, field, counts, other, exports.place(lineOfAccount.get(at)), row.place()));
  }

  /** Takes what we delivered of a user. */
  void apply(PlannedChange change, int at) {
    noteSite(change.value(Field.SITE));
    if (change.phase() == Phase.SITES) {
      return;
    }
    int account = delivered(change);
    if (account < 0 && change.change() == Change.REMOVE) {
      return;
    }
    account = account < 0 ? add() : account;
    DeliveredRecord.apply(change, records, account, at);
    String username = change.value(Field.USERNAME);
    if (!username.isEmpty()) {
      call(account, username);
    }
    if (change.change() == Change.RENAME) {
      formerUsernames
          .computeIfAbsent(account, a -> new ArrayList<>())
          .add(0, change.value(Field.FORMER_USERNAME));
    }
    boolean isNew = change.change() == Change.CREATE;
    String status = change.value(Field.STATUS);
    if (isNew && status.isEmpty()) {
      records.deliver(account, Field.STATUS, "");
    }
    if (isNew || !status.isEmpty()) {
      suspended.set(account, status.equals("suspended"));
    }
    if (change.change() == Change.CHANGE) {
      changed.set(account);
    }
  }

  /** The account that a delivered change is about. */
  private int delivered(PlannedChange change) {
    String username = change.value(Field.USERNAME);
    String former = change.value(Field.FORMER_USERNAME);
    boolean isRenaming = change.change() == Change.RENAME;
    int ours = issued.findUsername(username);
    ours = ours < 0 ? issued.findUsername(former) : ours;
    int called = called(isRenaming ? former : username);
    if (ours >= 0 && (called < 0 || change.change() == Change.CREATE)) {
      return ours;
    }
    if (called >= 0) {
      return called;
    }
    int marked = issued.findEmail(change.value(Field.EMAIL));
    marked = marked < 0 ? issued.findId(change.value(Field.ID)) : marked;
    // By a mark of theirs whoever has no username of ours: the platform makes it.
    boolean isNameless = marked >= 0 && issued.all().get(marked).username().isEmpty();
    return isNameless ? marked : NONE;
  }

  /** Ends reading: whom nothing knows but lists that newer ones put away has no account. */
  void close() {
    PackedAccounts users = new PackedAccounts();
    IntList recordOf = new IntList();
    positionOf = new int[records.size()];
    for (int record = 0; record < records.size(); record++) {
      boolean isOurs = record < issued.all().size();
      boolean isThere = records.isThere(record);
      if (!isOurs && !isThere && !records.isDelivered(record)) {
        positionOf[record] = GONE;
        if (records.isOutdated(record)) {
          String file = exports.sheet(lineOfAccount.get(record)).name().file();
          outdated.merge(file, 1, Integer::sum);
        }
        continue;
      }
      positionOf[record] = recordOf.size();
      recordOf.add(record);
      KnownUser.Standing standing =
          !isThere
              ? KnownUser.Standing.ISSUED
              : suspended.get(record)
                  ? KnownUser.Standing.SUSPENDED
                  : KnownUser.Standing.ON_PLATFORM;
      users.add(user(record, isOurs, standing));
    }
    KnownUsers everybody = new KnownUsers(users, issued.all().size());
    known = new Known.Accounts(everybody, records, recordOf);
  }

  private KnownUser user(int record, boolean isOurs, KnownUser.Standing standing) {
    KnownRecord told = KnownRecord.of(records, record);
    if (!isOurs) {
      return new KnownUser(
          person(told, NOBODY),
          told.text(Field.USERNAME),
          "",
          "",
          standing,
          "",
          "",
          formerUsernames.getOrDefault(record, List.of()));
    }
    KnownUser account = issued.all().get(record).with(standing);
    return changed.get(record) ? account.of(person(told, account.person())) : account;
  }

  private static Person person(KnownRecord told, Person ours) {
    return new Person(
        or(told.text(Field.ID), ours.id()),
        or(told.text(Field.EMAIL), ours.email()),
        or(told.name().shown(), ours.fullName()),
        or(told.text(Field.BIRTH_DATE), ours.birthDate()),
        or(told.text(Field.SITE), ours.site()));
  }

  private static String or(String newer, String older) {
    return newer.isEmpty() ? older : newer;
  }

  /** Everybody who has an account. */
  Known.Accounts known() {
    return known;
  }

  /** What lists of one time say against one another. */
  List<Contradiction> contradictions() {
    return contradictions;
  }

  /** How many accounts of each file count no more. */
  Map<String, Integer> outdated() {
    return outdated;
  }

  /** The position of the account of a line of a list, or -1; {@link #GONE} where it is none. */
  int accountOf(int line) {
    return position(line < accountOfLine.length ? accountOfLine[line] : NONE);
  }

  /** The position of the account that was called so last, by whatever is said. */
  int accountOf(String username) {
    return position(called(username));
  }

  private int position(int record) {
    return record < 0 ? record : positionOf[record];
  }
}
