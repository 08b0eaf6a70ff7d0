package neatroster.core.roster;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Person;
import neatroster.core.model.Table;
import neatroster.core.text.IntList;
import neatroster.core.text.KeyIndex;

/**
 * The accounts that we issued together with those that the platform's exports list. Which row of an
 * export is an account of ours is found as it is for any list of people: under the same id or
 * username, somebody whose name does not fit is somebody else. Of several rows about one account
 * the first counts, so the newest export comes first.
 */
final class ExportedAccounts {
  private static final int NONE = -1;

  /** Instead of an account that the platform has no more. */
  static final int GONE = -2;

  /** What two exports may say otherwise of one account, where it matters who they mean. */
  private static final List<Field> TELLING =
      List.of(Field.ID, Field.EMAIL, Field.STATUS, Field.SITE, Field.GRADE);

  private final Roster exports;
  private final Statements statements;
  private final KnownUsers issued;
  private final People people;
  private final PackedAccounts all = new PackedAccounts();
  private final Map<Integer, String> renamed = new HashMap<>();
  private final List<Contradiction> contradictions = new ArrayList<>();

  /** How many accounts of each file are in no newer list. */
  private final Map<String, Integer> outdated = new LinkedHashMap<>();

  /** The lines of users' rows, rising, and the account that each is about. */
  private final IntList rows = new IntList();

  private final IntList accountOfRow = new IntList();

  /** The accounts that exports have, by their usernames there. */
  private final KeyIndex usernames = KeyIndex.caseless();

  private final IntList accountOfUsername = new IntList();

  /** The first account that the exports have of each person. */
  private final int[] accountOfPerson;

  /** For each account the line of the row that counts, or -1. */
  private final IntList lineOfAccount = new IntList();

  /** The accounts of ours that an export had already. */
  private final Set<Integer> seen = new HashSet<>();

  /** The accounts of ours that a row has named. */
  private final BitSet named = new BitSet();

  /** The accounts of which a delivery changed something. */
  private final BitSet changed = new BitSet();

  /** Lists of all accounts: what is not in them is there no more. */
  private final Listed<Table> listed;

  ExportedAccounts(
      Roster exports, Statements statements, List<KnownUser> issued, boolean sharedEmails) {
    this.exports = exports;
    this.statements = statements;
    this.issued = new KnownUsers(issued);
    this.listed = new Listed<>(statements);
    exports.sheets().stream()
        // A list of one course is meant to list nobody else.
        .filter(sheet -> sheet.table() == Table.USERS && sheet.courseOfAll().isEmpty())
        .forEach(sheet -> listed.list(Table.USERS, sheet));
    all.addAll(issued);
    issued.forEach(account -> lineOfAccount.add(NONE));
    people =
        PeopleFinder.find(
            exports, sheet -> !statements.isDelivery(sheet), this.issued, sharedEmails, true);
    accountOfPerson = new int[people.count()];
    Arrays.fill(accountOfPerson, NONE);
    exports.read(Table.USERS, this::add);
  }

  /** Everybody: first those whom we issued an account, in their order. */
  KnownUsers all() {
    return new KnownUsers(all, issued.all().size());
  }

  /** Takes a row about an account. */
  @FunctionalInterface
  interface RowReceiver {
    /**
     * Takes one row.
     *
     * @param isThere whether the platform has the account
     */
    void row(int account, int line, boolean isThere);
  }

  /** Hands on the rows about accounts, the newest first. */
  void eachRow(RowReceiver receiver) {
    for (int i = 0; i < rows.size(); i++) {
      int account = accountOfRow.get(i);
      if (account >= 0) {
        receiver.row(account, rows.get(i), all.standing(account) != KnownUser.Standing.ISSUED);
      }
    }
  }

  /** The username that an account of ours has on the platform, where it is another. */
  Map<Integer, String> renamed() {
    return renamed;
  }

  /** How many accounts of each file count no more, because a newer list has them not. */
  Map<String, Integer> outdated() {
    return outdated;
  }

  /** What the exports say against one another. */
  List<Contradiction> contradictions() {
    return contradictions;
  }

  /** The account that a row of users is about, or -1. */
  int accountOf(int line) {
    int low = 0;
    int high = rows.size() - 1;
    while (low <= high) {
      int middle = (low + high) >>> 1;
      if (rows.get(middle) == line) {
        return accountOfRow.get(middle);
      }
      if (rows.get(middle) < line) {
        low = middle + 1;
      } else {
        high = middle - 1;
      }
    }
    return NONE;
  }

