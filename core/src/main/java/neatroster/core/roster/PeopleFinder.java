package neatroster.core.roster;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;
import neatroster.core.state.KnownUsers;
import neatroster.core.text.Cleaning;
import neatroster.core.text.IntColumn;
import neatroster.core.text.IntList;
import neatroster.core.text.IntLists;
import neatroster.core.text.KeyIndex;

/**
 * Decides who is who: which rows of all lists, and which accounts, are one person. What it decides
 * does not depend on the order of sheets and rows.
 *
 * <p>Rows and accounts are both <em>nodes</em>: first the rows in their order, then the accounts.
 */
public final class PeopleFinder {
  /** So many names under one mark are no people but a slip in a whole column. */
  private static final int MOST_NAMES = 40;

  /** So many other rows are named with a doubt. */
  private static final int MOST_NAMED = 8;

  private static final int NONE = -1;

  private final boolean sharedEmails;
  private final boolean matchesByName;
  private final Roster roster;
  private final KnownUsers known;
  private final ReferenceNumbers references;
  private final IntLists ids = new IntLists();
  private final IntLists idsWithNoughts = new IntLists();
  private final IntLists usernames = new IntLists();
  private final IntLists emails = new IntLists();
  private final KeyIndex names = KeyIndex.exact();
  private final IntLists nodesOfName = new IntLists();
  private final Map<Integer, PersonName> otherNames = new HashMap<>();

  private final KeyIndex misaligned = KeyIndex.caseless();
  private final IntList lines = new IntList();
  private final IntList idOf = new IntList();
  private final IntList usernameOf = new IntList();
  private final IntList emailOf = new IntList();
  private final IntList nameOf = new IntList();
  private final KeyIndex placesAndDays = KeyIndex.exact();
  private final IntColumn bornOf = new IntColumn();
  private final IntColumn siteOf = new IntColumn();
  private final IntColumn sheetOf = new IntColumn();
  private final BitSet enrolling = new BitSet();
  private final Map<Integer, Integer> formerOf = new HashMap<>();

  private final Map<Integer, List<Doubt>> doubts = new LinkedHashMap<>();
  private final BitSet undecided = new BitSet();
  private int rows;
  private DisjointSets joined;

  /** For each node who stands for it among those who were put together by marks alone. */
  private int[] byMarks = {};

  /** For each node the next of those, or -1. */
  private int[] nextByMarks = {};

  /** Of those who were put together whether there is an account, by who stands for them. */
  private final BitSet withAccount = new BitSet();

  /** Whether others can be found to be one of them. */
  private final BitSet anchored = new BitSet();

  /** Whether there is a row among them. */
  private final BitSet withRow = new BitSet();

  private PeopleFinder(
      Roster roster, KnownUsers known, boolean sharedEmails, boolean matchesByName) {
    this.matchesByName = matchesByName;
    this.roster = roster;
    this.known = known;
    this.sharedEmails = sharedEmails;
    references = new ReferenceNumbers(roster.textsOfPeople());
  }

  /**
   * Finds everybody whom the lists of a roster describe.
   *
   * @param known who has an account
   * @param sharedEmails whether several people may have one address, so that it tells nobody apart
   * @param matchesByName whether a list of people and an account that an export alone has are put
   *     together by a name that nobody else has
   */
  public static People find(
      Roster roster, KnownUsers known, boolean sharedEmails, boolean matchesByName) {
    PeopleFinder finder = new PeopleFinder(roster, known, sharedEmails, matchesByName);
    int number = 0;
    for (SheetReading sheet : roster.peopleFirst()) {
      if (sheet.table() == Table.USERS) {
        finder.add(roster.columns(sheet), number++);
      }
    }
    return finder.find();
  }

  private void add(SheetColumns sheet, int number) {
    RowCursor cursor = new RowCursor(sheet);
    NumbersOfNames numbers = new NumbersOfNames(sheet, names);
    int[] dates = new int[sheet.texts(Field.BIRTH_DATE)];
    int[] sites = new int[sheet.texts(Field.SITE)];
    boolean enrolls = sheet.reading().enrolls();
    for (int position = 0; position < sheet.rows(); position++) {
      if (sheet.isIrregular(position) && cursor.at(position).isUneven()) {
        // So that references to what stands in it are not reported as well.
        MisalignedRows.add(cursor.at(position), misaligned);
        continue;
      }
      int node = lines.size();
      lines.add(roster.line(sheet, position));
      sheetOf.add(number);
      if (enrolls) {
        enrolling.set(node);
      }
      mark(
          node,
          reference(sheet, cursor, position, Field.ID),
          reference(sheet, cursor, position, Field.USERNAME),
          reference(sheet, cursor, position, Field.EMAIL));
      int former = reference(sheet, cursor, position, Field.FORMER_USERNAME);
      if (former != NONE) {
        formerOf.put(node, former);
      }
      name(node, numbers.at(position, cursor), numbers.other());
      bornOf.add(key(sheet, cursor, position, Field.BIRTH_DATE, dates));
      siteOf.add(key(sheet, cursor, position, Field.SITE, sites));
    }
  }

  /** The number of what a cell refers to, or -1 where it is blank. */
  private int reference(SheetColumns sheet, RowCursor cursor, int position, Field field) {
    int text = sheet.text(position, field);
    if (text == 0) {
      return NONE;
    }
    return references.isPlain(text) ? text : reference(cursor.at(position).code(field));
  }

  /** A number from 1 for a value of which there are few; 0 for a blank one. */
  private int key(SheetColumns sheet, RowCursor cursor, int position, Field field, int[] numbers) {
    int text = sheet.text(position, field);
    if (text != 0 && numbers[text] == 0) {
      numbers[text] = key(cursor.at(position).text(field)) + 1;
    }
    return text == 0 ? 0 : numbers[text] - 1;
  }

  /** A number from 1 for a text; 0 for a blank one. */
  private int key(String text) {
    return text.isEmpty() ? 0 : placesAndDays.add(text) + 1;
  }

  private int born(int node) {
    return bornOf.get(node) - 1;
  }

