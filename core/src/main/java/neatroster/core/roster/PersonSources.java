package neatroster.core.roster;

import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
 * What people are found from: first the rows of all lists of people in their order, then the
 * accounts. Each is a <em>node</em> with what tells its person apart, as numbers.
 */
final class PersonSources {
  /** So many names under one mark are no people but a slip in a whole column. */
  static final int MOST_NAMES = 40;

  /** No value. */
  static final int NONE = -1;

  private final boolean sharesEmails;
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
  private int rows;

  /**
   * Reads the lists of people of a roster.
   *
   * @param known who has an account
   * @param sharesEmails whether several people may have one address, so that it tells nobody apart
   */
  PersonSources(Roster roster, KnownUsers known, boolean sharesEmails) {
    this.roster = roster;
    this.known = known;
    this.sharesEmails = sharesEmails;
    references = new ReferenceNumbers(roster.textsOfPeople());
    int number = 0;
    for (SheetReading sheet : roster.peopleFirst()) {
      if (sheet.table() == Table.USERS) {
        add(roster.columns(sheet), number++);
      }
    }
    addAccounts();
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

  private void mark(int node, int id, int username, int email) {
    idOf.add(id);
    usernameOf.add(username);
    emailOf.add(email);
    if (id != NONE) {
      int bare = bareIdOf(id);
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

  private int bareIdOf(int id) {
    return references.mayBegin(id, '0') ? bareIdOf(references.text(id)) : id;
  }

  private int bareIdOf(String id) {
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
        ids.add(bareIdOf(account.id()), node);
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

  /** The number of nodes. */
  int size() {
    return idOf.size();
  }

  /** The number of nodes that are rows; the others are accounts. */
  int rows() {
    return rows;
  }

  /** Whether a node is a row, and not an account. */
  boolean isRow(int node) {
    return node < rows;
  }

  /** The line of a row. */
  int line(int node) {
    return lines.get(node);
  }

  /** The number of the sheet of a row. */
  int sheet(int node) {
    return sheetOf.get(node);
  }

  /** Whether a row is of a sheet that says courses as well. */
  boolean enrolls(int node) {
    return enrolling.get(node);
  }

  /** The number of an id, or -1. */
  int id(int node) {
    return idOf.get(node);
  }

  /** The number of an id without the noughts before it, or -1. */
  int bareId(int node) {
    return idOf.get(node) == NONE ? NONE : bareIdOf(idOf.get(node));
  }

  /** Whether two have ids, and these are not the same but for noughts before them. */
  boolean haveOtherIds(int one, int other) {
    return bareId(one) != NONE && bareId(other) != NONE && bareId(one) != bareId(other);
  }

  /** An id as it is written. */
  String writtenId(int node) {
    // The index of references makes no difference by case.
    return node >= rows
        ? known.all().get(node - rows).anyId()
        : roster.row(lines.get(node)).text(Field.ID);
  }

  /** The number of a username, or -1. */
  int username(int node) {
    return usernameOf.get(node);
  }

  /** The number of an address, or -1. */
  int email(int node) {
    return emailOf.get(node);
  }

  /** The number of a name, or -1. */
  int nameNumber(int node) {
    return nameOf.get(node);
  }

  /** Whether a name says more than its key. */
  boolean hasOtherNames(int node) {
    return otherNames.containsKey(node);
  }

  /** The name; {@link PersonName#NONE} where there is none. */
  PersonName name(int node) {
    PersonName other = otherNames.get(node);
    if (other != null) {
      return other;
    }
    return nameOf.get(node) == NONE
        ? PersonName.NONE
        : PersonName.ofKey(names.text(nameOf.get(node)));
  }

  /** The number of a birth date, or -1. */
  int born(int node) {
    return bornOf.get(node) - 1;
  }

  /** The number of a site, or -1. */
  int site(int node) {
    return siteOf.get(node) - 1;
  }

  /** Whether several people may have one address, so that it tells nobody apart. */
  boolean sharesEmails() {
    return sharesEmails;
  }

  /** Whether a row says nothing that could have told its person apart. */
  boolean isUnmarked(int node) {
    return idOf.get(node) == NONE
        && usernameOf.get(node) == NONE
        && (sharesEmails || emailOf.get(node) == NONE);
  }

  /** The text of a reference of a number. */
  String text(int reference) {
    return references.text(reference);
  }

  /** The nodes of each id, without the noughts before it. */
  IntLists ids() {
    return ids;
  }

  /** The nodes of each username, former ones of accounts included. */
  IntLists usernames() {
    return usernames;
  }

  /** The nodes of each address. */
  IntLists emails() {
    return emails;
  }

  /** The nodes of each name. */
  IntLists nodesOfName() {
    return nodesOfName;
  }

  /** How many names there are. */
  int names() {
    return names.size();
  }

  /** For rows that say what the username was, its number. */
  Map<Integer, Integer> formerUsernames() {
    return formerOf;
  }

  /** Who has an account. */
  KnownUsers known() {
    return known;
  }

  /**
   * Everybody, once it is decided who is who.
   *
   * @param undecided the rows of which it cannot be told whose they are
   * @param doubts what is doubtful, by line
   */
  People people(DisjointSets joined, BitSet undecided, Map<Integer, List<Doubt>> doubts) {
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
}