  /** The account that has a username on the platform, or -1. */
  int accountOf(CharSequence username) {
    int number = usernames.find(username);
    return number == KeyIndex.NONE ? NONE : accountOfUsername.get(number);
  }

  private void add(RosterRow row, int line) {
    int account = account(row, line);
    rows.add(line);
    accountOfRow.add(account);
    if (account >= 0 && statements.isChange(row)) {
      changed.set(account);
    }
    String username = row.text(Field.USERNAME);
    if (!username.isEmpty() && usernames.add(username) == accountOfUsername.size()) {
      accountOfUsername.add(account);
    }
    String former = row.text(Field.FORMER_USERNAME);
    if (statements.isDelivery(row.reading())
        && !former.isEmpty()
        && usernames.add(former) == accountOfUsername.size()) {
      // Older rows know it under the former name.
      accountOfUsername.add(account);
    }
  }

  /** The account that a row is about, which is added where it is none of those so far. */
  private int account(RosterRow row, int line) {
    boolean isDelivery = statements.isDelivery(row.reading());
    boolean isPutAway = listed.isSince(Table.USERS, row.reading());
    boolean isGone = row.text(Field.STATUS).equals("removed") || isPutAway;
    KnownUser.Standing standing =
        isGone
            ? KnownUser.Standing.ISSUED
            : row.text(Field.STATUS).equalsIgnoreCase("suspended")
                ? KnownUser.Standing.SUSPENDED
                : KnownUser.Standing.ON_PLATFORM;
    String username = row.text(Field.USERNAME);
    Link person = people.ofLine(line);
    int before = before(row, username, person);
    if (before >= 0) {
      settle(before, row);
      fill(before, row);
      compare(before, row, line);
      return before;
    }
    if (before == GONE) {
      return GONE;
    }
    int ours = isDelivery ? delivered(row) : ours(row, line);
    boolean other = ours >= 0 && !username.isEmpty() && issued.findUsername(username) != ours;
    if (ours < 0 || (!seen.add(ours) && other)) {
      int first = person.isFound() ? accountOfPerson[person.number()] : NONE;
      if (isPutAway && !isDelivery) {
        // What it was called once is nobody's on the platform now.
        outdated.merge(row.reading().name().file(), 1, Integer::sum);
        return GONE;
      }
      if (first >= 0) {
        contradict(
            Contradiction.Kind.TWO_ACCOUNTS,
            Field.USERNAME,
            nameOf(first),
            username,
            lineOfAccount.get(first),
            row);
      }
      if (row.text(Field.STATUS).equals("removed")) {
        return GONE;
      }
      int added = all.size();
      all.add(new KnownUser(person(row), username, "", "", standing));
      lineOfAccount.add(line);
      remember(person, added);
      return added;
    }
    if (lineOfAccount.get(ours) < 0) {
      lineOfAccount.set(ours, line);
      all.set(ours, all.get(ours).with(standing));
    }
    remember(person, ours);
    if (!username.isEmpty()) {
      call(ours, username, row);
    }
    return ours;
  }

  /**
   * Notes what an account of ours is called there: as the newest row says, or the renaming in the
   * same delivery, whose rows before say the former name.
   */
  private void call(int account, String username, RosterRow row) {
    boolean isGiven =
        statements.isRenaming(row)
            && exports.sheet(lineOfAccount.get(account)).equals(row.reading());
    if (named.get(account) && !isGiven) {
      return;
    }
    named.set(account);
    if (username.equalsIgnoreCase(all.get(account).username())) {
      renamed.remove(account);
    } else {
      renamed.put(account, username);
    }
  }

  /** A delivery that says nothing of the standing leaves it to the older rows. */
  private void settle(int account, RosterRow row) {
    boolean isOpen =
        all.standing(account) == KnownUser.Standing.ON_PLATFORM
            && statements.isDelivery(exports.sheet(lineOfAccount.get(account)))
            && exports.row(lineOfAccount.get(account)).text(Field.STATUS).isEmpty();
    if (isOpen && row.text(Field.STATUS).equalsIgnoreCase("suspended")) {
      all.set(account, all.get(account).with(KnownUser.Standing.SUSPENDED));
    }
  }

  /** Who somebody is, as far as newer rows do not say it, an older one does. */
  private void fill(int account, RosterRow row) {
    if (account < issued.all().size()) {
      return;
    }
    KnownUser there = all.get(account);
    Person newer = there.person();
    Person older = person(row);
    Person whole =
        new Person(
            or(newer.id(), older.id()),
            or(newer.email(), older.email()),
            or(newer.fullName(), older.fullName()),
            or(newer.birthDate(), older.birthDate()),
            or(newer.site(), older.site()));
    if (!whole.equals(newer)) {
      all.set(account, new KnownUser(whole, there.username(), "", "", there.standing()));
    }
  }

