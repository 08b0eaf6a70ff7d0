package neatroster.core.check;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SourceNote;
import neatroster.core.model.Table;
import neatroster.core.roster.Link;
import neatroster.core.roster.ResolvedRoster;
import neatroster.core.roster.Roster;
import neatroster.core.roster.RowCursor;
import neatroster.core.roster.SheetColumns;
import neatroster.core.wanted.Memberships;
import neatroster.core.wanted.Wanted;

/**
 * What became of every row of every sheet: each is somebody or something new, joined to another
 * row, left out, or no data.
 */
public final class Ledger {
  private final Map<SheetReading, Entry> entries = new HashMap<>();
  private final BitSet leftOut = new BitSet();
  private final BitSet people = new BitSet();
  private final BitSet courses = new BitSet();
  private final BitSet groups = new BitSet();

  private Ledger() {}

  /**
   * What became of the rows of a sheet; {@code rows} is the sum of the next three.
   *
   * @param rows its rows of data
   * @param newRows those that are the first about a person, a course, a group or an enrollment
   * @param joinedRows those about somebody or something that another row is about already
   * @param leftOutRows those that are not delivered: they have an error, it cannot be told whom
   *     they are about, or they enroll and mark no course
   * @param skippedRows those that are no data
   * @param enrollments the enrollments that its rows hold and that count
   * @param repeatedEnrollments those that another row holds too
   * @param leftOutEnrollments those that are not delivered
   * @param unusedColumns the columns with a header that nothing is read from
   */
  public record Entry(
      int rows,
      int newRows,
      int joinedRows,
      int leftOutRows,
      int skippedRows,
      int enrollments,
      int repeatedEnrollments,
      int leftOutEnrollments,
      List<Column> unusedColumns) {}

  /** What became of the rows of a roster. */
  static Ledger of(Wanted wanted) {
    Ledger ledger = new Ledger();
    Roster roster = wanted.resolved().rows();
    Map<SheetReading, Tally> tallies = new HashMap<>();
    roster.sheets().forEach(sheet -> tallies.put(sheet, ledger.new Tally(sheet, wanted)));
    wanted
        .memberships()
        .eachFate(
            sheet -> {
              Tally tally = tallies.get(sheet);
              return tally::enrollment;
            });
    roster.sheets().forEach(sheet -> ledger.entries.put(sheet, tallies.get(sheet).entry()));
    return ledger;
  }

  /** What became of the rows of a sheet. */
  public Entry of(SheetReading sheet) {
    return entries.get(sheet);
  }

  /** The lines of the rows that are left out. */
  public BitSet leftOut() {
    return leftOut;
  }

  /** The columns of a sheet that have a header and that nothing is read from. */
  public static List<Column> unused(SheetReading sheet) {
    List<Column> unused = new ArrayList<>();
    for (Column column : sheet.columns()) {
      if (column.field().isEmpty()
          && !column.header().isEmpty()
          && !SourceNote.isReason(column.header())
          && !sheet.saysCourse(column)
          && !sheet.isPart(column)
          && sheet.ownField(column).isEmpty()) {
        unused.add(column);
      }
    }
    return unused;
  }

  /** Counts the rows and the enrollments of one sheet. */
  private final class Tally {
    private final SheetReading sheet;
    private final Wanted wanted;
    private final ResolvedRoster resolved;
    private final BitSet counting = new BitSet();
    private final BitSet repeating = new BitSet();
    private int counted;
    private int repeated;
    private int notDelivered;
    private int newRows;
    private int joinedRows;
    private int leftOutRows;

    Tally(SheetReading sheet, Wanted wanted) {
      this.sheet = sheet;
      this.wanted = wanted;
      resolved = wanted.resolved();
    }

    void enrollment(int line, Memberships.Fate fate) {
      boolean isRow = sheet.table() == Table.ENROLLMENTS;
      switch (fate) {
        case COUNTS -> {
          counted++;
          if (isRow) {
            counting.set(line);
          }
        }
        case REPEATED -> {
          repeated++;
          if (isRow) {
            repeating.set(line);
          }
        }
        case LEFT_OUT -> notDelivered++;
      }
    }

    Entry entry() {
      SheetColumns columns = resolved.rows().columns(sheet);
      RowCursor cursor = new RowCursor(columns);
      int start = resolved.rows().start(sheet);
      for (int position = 0; position < columns.rows(); position++) {
        int line = start + columns.number(position);
        boolean isMisaligned = columns.isIrregular(position) && cursor.at(position).isUneven();
        if (isMisaligned || wanted.deliverable().isFaulty(line) || !adds(line, cursor, position)) {
          leftOut.set(line);
          leftOutRows++;
        }
      }
      return new Entry(
          columns.rows(),
          newRows,
          joinedRows,
          leftOutRows,
          resolved.rows().skipped(sheet).size(),
          counted,
          repeated,
          notDelivered,
          unused(sheet));
    }

    /** Whether a sound row is about somebody or something. */
    private boolean adds(int line, RowCursor cursor, int position) {
      return switch (sheet.table()) {
        case USERS -> adds(resolved.people().ofLine(line), people);
        case COURSES -> adds(resolved.courses().of(cursor.at(position)), courses);
        case GROUPS -> adds(resolved.groups().of(cursor.at(position)), groups);
        case ENROLLMENTS -> enrolls(counting.get(line), repeating.get(line));
      };
    }

    private boolean adds(Link what, BitSet seen) {
      if (!what.isFound()) {
        return false;
      }
      boolean isNew = !seen.get(what.number());
      seen.set(what.number());
      newRows += isNew ? 1 : 0;
      joinedRows += isNew ? 0 : 1;
      return true;
    }

    private boolean enrolls(boolean counts, boolean repeats) {
      newRows += counts ? 1 : 0;
      joinedRows += repeats && !counts ? 1 : 0;
      return counts || repeats;
    }
  }
}
