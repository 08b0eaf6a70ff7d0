package neatroster.core.statement;

import java.util.BitSet;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import neatroster.core.change.Phase;
import neatroster.core.change.PlannedChange;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.roster.Roster;
import neatroster.core.roster.RowCursor;
import neatroster.core.roster.SheetColumns;
import neatroster.core.state.Known;
import neatroster.core.state.KnownMemberships;
import neatroster.core.text.PairIndex;
import neatroster.core.value.Instructors;

/** Reads what is said of who is in which course and group. */
final class EnrollmentStatements {
  private static final int NOBODY = -1;

  private final Roster exports;
  private final AccountStatements accounts;
  private final Known known;
  private final KnownMemberships memberships;

  /** The courses that lists of one time tell of. */
  private final BitSet listed = new BitSet();

  /**
   * Reads the memberships of what is known.
   *
   * @param accounts the accounts, which are read to the end
   */
  EnrollmentStatements(Roster exports, AccountStatements accounts, Known known) {
    this.exports = exports;
    this.accounts = accounts;
    this.known = known;
    this.memberships = known.memberships();
  }

  void listAll(int at) {
    memberships.listAll(at);
  }

  /** Takes what the lists of one time say. */
  void read(List<SheetReading> sheets, int at) {
    listed.clear();
    for (SheetReading sheet : sheets) {
      Set<Field> fields = told(sheet);
      if (fields.contains(Field.GROUP)) {
        memberships.tellGroups();
      }
      if (sheet.enrolls()) {
        exports.enrollments(sheet, (row, line) -> add(row, line, fields, at));
      } else if (sheet.table() == Table.ENROLLMENTS) {
        new OfColumns(exports.columns(sheet), fields, at).read();
      }
    }
    memberships.list(listed, at);
    for (SheetReading sheet : sheets) {
      if (sheet.table() == Table.COURSES && sheet.has(Field.INSTRUCTORS)) {
        exports.read(sheet, (row, line) -> instructors(row, at));
      }
    }
  }

  private static Set<Field> told(SheetReading sheet) {
    Set<Field> told = EnumSet.noneOf(Field.class);
    if (sheet.table() == Table.ENROLLMENTS || sheet.enrolls()) {
      for (Field field : Phase.ENROLLMENTS.fields()) {
        if (sheet.has(field) || sheet.has(Field.ENROLLMENTS_CELL)) {
          told.add(field);
        }
      }
    }
    return told;
  }

  private void instructors(RosterRow row, int at) {
    int place = memberships.addPlace(row.text(Field.CODE), "");
    for (String name : Instructors.of(row.text(Field.INSTRUCTORS))) {
      int account = known.accountOf(name);
      memberships.putInstructor(
          memberships.addWho(account < 0 ? name : known.nameOnPlatform(account)), place, at);
    }
  }

  private void add(RosterRow row, int line, Set<Field> fields, int at) {
    int who = who(row, line);
    if (who != NOBODY) {
      put(who, place(row), detail(row, fields), isEnded(row), fields, at);
    }
  }

  private void put(int who, int place, int detail, boolean isEnded, Set<Field> fields, int at) {
    listed.set(memberships.courseOfPlace(place));
    memberships.put(who, place, detail, isEnded, fields.contains(Field.GROUP), at);
  }

  /** Takes what we delivered. */
  void apply(PlannedChange change, int at) {
    memberships.tellGroups();
    int who = who(change.value(Field.USER), NOBODY);
    if (who != NOBODY) {
      memberships.apply(change, who, at);
    }
  }

  private int who(RosterRow row, int line) {
    // A class list says who by a row of people, whose account was found.
    return who(row.text(Field.USER), row.isDerived() ? accounts.accountOf(line) : NOBODY);
  }

