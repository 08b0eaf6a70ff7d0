package neatroster.cli.report;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import neatroster.core.check.Ledger;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Counted;
import neatroster.core.model.Table;

/** What became of the rows of a sheet, in a line. */
final class LedgerText {
  /** So many columns are named. */
  private static final int MOST_NAMED = 6;

  private LedgerText() {}

  /** {@code 46 rows → 41 people, 5 joined, 72 enrollments; columns not used: Instrument}. */
  static String line(SheetReading sheet, Ledger.Entry entry) {
    List<String> parts = new ArrayList<>();
    boolean areEnrollments = sheet.table() == Table.ENROLLMENTS;
    if (!areEnrollments) {
      add(parts, entry.newRows(), things(sheet.table(), entry.newRows()));
      add(parts, entry.joinedRows(), "joined to others");
    }
    add(parts, entry.enrollments(), plural("enrollment", entry.enrollments()));
    add(parts, entry.repeatedEnrollments(), "said elsewhere");
    add(parts, entry.leftOutRows(), plural("row", entry.leftOutRows()) + " left out");
    if (!areEnrollments) {
      int leftOut = entry.leftOutEnrollments();
      add(parts, leftOut, plural("enrollment", leftOut) + " left out");
    }
    return Counted.of(entry.rows(), "row")
        + (parts.isEmpty() ? "" : " → " + String.join(", ", parts))
        + (entry.skippedRows() == 0 ? "" : "; " + entry.skippedRows() + " skipped")
        + unused(entry.unusedColumns());
  }

  private static void add(List<String> parts, int count, String what) {
    if (count > 0) {
      parts.add(count + " " + what);
    }
  }

  private static String things(Table table, int count) {
    return switch (table) {
      case USERS -> count == 1 ? "person" : "people";
      case COURSES -> plural("course", count);
      case GROUPS -> plural("group", count);
      case ENROLLMENTS -> plural("enrollment", count);
    };
  }

  private static String plural(String one, int count) {
    return count == 1 ? one : one + "s";
  }

  private static String unused(List<Column> columns) {
    if (columns.isEmpty()) {
      return "";
    }
    int more = columns.size() - MOST_NAMED;
    return "; columns not used: "
        + columns.stream().limit(MOST_NAMED).map(Column::header).collect(Collectors.joining(", "))
        + (more > 0 ? " and " + more + " more" : "");
  }
}