  private int site(int node) {
    return siteOf.get(node) - 1;
  }

  private void mark(int node, int id, int username, int email) {
    idOf.add(id);
    usernameOf.add(username);
    emailOf.add(email);
    if (id != NONE) {
      int bare = bareId(id);
      ids.add(bare, node);
      if (bare != id) {
        idsWithNoughts.add(id, node);
      }
    }
    if (username != NONE) {
      usernames.add(username, node);
    }
    if (email != NONE) {
      emails.add(email, node);
    }
  }

  private int reference(CharSequence text) {
    return text.isEmpty() || Cleaning.isBlank(text) ? NONE : references.add(text);
  }

  private int bareId(int id) {
    return references.mayBegin(id, '0') ? bareId(references.text(id)) : id;
  }

  private int bareId(String id) {
    return references.add(IdWithoutZeros.of(id));
  }

  /**
   * Notes a name.
   *
   * @param number its number, or -1 where it is blank
   * @param other the name where it says more than its key
   */
  private void name(int node, int number, PersonName other) {
    nameOf.add(number);
    if (number != NONE) {
      nodesOfName.add(number, node);
      if (other != null) {
        otherNames.put(node, other);
      }
    }
  }

  private void addAccounts() {
    rows = lines.size();
    for (KnownUser account : known.all()) {
      int node = idOf.size();
      String id = account.anyId();
      String email = account.anyEmail();
      mark(node, reference(id), reference(account.username()), reference(email));
      for (String former : account.formerUsernames()) {
        usernames.add(references.add(former), node);
      }
      if (!account.id().isEmpty() && !account.id().equals(id)) {
        ids.add(bareId(account.id()), node);
      }
      if (!account.email().isEmpty() && !account.email().equals(email)) {
        emails.add(references.add(account.email()), node);
      }
      PersonName name = PersonName.of(account.person().fullName());
      name(node, name.isBlank() ? NONE : names.add(name.key()), name.hasOtherNames() ? name : null);
      bornOf.add(key(account.person().birthDate()));
      siteOf.add(key(account.person().site()));
    }
  }

  private People find() {
    addAccounts();
    joined = new DisjointSets(idOf.size());
    byFormerUsername();
    byMark(Field.ID, ids);
    byMark(Field.USERNAME, usernames);
    if (sharedEmails) {
      emails.eachOfSeveral(this::bySharedEmail);
    } else {
      byMark(Field.EMAIL, emails);
    }
    takeStock();
    settleNearlySameIds();
    settleClashes();
    byName();
    sameBirth();
    saySoOfNewNames();
    doubts.replaceAll((line, some) -> oneSlipIsOne(some));
    for (IntLists marks : List.of(ids, usernames, emails, idsWithNoughts, nodesOfName)) {
      marks.trim();
    }
    for (IntList list : List.of(lines, idOf, usernameOf)) {
      list.trim();
    }
    References found = new References(references, usernames, emails, ids, idsWithNoughts, idOf);
    return new People(
        known, joined, lines, usernameOf, undecided, found, misaligned, names, nodesOfName, doubts);
  }

  private void takeStock() {
    int count = idOf.size();
    byMarks = new int[count];
    nextByMarks = new int[count];
    int[] last = new int[count];
    for (int node = 0; node < count; node++) {
      int root = joined.of(node);
      byMarks[node] = root;
      nextByMarks[node] = NONE;
      if (root != node) {
        nextByMarks[last[root]] = node;
      }
      last[root] = node;
      if (node >= rows) {
        withAccount.set(root);
        anchored.set(root);
      } else {
        withRow.set(root);
        if (!enrolling.get(node) && !isUnmarked(node)) {
          anchored.set(root);
        }
      }
    }
  }

  // By what tells people apart

  /** Those under one mark who go by one name. */
  private final class Namesakes {
    private final PersonName name;
    private final int id;
    private final int written;
    private final IntList nodes = new IntList();
    private boolean isStrayed;

    /**
     * Some who go by one name.
     *
     * @param id their id without noughts before it
     * @param written their id where that is what they share; they may write it in two ways
     */
    Namesakes(PersonName name, int id, int written) {
      this.name = name;
      this.id = id;
      this.written = written;
    }

    /** Whether they have nearly the same id, which is nothing to wonder at. */
    boolean onlyNearly(Namesakes other) {
      return written != other.written;
    }

    int first() {
      return nodes.get(0);
    }

    boolean isAccount() {
      return first() >= rows;
    }

    PersonName.Fit fit(Namesakes other) {
      return name.fit(other.name);
    }

    boolean hasOtherIdThan(Namesakes other) {
      return id != NONE && other.id != NONE && id != other.id;
    }
  }

  private PersonName name(int node) {
    PersonName other = otherNames.get(node);
    if (other != null) {
      return other;
    }
    return nameOf.get(node) == NONE
        ? PersonName.NONE
        : PersonName.ofKey(names.text(nameOf.get(node)));
  }

  private int bareIdOf(int node) {
    return idOf.get(node) == NONE ? NONE : bareId(idOf.get(node));
  }

  /** Parts those who share a mark by name and id; accounts are each one of their own. */
  private List<Namesakes> namesakes(Field mark, int[] nodes) {
    Map<String, Namesakes> byName = new LinkedHashMap<>();
    for (int i = 0; i < nodes.length; i++) {
      int node = nodes[i];
      int id = mark == Field.ID ? NONE : bareIdOf(node);
      int written = mark == Field.ID ? idOf.get(node) : NONE;
      PersonName name = name(node);
      String key = (node >= rows ? node : "") + "|" + name.key() + "|" + id + "|" + written;
      byName.computeIfAbsent(key, k -> new Namesakes(name, id, written)).nodes.add(node);
    }
    return new ArrayList<>(byName.values());
  }

  private void byMark(Field mark, IntLists marks) {
    marks.eachOfSeveral(
        nodes -> {
          byMark(mark, nodes);
          listedTwice(mark, nodes);
        });
  }