  private static String or(String newer, String older) {
    return newer.isEmpty() ? older : newer;
  }

  private void remember(Link person, int account) {
    if (person.isFound() && accountOfPerson[person.number()] < 0) {
      accountOfPerson[person.number()] = account;
    }
  }

  /** Whoever was changed by a delivery is known by what they are called since. */
  void takeChanges(Held held) {
    changed.stream()
        .forEach(
            account ->
                held.user(account)
                    .ifPresent(
                        there -> {
                          KnownUser before = all.get(account);
                          Person person = before.person();
                          Person now =
                              new Person(
                                  or(there.text(Field.ID), person.id()),
                                  or(there.text(Field.EMAIL), person.email()),
                                  or(Names.shown(there.name()), person.fullName()),
                                  or(there.text(Field.BIRTH_DATE), person.birthDate()),
                                  or(there.text(Field.SITE), person.site()));
                          all.set(account, before.of(now));
                        }));
  }

  /** The account that an earlier row of the exports is about too, or -1. */
  private int before(RosterRow row, String username, Link person) {
    if (!username.isEmpty()) {
      return accountOf(username);
    }
    int account = person.isFound() ? accountOfPerson[person.number()] : NONE;
    boolean samePerson = account >= 0 && !row.text(Field.STATUS).equalsIgnoreCase("removed");
    return samePerson ? account : NONE;
  }

  private String nameOf(int account) {
    return renamed.getOrDefault(account, all.get(account).reference());
  }

  /**
   * Notes in what a further row about an account contradicts the one that counts. What is said as
   * of another day is news, no contradiction.
   */
  private void compare(int account, RosterRow row, int line) {
    int counts = lineOfAccount.get(account);
    if (counts < 0
        || statements.isDelivery(row.reading())
        || statements.isDelivery(exports.sheet(counts))
        || !statements.at(exports.sheet(counts)).equals(statements.at(row.reading()))) {
      return;
    }
    RosterRow first = exports.row(counts);
    Link one = people.ofLine(counts);
    Link two = people.ofLine(line);
    String name = Names.full(row);
    if (!name.isEmpty() && !Names.full(first).isEmpty() && !one.equals(two)) {
      contradict(
          Contradiction.Kind.TWO_PEOPLE, Field.USERNAME, Names.full(first), name, counts, row);
      return;
    }
    for (Field field : TELLING) {
      String there = first.text(field);
      String here = row.text(field);
      if (!there.isEmpty() && !here.isEmpty() && !there.equalsIgnoreCase(here)) {
        contradict(Contradiction.Kind.TWO_VALUES, field, there, here, counts, row);
      }
    }
  }

  private void contradict(
      Contradiction.Kind kind,
      Field field,
      String counts,
      String other,
      int countsLine,
      RosterRow row) {
    contradictions.add(
        new Contradiction(kind, field, counts, other, exports.place(countsLine), row.place()));
  }

  /** The position of the account of ours that we delivered a row about, or -1. */
  private int delivered(RosterRow row) {
    int named = issued.findUsername(row.text(Field.USERNAME));
    named = named < 0 ? issued.findUsername(row.text(Field.FORMER_USERNAME)) : named;
    if (named >= 0) {
      return named;
    }
    int marked = issued.findEmail(row.text(Field.EMAIL));
    marked = marked < 0 ? issued.findId(row.text(Field.ID)) : marked;
    // By a mark of theirs whoever has no username of ours: the platform makes it.
    boolean isNameless = marked >= 0 && issued.all().get(marked).username().isEmpty();
    return isNameless ? marked : NONE;
  }

  /** The position of the account of ours that a row of an export is, or -1. */
  private int ours(RosterRow row, int line) {
    Link person = people.ofLine(line);
    int account = person.isFound() ? people.account(person.number()) : NONE;
    if (account < 0 && row.has(Field.USERNAME)) {
      // A platform changes names as people marry; with the id as well, it is the same account.
      int owner = issued.findUsername(row.text(Field.USERNAME));
      String id = row.text(Field.ID);
      boolean same = owner >= 0 && !id.isEmpty() && id.equals(issued.all().get(owner).anyId());
      account = same ? owner : NONE;
    }
    return account;
  }

  private static Person person(RosterRow row) {
    return new Person(
        row.text(Field.ID),
        row.text(Field.EMAIL),
        Names.full(row),
        row.text(Field.BIRTH_DATE),
        row.text(Field.SITE));
  }
}
