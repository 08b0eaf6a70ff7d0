package neatroster.core.check;

import java.util.EnumSet;
import java.util.Set;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.Quoted;

/** A date that cannot be read. */
final class BadDate implements RowRule {
  static final RuleText TEXT =
      new RuleText(
          "bad-date",
          Severity.ERROR,
          "A cell that should hold a date and holds none, a day that is not in the calendar, or, where roster.yaml says dates: ask, a date that could be two.",
          "A class opens on the wrong day, or the platform refuses the row.",
          "Write the date as year-month-day, such as 2027-01-31. A start or an end may also be written as +90 days.",
          """
          code  | title   | starts
          NAV-1 | Coastal | 2027-01-11
          NAV-2 | Night   | 31.02.2027     ← February has no 31st
          """);

  private final DateOrder order;

  BadDate(Settings settings) {
    order = settings.dates();
  }

  @Override
  public RuleText text() {
    return TEXT;
  }

  @Override
  public Set<Table> tables() {
    return EnumSet.of(Table.USERS, Table.COURSES, Table.ENROLLMENTS);
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.table() == Table.USERS) {
      date(row, Field.BIRTH_DATE, false, findings);
    } else {
      date(row, Field.STARTS, true, findings);
      date(row, Field.ENDS, true, findings);
    }
  }

  private void date(CheckedRow row, Field field, boolean relative, Findings findings) {
    if (!row.has(field)) {
      return;
    }
    String text = row.text(field);
    if (row.row.date(field).isEmpty() && !(relative && WrittenDates.isRelative(text))) {
      String why =
          order == DateOrder.ASK && WrittenDates.read(text, DateOrder.DAY_FIRST).isPresent()
              ? " could be two different days."
              : " is not a date in the calendar.";
      findings.add(
          row.finding(
              this, field, Quoted.value(text) + why + " Write it as year-month-day: 2027-01-31."));
    }
  }
}