  private void byMark(Field mark, int[] nodes) {
    if (areRowAndAccount(nodes)) {
      joined.join(nodes[0], nodes[1]);
      alteredIds(mark, nodes);
      return;
    }
    List<Namesakes> all = namesakes(mark, nodes);
    markStrayed(mark, all);
    for (Namesakes some : all) {
      for (int i = 1; i < some.nodes.size(); i++) {
        joined.join(some.first(), some.nodes.get(i));
      }
    }
    if (all.size() == 1) {
      alteredIds(mark, nodes);
      return;
    }
    if (all.size() > MOST_NAMES) {
      for (Namesakes some : all.subList(1, all.size())) {
        disagree(mark, some, all.get(0));
      }
      return;
    }
    boolean one = true;
    for (int i = 0; i < all.size(); i++) {
      for (int j = i + 1; j < all.size(); j++) {
        one &= areOne(mark, all.get(i), all.get(j));
      }
    }
    if (one) {
      all.forEach(some -> joined.join(all.get(0).first(), some.first()));
      alteredIds(mark, nodes);
      return;
    }
    joinCliques(mark, all);
  }

  /**
   * Marks those who have an id that is in dispute, where others of the name have their own: they
   * are not held against these.
   */
  private void markStrayed(Field mark, List<Namesakes> all) {
    for (Namesakes some : mark == Field.ID ? List.<Namesakes>of() : all) {
      some.isStrayed =
          some.id != NONE
              && isIdDisputed(some)
              && all.stream()
                  .anyMatch(
                      other ->
                          other.id != NONE
                              && !isIdDisputed(other)
                              && other.fit(some) == PersonName.Fit.SAME);
    }
  }

  private boolean isIdDisputed(Namesakes some) {
    for (int i = 0; i < some.nodes.size(); i++) {
      if (idDisputed.get(some.nodes.get(i))) {
        return true;
      }
    }
    return false;
  }

  /** Whether two are a row and an account of one name and id, as nearly all are. */
  private boolean areRowAndAccount(int[] nodes) {
    return nodes.length == 2
        && nodes[0] < rows
        && nodes[1] >= rows
        && nameOf.get(nodes[0]) != NONE
        && nameOf.get(nodes[0]) == nameOf.get(nodes[1])
        && idOf.get(nodes[0]) == idOf.get(nodes[1])
        && !otherNames.containsKey(nodes[0])
        && !otherNames.containsKey(nodes[1]);
  }

  private boolean areOne(Field mark, Namesakes one, Namesakes other) {
    if (joined.of(one.first()) == joined.of(other.first())) {
      // By a former username: the name was another.
      return true;
    }
    if (one.isStrayed != other.isStrayed) {
      return false;
    }
    PersonName.Fit fit = one.fit(other);
    if (one.onlyNearly(other)) {
      return fit == PersonName.Fit.SAME || fit == PersonName.Fit.FITS;
    }
    return (fit != PersonName.Fit.NOT || hasNewName(one, other))
        && (mark == Field.ID || !one.hasOtherIdThan(other));
  }

  /** Whether the rows of some are about somebody who had another name when the account was made. */
  private boolean hasNewName(Namesakes one, Namesakes other) {
    if (one.isAccount() == other.isAccount() || !one.name.sharesWord(other.name)) {
      return false;
    }
    Namesakes some = one.isAccount() ? other : one;
    int account = (one.isAccount() ? one : other).first();
    for (int i = 0; i < some.nodes.size(); i++) {
      if (!hasSameMarks(some.nodes.get(i), account)) {
        return false;
      }
    }
    for (int i = 0; i < some.nodes.size(); i++) {
      newNames.put(some.nodes.get(i), account);
    }
    return true;
  }

  /** Whether two marks are the same. */
  private boolean hasSameMarks(int row, int account) {
    int same = isSame(bareIdOf(row), bareIdOf(account)) ? 1 : 0;
    same += isSame(usernameOf.get(row), usernameOf.get(account)) ? 1 : 0;
    same += !sharedEmails && isSame(emailOf.get(row), emailOf.get(account)) ? 1 : 0;
    return same > 1;
  }

  private static boolean isSame(int one, int other) {
    return one != NONE && one == other;
  }

  private void saySoOfNewNames() {
    newNames.forEach(
        (row, account) -> {
          if (joined.of(row) == joined.of(account)) {
            List<Integer> accounts = List.of(account - rows);
            doubt(row, new Doubt(Doubt.Kind.NAME_CHANGED, null, List.of(), accounts, ""));
          }
        });
  }

  /** The accounts of rows that give somebody another name. */
  private final Map<Integer, Integer> newNames = new LinkedHashMap<>();

  /** Joins those who all go together; whoever goes with some of those and not with others, not. */
  private void joinCliques(Field mark, List<Namesakes> all) {
    for (int i = 0; i < all.size(); i++) {
      Set<Integer> mine = neighbours(mark, all, i);
      boolean clique = true;
      for (int other : mine) {
        clique &= neighbours(mark, all, other).equals(mine);
      }
      for (int other : mine) {
        if (clique) {
          joined.join(all.get(i).first(), all.get(other).first());
        }
      }
      int owner = mine.stream().mapToInt(Integer::intValue).min().orElse(i);
      for (int j = 0; j < i; j++) {
        if (!clique) {
          disagree(mark, all.get(i), all.get(j));
        } else if (!mine.contains(j)) {
          // Whoever goes with those who had the mark first says nothing new: it is held against j.
          boolean isOwners = owner < j && !all.get(i).isAccount();
          if (isOwners) {
            disagree(mark, all.get(j), all.get(i), all.get(owner));
          } else {
            disagree(mark, all.get(i), all.get(j));
          }
        }
      }
    }
  }

  private Set<Integer> neighbours(Field mark, List<Namesakes> all, int of) {
    Set<Integer> neighbours = new LinkedHashSet<>();
    for (int i = 0; i < all.size(); i++) {
      if (i == of || areOne(mark, all.get(i), all.get(of))) {
        neighbours.add(i);
      }
    }
    return neighbours;
  }

