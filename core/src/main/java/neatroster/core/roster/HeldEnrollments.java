package neatroster.core.roster;

import java.util.BitSet;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.PairIndex;
import neatroster.core.value.Instructors;

/**
 * Takes the enrollments that exports list and that we delivered, the newest first. What a text of a
 * column stands for is found out once.
 */
final class HeldEnrollments {
  private static final int NOBODY = -1;

  private final Held held;
  private final Known known;
  private final ExportedAccounts accounts;
  private final Statements statements;

  /** Lists of who is in a course, by its number. */
  private final Listed<Integer> listed;

  HeldEnrollments(Held held, Known known, ExportedAccounts accounts, Statements statements) {
    this.held = held;
    this.known = known;
    this.accounts = accounts;
    this.statements = statements;
    this.listed = new Listed<>(statements);
  }

  void read(Roster exports) {
    for (SheetReading sheet : exports.sheets()) {
      if (sheet.enrolls()) {
        exports.enrollments(sheet, this::add);
      } else if (sheet.table() == Table.ENROLLMENTS) {
        new OfColumns(exports, exports.columns(sheet)).read();
      } else if (sheet.table() == Table.COURSES
          && sheet.has(Field.INSTRUCTORS)
          // What we delivered says it among the enrollments.
          && !statements.isDelivery(sheet)) {
        instructors(exports.columns(sheet));
      }
    }
  }

  /** Whom courses name as their instructors: of all others in them that says nothing. */
  private void instructors(SheetColumns sheet) {
    RowCursor cursor = new RowCursor(sheet);
    for (int position = 0; position < sheet.rows(); position++) {
      RosterRow row = cursor.at(position);
      int place = held.addPlace(row.text(Field.CODE), "");
      if (listed.isSince(held.courseOfPlace(place), row.reading())) {
        continue;
      }
      for (String name : Instructors.of(row.text(Field.INSTRUCTORS))) {
        int account = known.accountOf(name);
        held.addInstructor(
            held.addWho(account < 0 ? name : known.nameOnPlatform(account)),
            place,
            held.addDetail("instructor", "", ""));
      }
    }
  }

  private void add(RosterRow row, int line) {
    int who = who(row, line);
    if (who != NOBODY) {
      boolean isDelivery = statements.isDelivery(row.reading());
      add(row.reading(), who, place(row), detail(row), isEnded(row));
      if (isDelivery) {
        statements
            .groupLeft(row)
            .map(group -> held.addPlace(row.text(Field.COURSE), group))
            .ifPresent(place -> add(row.reading(), who, place, detail(row), true));
      }
    }
  }

  private void add(SheetReading sheet, int who, int place, int detail, boolean isEnded) {
    int course = held.courseOfPlace(place);
    if (!held.courseOfNumber(course).isEmpty()) {
      listed.list(course, sheet);
    }
    held.addEnrollment(
        who,
        place,
        detail,
        !isEnded && !listed.isSince(course, sheet),
        statements.isDelivery(sheet),
        isEnded);
  }

  private int who(RosterRow row, int line) {
    String user = row.text(Field.USER);
    // A class list says who by a row of people, whose account was found.
    int account = row.isDerived() ? accounts.accountOf(line) : NOBODY;
    if (account == NOBODY && !user.isEmpty()) {
      account = known.accountOf(user);
      // By a name that they had when they were enrolled.
      account = account < 0 ? Math.max(NOBODY, accounts.accountOf(user)) : account;
    }
    if (account < NOBODY || (account < 0 && user.isEmpty())) {
      return NOBODY;
    }
    return held.addWho(account < 0 ? user : known.nameOnPlatform(account));
  }

  private int place(RosterRow row) {
    return held.addPlace(row.text(Field.COURSE), row.text(Field.GROUP));
  }

  private int detail(RosterRow row) {
    return held.addDetail(row.text(Field.ROLE), row.text(Field.STARTS), row.text(Field.ENDS));
  }

  private static boolean isEnded(RosterRow row) {
    return row.text(Field.STATUS).equalsIgnoreCase("ended");
  }

  /** Reads a sheet with a row for each enrollment by the numbers of its texts. */
  private final class OfColumns {
    private final Roster exports;
    private final SheetColumns sheet;
    private final RowCursor cursor;
    private final boolean isDelivery;

    /** By the number of a user's text who it is, plus two; 0 where it was not asked. */
    private final int[] whoOfText;

    private final PairIndex placeOfTexts = new PairIndex();
    private final PairIndex dates = new PairIndex();
    private int differentDates;
    private final PairIndex detailOfTexts = new PairIndex();
    private final BitSet askedStatus = new BitSet();
    private final BitSet ended = new BitSet();

    OfColumns(Roster exports, SheetColumns sheet) {
      this.exports = exports;
      this.sheet = sheet;
      cursor = new RowCursor(sheet);
      isDelivery = statements.isDelivery(sheet.reading());
      whoOfText = new int[sheet.texts(Field.USER)];
    }

    void read() {
      ColumnTexts before =
          sheet.down(isDelivery ? sheet.reading().ownColumn(Statements.BEFORE) : NOBODY);
      int rows = sheet.rows();
      for (int i = 0; i < rows; i++) {
        // Of two changes in one delivery the later is the newer.
        int position = isDelivery ? rows - 1 - i : i;
        if (sheet.isIrregular(position) || before.at(position) != 0) {
          add(cursor.at(position), exports.line(sheet, position));
          continue;
        }
        int who = who(position);
        if (who != NOBODY) {
          add(sheet.reading(), who, place(position), detail(position), isEnded(position));
        }
      }
    }

    private int who(int position) {
      int text = sheet.text(position, Field.USER);
      if (whoOfText[text] == 0) {
        whoOfText[text] =
            HeldEnrollments.this.who(cursor.at(position), exports.line(sheet, position)) + 2;
      }
      return whoOfText[text] - 2;
    }

    private int place(int position) {
      int course = sheet.text(position, Field.COURSE);
      int group = sheet.text(position, Field.GROUP);
      int place = placeOfTexts.find(course, group);
      if (place == PairIndex.NEW) {
        place = HeldEnrollments.this.place(cursor.at(position));
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
        detail = HeldEnrollments.this.detail(cursor.at(position));
        detailOfTexts.putIfNew(role, days, detail);
      }
      return detail;
    }

    private boolean isEnded(int position) {
      int status = sheet.text(position, Field.STATUS);
      if (!askedStatus.get(status)) {
        askedStatus.set(status);
        ended.set(status, HeldEnrollments.isEnded(cursor.at(position)));
      }
      return ended.get(status);
    }
  }
}