  /** Whom a name or a row means, or nobody where that has no account any more. */
  private int who(String user, int ofRow) {
    int account = ofRow;
    if (account == NOBODY && !user.isEmpty()) {
      account = known.accountOf(user);
      // By a name that they had when they were enrolled.
      account = account < 0 ? Math.max(NOBODY, accounts.accountOf(user)) : account;
    }
    if (account < NOBODY || (account < 0 && user.isEmpty())) {
      return NOBODY;
    }
    return memberships.addWho(account < 0 ? user : known.nameOnPlatform(account));
  }

  private int place(RosterRow row) {
    return memberships.addPlace(row.text(Field.COURSE), row.text(Field.GROUP));
  }

  private int detail(RosterRow row, Set<Field> fields) {
    return memberships.addDetail(
        text(row, Field.ROLE, fields),
        text(row, Field.STARTS, fields),
        text(row, Field.ENDS, fields));
  }

  private static String text(RosterRow row, Field field, Set<Field> fields) {
    return fields.contains(field) ? row.text(field) : KnownMemberships.UNTOLD;
  }

  private static boolean isEnded(RosterRow row) {
    return row.text(Field.STATUS).equalsIgnoreCase("ended");
  }

  /** Reads a sheet with a row for each enrollment by the numbers of its texts. */
  private final class OfColumns {
    private final SheetColumns sheet;
    private final Set<Field> fields;
    private final int at;
    private final RowCursor cursor;

    /** By the number of a user's text who it is, plus two; 0 where it was not asked. */
    private final int[] whoOfText;

    private final PairIndex placeOfTexts = new PairIndex();
    private final PairIndex dates = new PairIndex();
    private int differentDates;
    private final PairIndex detailOfTexts = new PairIndex();
    private final BitSet askedStatus = new BitSet();
    private final BitSet ended = new BitSet();

    OfColumns(SheetColumns sheet, Set<Field> fields, int at) {
      this.sheet = sheet;
      this.fields = fields;
      this.at = at;
      cursor = new RowCursor(sheet);
      whoOfText = new int[sheet.texts(Field.USER)];
    }

    void read() {
      for (int position = 0; position < sheet.rows(); position++) {
        if (sheet.isIrregular(position)) {
          add(cursor.at(position), exports.line(sheet, position), fields, at);
          continue;
        }
        int who = who(position);
        if (who != NOBODY) {
          put(who, place(position), detail(position), isEnded(position), fields, at);
        }
      }
    }

    private int who(int position) {
      int text = sheet.text(position, Field.USER);
      if (whoOfText[text] == 0) {
        whoOfText[text] =
            EnrollmentStatements.this.who(cursor.at(position), exports.line(sheet, position)) + 2;
      }
      return whoOfText[text] - 2;
    }

    private int place(int position) {
      int course = sheet.text(position, Field.COURSE);
      int group = sheet.text(position, Field.GROUP);
      int place = placeOfTexts.find(course, group);
      if (place == PairIndex.NEW) {
        place = EnrollmentStatements.this.place(cursor.at(position));
        placeOfTexts.putIfNew(course, group, place);
      }
      return place;
    }

    private int detail(int position) {
      int starts = sheet.text(position, Field.STARTS);
      int ends = sheet.text(position, Field.ENDS);
      int days = dates.putIfNew(starts, ends, differentDates);
      if (days == PairIndex.NEW) {
        days = differentDates++;
      }
      int role = sheet.text(position, Field.ROLE);
      int detail = detailOfTexts.find(role, days);
      if (detail == PairIndex.NEW) {
        detail = EnrollmentStatements.this.detail(cursor.at(position), fields);
        detailOfTexts.putIfNew(role, days, detail);
      }
      return detail;
    }

    private boolean isEnded(int position) {
      int status = sheet.text(position, Field.STATUS);
      if (!askedStatus.get(status)) {
        askedStatus.set(status);
        ended.set(status, EnrollmentStatements.isEnded(cursor.at(position)));
      }
      return ended.get(status);
    }
  }
}