  /** Says that two share a mark and are not one person, or may not be. */
  private void disagree(Field mark, Namesakes later, Namesakes earlier) {
    disagree(mark, later, earlier, earlier);
  }

  /**
   * Says that two share a mark and are not one person, or may not be.
   *
   * @param first of those who are one with the earlier, the first
   */
  private void disagree(Field mark, Namesakes later, Namesakes earlier, Namesakes first) {
    if (later.isAccount() && earlier.isAccount()) {
      return;
    }
    if (later.onlyNearly(earlier)) {
      nearlySameIds.add(List.of(later, earlier));
      return;
    }
    boolean otherName = later.fit(first) == PersonName.Fit.NOT;
    boolean otherId = later.hasOtherIdThan(first);
    if (later.isAccount()) {
      for (int i = 0; i < earlier.nodes.size(); i++) {
        againstAccount(mark, earlier.nodes.get(i), later.first() - rows, otherName, otherId);
      }
      return;
    }
    Doubt.Kind kind = otherName && !otherId ? Doubt.Kind.ANOTHER_PERSON : Doubt.Kind.SHARED_MARK;
    if (mark == Field.ID && otherName) {
      for (Namesakes some : List.of(later, earlier)) {
        for (int i = 0; i < some.nodes.size(); i++) {
          idDisputed.set(some.nodes.get(i));
        }
      }
    }
    List<Integer> others = linesOf(earlier.nodes);
    for (int i = 0; i < later.nodes.size(); i++) {
      doubt(later.nodes.get(i), new Doubt(kind, mark, others, List.of(), ""));
    }
  }

  private void againstAccount(
      Field mark, int node, int account, boolean otherName, boolean otherId) {
    boolean onPlatform = known.isOnPlatform(account);
    Doubt.Kind kind = Doubt.Kind.ANOTHER_PERSON;
    if (mark == Field.USERNAME && !onPlatform) {
      kind = Doubt.Kind.ISSUED_USERNAME;
    } else if (mark == Field.EMAIL && (otherId || !otherName)) {
      kind = Doubt.Kind.TAKEN_EMAIL;
    } else if (!otherName && !otherId) {
      kind = Doubt.Kind.SEVERAL_ACCOUNTS;
    }
    accountClashes.add(new Clash(node, new Doubt(kind, mark, List.of(), List.of(account), "")));
  }

  /** Who has an id that somebody of another name has as well. */
  private final BitSet idDisputed = new BitSet();

  /** Two who have nearly one id and other names. */
  private final List<List<Namesakes>> nearlySameIds = new ArrayList<>();

  /** In a list that writes ids without their noughts, 417 under another name is 000417 too. */
  private void settleNearlySameIds() {
    Set<Integer> altering = new HashSet<>();
    for (int node = 0; node < rows && !nearlySameIds.isEmpty(); node++) {
      boolean altered =
          doubts.getOrDefault(lines.get(node), List.of()).stream()
              .anyMatch(doubt -> doubt.kind() == Doubt.Kind.ALTERED_ID);
      if (altered) {
        altering.add(sheetOf.get(node));
      }
    }
    for (List<Namesakes> two : nearlySameIds) {
      for (int i = 0; i < 2; i++) {
        Namesakes one = two.get(i);
        Namesakes other = two.get(1 - i);
        if (one.isAccount()
            || !altering.contains(sheetOf.get(one.first()))
            || one.fit(other) != PersonName.Fit.NOT) {
          continue;
        }
        List<Integer> accounts = other.isAccount() ? List.of(other.first() - rows) : List.of();
        for (int n = 0; n < one.nodes.size(); n++) {
          doubt(
              one.nodes.get(n),
              new Doubt(Doubt.Kind.ANOTHER_PERSON, Field.ID, linesOf(other.nodes), accounts, ""));
        }
      }
    }
  }

  /** That a row has a mark of an account that is not its own, as far as that can be told. */
  private record Clash(int node, Doubt doubt) {}

  private final List<Clash> accountClashes = new ArrayList<>();

  /**
   * When it is known which account is whose, an address of one beside the id of another is told.
   */
  private void settleClashes() {
    Map<Integer, Integer> accountOfRoot = new HashMap<>();
    for (int node = rows; node < idOf.size() && !accountClashes.isEmpty(); node++) {
      accountOfRoot.putIfAbsent(joined.of(node), node - rows);
    }
    for (Clash clash : accountClashes) {
      Doubt doubt = clash.doubt();
      Integer own = accountOfRoot.get(joined.of(clash.node()));
      int other = doubt.accounts().get(0);
      boolean differs = own != null && own != other;
      doubt(
          clash.node(),
          differs && doubt.kind() == Doubt.Kind.TAKEN_EMAIL
              ? new Doubt(
                  Doubt.Kind.SEVERAL_ACCOUNTS, doubt.field(), List.of(), List.of(own, other), "")
              : doubt);
    }
  }

  /**
   * What there is to say of a row, each slip once: what it shares with another row says nothing new
   * against that row's account, and of a copied row all marks are the other's.
   */
  private static List<Doubt> oneSlipIsOne(List<Doubt> all) {
    boolean againstRows =
        all.stream().anyMatch(doubt -> isClash(doubt) && !doubt.lines().isEmpty());
    List<Doubt> kept = new ArrayList<>();
    for (Doubt doubt : all) {
      if (!isClash(doubt)) {
        kept.add(doubt);
        continue;
      }
      if (againstRows && doubt.lines().isEmpty()) {
        continue;
      }
      int same = -1;
      for (int i = 0; i < kept.size(); i++) {
        same = isLike(kept.get(i), doubt) ? i : same;
      }
      if (same < 0) {
        kept.add(doubt);
      } else {
        kept.set(same, together(kept.get(same), doubt));
      }
    }
    return List.copyOf(kept);
  }

  /** Whether two doubts are about the same mark, or about the same others. */
  private static boolean isLike(Doubt one, Doubt other) {
    return one.kind() == other.kind()
        && (one.field() == other.field()
            || (one.lines().equals(other.lines()) && one.accounts().equals(other.accounts())));
  }

  private static Doubt together(Doubt one, Doubt other) {
    if (one.field() == other.field()) {
      Set<Integer> others = new LinkedHashSet<>(one.lines());
      others.addAll(other.lines());
      Set<Integer> accounts = new LinkedHashSet<>(one.accounts());
      accounts.addAll(other.accounts());
      return new Doubt(
          one.kind(), one.field(), List.copyOf(others), List.copyOf(accounts), one.detail());
    }
    String more = one.detail().isEmpty() ? "" : one.detail() + ", ";
    return new Doubt(
        one.kind(), one.field(), one.lines(), one.accounts(), more + other.field().label());
  }

  private static boolean isClash(Doubt doubt) {
    return switch (doubt.kind()) {
      case ANOTHER_PERSON, SHARED_MARK, ISSUED_USERNAME, TAKEN_EMAIL, SEVERAL_ACCOUNTS -> true;
      default -> false;
    };
  }

  private List<Integer> linesOf(IntList nodes) {
    List<Integer> all = new ArrayList<>();
    for (int i = 0; i < nodes.size() && all.size() < MOST_NAMED; i++) {
      if (nodes.get(i) < rows) {
        all.add(lines.get(nodes.get(i)));
      }
    }
    return all;
  }

  private void doubt(int node, Doubt doubt) {
    doubts.computeIfAbsent(lines.get(node), n -> new ArrayList<>()).add(doubt);
  }

  /** A list without courses that has one person twice. */
  private void listedTwice(Field mark, int[] nodes) {
    if (nodes.length == 2 && nodes[1] >= rows) {
      return;
    }
    Map<Long, Integer> firstInSheet = new HashMap<>();
    for (int i = 0; i < nodes.length; i++) {
      int node = nodes[i];
      if (node < rows && !enrolling.get(node)) {
        long personInSheet = (long) joined.of(node) << 32 | sheetOf.get(node);
        Integer before = firstInSheet.putIfAbsent(personInSheet, node);
        if (before != null && !isListedTwice(node)) {
          List<Integer> first = List.of(lines.get(before));
          doubt(node, new Doubt(Doubt.Kind.LISTED_TWICE, mark, first, List.of(), ""));
        }
      }
    }
  }

  private boolean isListedTwice(int node) {
    return doubts.getOrDefault(lines.get(node), List.of()).stream()
        .anyMatch(doubt -> doubt.kind() == Doubt.Kind.LISTED_TWICE);
  }

  /** One id, written in two ways. */
  private void alteredIds(Field mark, int[] nodes) {
    if (mark != Field.ID) {
      return;
    }
    String written = references.text(idOf.get(nodes[0]));
    boolean same = written.chars().noneMatch(Character::isLetter);
    for (int i = 1; i < nodes.length && same; i++) {
      same = idOf.get(nodes[i]) == idOf.get(nodes[0]);
    }
    if (same) {
      return;
    }
    int longest = nodes[0];
    for (int i = 1; i < nodes.length; i++) {
      int node = nodes[i];
      int difference = id(node).length() - id(longest).length();
      boolean account = node >= rows && longest < rows;
      if (difference > 0 || (difference == 0 && account)) {
        longest = node;
      }
    }
    String right = id(longest);
    for (int i = 0; i < nodes.length; i++) {
      int node = nodes[i];
      if (node < rows && !id(node).equals(right)) {
        boolean account = longest >= rows;
        doubt(
            node,
            new Doubt(
                Doubt.Kind.ALTERED_ID,
                Field.ID,
                account ? List.of() : List.of(lines.get(longest)),
                account ? List.of(longest - rows) : List.of(),
                right));
      }
    }
  }

  private String id(int node) {
    // The index of references makes no difference by case.
    return node >= rows
        ? known.all().get(node - rows).anyId()
        : roster.row(lines.get(node)).text(Field.ID);
  }

  /**
   * Where a family may share an address, it tells two people of one name together and no others.
   */
  private void bySharedEmail(int[] nodes) {
    Map<Integer, Integer> firstOfName = new HashMap<>();
    for (int i = 0; i < nodes.length; i++) {
      int node = nodes[i];
      Integer before =
          nameOf.get(node) == NONE ? null : firstOfName.putIfAbsent(nameOf.get(node), node);
      if (before != null
          && !(before >= rows && node >= rows)
          && !differ(bareIdOf(before), bareIdOf(node))) {
        joined.join(before, node);
      }
    }
  }

  private static boolean differ(int one, int other) {
    return one != NONE && other != NONE && one != other;
  }

  /** Whoever says what the username was is the one who had it, under whatever name. */
  private void byFormerUsername() {
    formerOf.forEach(
        (node, key) -> {
          for (int other : usernames.of(key)) {
            if (other >= rows && !withAccount.get(joined.of(node))) {
              joined.join(node, other);
              withAccount.set(joined.of(node));
            }
          }
        });
  }

  // By name

  /** What is known of those who were joined by what tells them apart. */
  private final class Cluster {
    private final List<Integer> nodes = new ArrayList<>();
    private final Set<Integer> ids = new LinkedHashSet<>();
    private final Set<Integer> usernames = new LinkedHashSet<>();
    private final Set<Integer> emails = new LinkedHashSet<>();
    private final Set<Integer> born = new LinkedHashSet<>();
    private final Set<Integer> sites = new LinkedHashSet<>();
    private final Set<Integer> plainSheets = new LinkedHashSet<>();
    private boolean account;

    void add(int node) {
      nodes.add(node);
      note(ids, bareIdOf(node));
      note(usernames, usernameOf.get(node));
      if (!sharedEmails) {
        note(emails, emailOf.get(node));
      }
      note(born, born(node));
      note(sites, site(node));
      if (node >= rows) {
        account = true;
      } else if (!enrolling.get(node)) {
        plainSheets.add(sheetOf.get(node));
      }
    }

    private static void note(Set<Integer> all, int key) {
      if (key != NONE) {
        all.add(key);
      }
    }

    int first() {
      return nodes.get(0);
    }

    boolean isMarked() {
      return !ids.isEmpty() || !usernames.isEmpty() || !emails.isEmpty();
    }

    /** Whether others can be found to be this one. */
    boolean isAnchor() {
      return account || (isMarked() && !plainSheets.isEmpty());
    }

    boolean contradicts(Cluster other) {
      return contradictsBesideAddress(other) || apart(emails, other.emails);
    }

    private boolean contradictsBesideAddress(Cluster other) {
      return apart(ids, other.ids)
          // A username that we made says nothing against one of a list.
          || (!account && !other.account && apart(usernames, other.usernames))
          || apart(born, other.born)
          || apart(sites, other.sites);
    }

    /** Whether nothing but another address keeps apart one who has an id and one who has none. */
    boolean mayHaveTwoAddresses(Cluster listed) {
      return ids.isEmpty()
          && !listed.ids.isEmpty()
          && apart(emails, listed.emails)
          && !contradictsBesideAddress(listed);
    }

    private static boolean apart(Set<Integer> one, Set<Integer> other) {
      return !one.isEmpty() && !other.isEmpty() && one.stream().noneMatch(other::contains);
    }

    boolean sharesPlainSheet(Cluster other) {
      return plainSheets.stream().anyMatch(other.plainSheets::contains);
    }

    boolean isGuardian() {
      return nodes.stream()
          .allMatch(node -> node >= rows && known.all().get(node - rows).isGuardian());
    }
  }

  private void byName() {
    List<Cluster> lost = new ArrayList<>();
    for (int name = 0; name < names.size(); name++) {
      if (!nodesOfName.hasSeveral(name)) {
        int only = nodesOfName.first(name);
        if (only < rows && seeksAlone(only)) {
          lost.add(cluster(only));
        }
        continue;
      }
      int[] nodes = nodesOfName.of(name);
      if (someSeek(nodes)) {
        lost.addAll(byName(nodes));
      }
    }
    if (!lost.isEmpty()) {
      byPartOfName(lost);
    }
  }

  /** Whether a row says nothing that could have told its person apart. */
  private boolean isUnmarked(int node) {
    return idOf.get(node) == NONE
        && usernameOf.get(node) == NONE
        && (sharedEmails || emailOf.get(node) == NONE);
  }

  private boolean seeksAlone(int node) {
    return enrolling.get(node) && isUnmarked(node) && !anchored.get(joined.of(node));
  }

  private boolean someSeek(int[] nodes) {
    boolean accounts = false;
    boolean others = false;
    int first = joined.of(nodes[0]);
    for (int i = 0; i < nodes.length; i++) {
      int root = joined.of(nodes[i]);
      boolean mayBeNamesake =
          root != first
              && nodes.length <= MOST_NAMES
              && nodes[i] < rows
              && sheetOf.get(nodes[i]) != sheetOf.get(nodes[0]);
      if (!anchored.get(root) || mayBeNamesake) {
        return true;
      }
      accounts |= !withRow.get(root);
      others |= !withAccount.get(root);
    }
    return accounts && others;
  }

  /** The clusters that a list of nodes belongs to, guardians' accounts aside. */
  private List<Cluster> clusters(int[] nodes) {
    Set<Integer> roots = new LinkedHashSet<>();
    for (int i = 0; i < nodes.length; i++) {
      roots.add(byMarks[nodes[i]]);
    }
    List<Cluster> clusters = new ArrayList<>();
    roots.forEach(root -> clusters.add(cluster(root)));
    clusters.removeIf(Cluster::isGuardian);
    return clusters;
  }

  /** Everybody who was put together with a node by marks. */
  private Cluster cluster(int node) {
    Cluster cluster = new Cluster();
    for (int one = byMarks[node]; one != NONE; one = nextByMarks[one]) {
      cluster.add(one);
    }
    return cluster;
  }

  /** The same clusters, with those that were put together since as one. */
  private List<Cluster> merged(List<Cluster> clusters) {
    Map<Integer, Cluster> byRoot = new LinkedHashMap<>();
    for (Cluster cluster : clusters) {
      Cluster whole = byRoot.computeIfAbsent(joined.of(cluster.first()), r -> new Cluster());
      cluster.nodes.forEach(whole::add);
    }
    return new ArrayList<>(byRoot.values());
  }

  /**
   * Finds out who of one name is who.
   *
   * @return those who were not found among others of the name and could be under another form
   */
  private List<Cluster> byName(int[] nodes) {
    List<Cluster> all = clusters(nodes);
    List<Cluster> accounts = all.stream().filter(cluster -> cluster.account).toList();
    List<Cluster> listed =
        all.stream().filter(cluster -> !cluster.account && cluster.isAnchor()).toList();
    for (Cluster person : listed) {
      List<Cluster> fitting = fitting(person, accounts);
      if (fitting.size() == 1
          && fitting(fitting.get(0), listed).size() == 1
          && !fitting.get(0).sharesPlainSheet(person)) {
        if (!matchesByName && !isOurs(fitting.get(0))) {
          onlyTheName(person, fitting.get(0));
          continue;
        }
        joined.join(person.first(), fitting.get(0).first());
        byNameOnPlatform(person, fitting.get(0));
      }
    }
    List<Cluster> now = merged(all);
    List<Cluster> anchors = now.stream().filter(Cluster::isAnchor).toList();
    namesakes(anchors);
    List<Cluster> left = new ArrayList<>();
    for (Cluster seeker : now) {
      if (!seeker.isAnchor() && !settle(seeker, anchors)) {
        left.add(seeker);
      }
    }
    return among(left);
  }

  /** Of two in different lists whom nothing tells apart, and nothing makes one. */
  private void namesakes(List<Cluster> anchors) {
    if (anchors.size() > MOST_NAMES) {
      return;
    }
    for (Cluster later : anchors) {
      for (Cluster earlier : anchors) {
        boolean areListed = !later.plainSheets.isEmpty() && !earlier.plainSheets.isEmpty();
        if (areListed
            && !(later.account && earlier.account)
            && earlier.first() < later.first()
            && joined.of(earlier.first()) != joined.of(later.first())
            && !later.contradicts(earlier)
            && !later.sharesPlainSheet(earlier)
            && !hasDoubt(later.first())) {
          List<Integer> line = List.of(lines.get(earlier.first()));
          doubt(later.first(), new Doubt(Doubt.Kind.NAMESAKE, null, line, List.of(), ""));
        }
      }
    }
  }

  /** Whether we issued the account that is in a cluster. */
  private boolean isOurs(Cluster account) {
    return account.nodes.stream().anyMatch(node -> node >= rows && known.isIssued(node - rows));
  }

  /** The platform has somebody of the name, and only the name says that it is the same person. */
  private void onlyTheName(Cluster person, Cluster account) {
    List<Integer> position =
        account.nodes.stream().filter(node -> node >= rows).map(node -> node - rows).toList();
    doubt(person.first(), new Doubt(Doubt.Kind.ONLY_THE_NAME, null, List.of(), position, ""));
  }

  /** Whose account on the platform it is by the name alone is told; whom we issued one is known. */
  private void byNameOnPlatform(Cluster person, Cluster account) {
    int position = account.first() - rows;
    if (position >= 0 && known.isOnPlatform(position)) {
      doubt(person.first(), new Doubt(Doubt.Kind.BY_NAME, null, List.of(), List.of(position), ""));
    }
  }

  private static List<Cluster> fitting(Cluster one, List<Cluster> others) {
    return others.stream().filter(other -> other != one && !other.contradicts(one)).toList();
  }

  /** Whether it is settled who this is, or that it cannot be told. */
  private boolean settle(Cluster seeker, List<Cluster> anchors) {
    List<Cluster> fitting = fitting(seeker, anchors);
    if (fitting.isEmpty()) {
      return isUnderOtherAddress(seeker, anchors);
    }
    List<Cluster> beside = fitting.stream().filter(seeker::sharesPlainSheet).toList();
    if (!beside.isEmpty()) {
      sameName(seeker, beside);
    } else if (fitting.size() == 1) {
      joinByName(seeker, fitting.get(0));
    } else {
      several(seeker, fitting);
    }
    return true;
  }

  /**
   * Whether a list of people has somebody of the name, with an id and another address. People have
   * several; nobody may get a second account by that.
   */
  private boolean isUnderOtherAddress(Cluster seeker, List<Cluster> anchors) {
    List<Integer> others = new ArrayList<>();
    for (Cluster anchor : anchors) {
      if (!anchor.plainSheets.isEmpty()
          && seeker.mayHaveTwoAddresses(anchor)
          && others.size() < MOST_NAMED) {
        others.add(lines.get(anchor.first()));
      }
    }
    for (int node : seeker.nodes) {
      if (node < rows && !others.isEmpty()) {
        doubt(node, new Doubt(Doubt.Kind.OTHER_ADDRESS, Field.EMAIL, others, List.of(), ""));
      }
    }
    return !others.isEmpty();
  }

  private void joinByName(Cluster seeker, Cluster anchor) {
    joined.join(seeker.first(), anchor.first());
    // That somebody is remembered by the name from one run to the next is nothing to be told.
    boolean remembered = anchor.nodes.stream().allMatch(node -> node >= rows);
    for (int node : seeker.nodes) {
      if (node < rows && (enrolling.get(node) || !remembered)) {
        List<Integer> line = anchor.first() < rows ? List.of(lines.get(anchor.first())) : List.of();
        List<Integer> account = anchor.first() < rows ? List.of() : List.of(anchor.first() - rows);
        doubt(node, new Doubt(Doubt.Kind.BY_NAME, null, line, account, ""));
      }
    }
  }

  private void sameName(Cluster seeker, List<Cluster> beside) {
    List<Integer> others = new ArrayList<>();
    for (Cluster other : beside) {
      for (int node : other.nodes) {
        if (node < rows && others.size() < MOST_NAMED) {
          others.add(lines.get(node));
        }
      }
    }
    for (int node : seeker.nodes) {
      if (node < rows) {
        doubt(node, new Doubt(Doubt.Kind.SAME_NAME, null, others, List.of(), ""));
      }
    }
  }

  private void several(Cluster seeker, List<Cluster> fitting) {
    List<Integer> rowsOf = new ArrayList<>();
    List<Integer> accountsOf = new ArrayList<>();
    for (Cluster one : fitting) {
      if (rowsOf.size() + accountsOf.size() < MOST_NAMED) {
        int first = joined.of(one.first());
        if (first < rows) {
          rowsOf.add(lines.get(first));
        } else {
          accountsOf.add(first - rows);
        }
      }
    }
    for (int node : seeker.nodes) {
      if (node < rows) {
        undecided.set(node);
        doubt(node, new Doubt(Doubt.Kind.SEVERAL, null, rowsOf, accountsOf, ""));
      }
    }
  }

  /**
   * Settles who is who among those of one name whom nothing else tells apart.
   *
   * @return those who could be found under another form of the name
   */
  private List<Cluster> among(List<Cluster> left) {
    Set<Cluster> settled = new HashSet<>();
    for (Cluster one : left) {
      List<Cluster> fitting = fitting(one, left);
      List<Cluster> beside = fitting.stream().filter(one::sharesPlainSheet).toList();
      boolean doubtful = fitting.stream().anyMatch(other -> isOneOfSeveral(other, one, left));
      if (!beside.isEmpty()) {
        // Said once of two, at the later row.
        List<Cluster> earlier =
            beside.stream().filter(other -> other.first() < one.first()).toList();
        if (!earlier.isEmpty()) {
          sameName(one, earlier);
        }
        settled.add(one);
      } else if (doubtful) {
        // Which of the two of that name in the other list?
        several(one, fitting);
        settled.add(one);
      }
    }
    for (Cluster one : left) {
      for (Cluster other : fitting(one, left)) {
        if (!settled.contains(one) && !settled.contains(other)) {
          joined.join(one.first(), other.first());
        }
      }
    }
    List<Cluster> open = left.stream().filter(one -> !settled.contains(one)).toList();
    return merged(open).stream().filter(one -> one.plainSheets.isEmpty() && !one.account).toList();
  }

  /** Whether somebody is one of several of whom another could be either. */
  private static boolean isOneOfSeveral(Cluster one, Cluster seeker, List<Cluster> all) {
    return all.stream()
        .anyMatch(
            other ->
                other != one
                    && other != seeker
                    && !other.contradicts(seeker)
                    && (other.sharesPlainSheet(one) || other.contradicts(one)));
  }

  // By part of a name

  /** Class lists that write a name otherwise than the list of everybody does. */
  private void byPartOfName(List<Cluster> lost) {
    Map<String, IntList> nodesOfWord = new HashMap<>();
    boolean any = false;
    for (int node = 0; node < nameOf.size(); node++) {
      if (nameOf.get(node) != NONE && isDescribed(node)) {
        for (String word : name(node).words()) {
          if (word.length() > 1) {
            nodesOfWord.computeIfAbsent(word, w -> new IntList()).add(node);
            any = true;
          }
        }
      }
    }
    if (!any) {
      return;
    }
    for (Cluster seeker : lost) {
      if (!seeker.isMarked()) {
        byPartOfName(seeker, nodesOfWord);
      }
    }
  }

  /** Whether somebody can be found to be this one: an account, or a row of a list of people. */
  private boolean isDescribed(int node) {
    return node >= rows ? !known.all().get(node - rows).isGuardian() : !enrolling.get(node);
  }

  private void byPartOfName(Cluster seeker, Map<String, IntList> nodesOfWord) {
    PersonName name = name(seeker.first());
    Map<Integer, Cluster> fitting = new LinkedHashMap<>();
    Map<Integer, Cluster> slips = new LinkedHashMap<>();
    for (String word : name.words()) {
      IntList nodes = nodesOfWord.getOrDefault(word, new IntList());
      for (int i = 0; i < nodes.size(); i++) {
        int node = nodes.get(i);
        PersonName.Fit fit = name.fit(name(node));
        if (isNearly(fit)) {
          Cluster other = cluster(node);
          if (!other.contradicts(seeker)) {
            (fit == PersonName.Fit.FITS ? fitting : slips).put(joined.of(node), other);
          }
        }
      }
    }
    if (!slips.isEmpty()) {
      // Somebody of whom a list has one word is less likely meant than one whose name has a slip.
      fitting.values().removeIf(one -> name(one.first()).words().size() < 2);
    }
    List<Cluster> found = new ArrayList<>(fitting.values());
    boolean areWhole =
        name.words().size() > 1
            && found.stream().allMatch(one -> name(one.first()).words().size() > 1);
    if (found.size() == 1 && areWhole) {
      joinByName(seeker, found.get(0));
    } else if (!found.isEmpty()) {
      several(seeker, found);
    } else if (!slips.isEmpty()) {
      int first = joined.of(slips.values().iterator().next().first());
      for (int node : seeker.nodes) {
        undecided.set(node);
        doubt(
            node,
            new Doubt(
                Doubt.Kind.NEARLY,
                null,
                first < rows ? List.of(lines.get(first)) : List.of(),
                first < rows ? List.of() : List.of(first - rows),
                ""));
      }
    }
  }

  private void sameBirth() {
    nodesOfName.eachOfSeveral(this::sameBirth);
    IntLists nodesOfDay = new IntLists();
    for (int node = 0; node < bornOf.size(); node++) {
      if (born(node) != NONE && nameOf.get(node) != NONE) {
        nodesOfDay.add(born(node), node);
      }
    }
    nodesOfDay.eachOfSeveral(this::nearBirth);
  }

  /** People of nearly one name and one birth date whom no id tells apart. */
  private void nearBirth(int[] nodes) {
    for (int i = 0; i < nodes.length && nodes.length <= MOST_NAMES; i++) {
      for (int j = 0; j < i; j++) {
        int later = nodes[i];
        int earlier = nodes[j];
        boolean isAccount = later >= rows;
        int row = isAccount ? earlier : later;
        int other = isAccount ? later : earlier;
        if (row < rows
            && joined.of(row) != joined.of(other)
            && !differ(bareIdOf(row), bareIdOf(other))
            && isNearly(name(row).fit(name(other)))
            && !hasDoubt(row)) {
          doubt(
              row,
              new Doubt(
                  Doubt.Kind.NEAR_BIRTH,
                  Field.BIRTH_DATE,
                  isAccount ? List.of() : List.of(lines.get(other)),
                  isAccount ? List.of(other - rows) : List.of(),
                  ""));
        }
      }
    }
  }

  private static boolean isNearly(PersonName.Fit fit) {
    return fit == PersonName.Fit.SLIP || fit == PersonName.Fit.SHORT || fit == PersonName.Fit.FITS;
  }

  /** People of one name and one birth date whom something else tells apart. */
  private void sameBirth(int[] nodes) {
    Map<Integer, Integer> firstOfDay = new HashMap<>();
    for (int i = 0; i < nodes.length; i++) {
      int node = nodes[i];
      int born = born(node);
      Integer before = born == NONE ? null : firstOfDay.putIfAbsent(born, node);
      if (before != null && joined.of(before) != joined.of(node)) {
        boolean account = node >= rows;
        int row = account ? before : node;
        int other = account ? node : before;
        if (row < rows && !hasDoubt(row)) {
          doubt(
              row,
              new Doubt(
                  Doubt.Kind.SAME_BIRTH,
                  Field.BIRTH_DATE,
                  account ? List.of() : List.of(lines.get(other)),
                  account ? List.of(other - rows) : List.of(),
                  ""));
        }
      }
    }
  }

  private boolean hasDoubt(int node) {
    return doubts.getOrDefault(lines.get(node), List.of()).stream()
        .anyMatch(doubt -> doubt.kind() != Doubt.Kind.BY_NAME);
  }
}
