package neatroster.core.check;

import java.time.LocalDate;
import java.util.Optional;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** An end before its start. */
final class DatesOutOfOrder extends TableRule {
  static final RuleText TEXT =
      new RuleText(
          "dates-out-of-order",
          Severity.ERROR,
          "Something ends before it starts, or somebody was born after today.",
          "The class is over before it begins: nobody gets in.",
          "Correct one of the two dates; day and month may be swapped.",
          """
          code  | title   | starts     | ends
          NAV-1 | Coastal | 2027-01-11 | 2026-07-02     ← a year too early
          """);

  private final Optional<LocalDate> today;

  DatesOutOfOrder(Basis basis) {
    super(TEXT, Table.USERS, Table.COURSES, Table.ENROLLMENTS);
    today = basis.today();
  }

  @Override
  public void wakes(Wakes on) {
    if (on.sheet().table() == Table.USERS) {
      today.ifPresent(
          day ->
              on.text(
                  Field.BIRTH_DATE,
                  cell ->
                      on.sheet()
                          .day(Field.BIRTH_DATE, cell)
                          .filter(born -> born.isAfter(day))
                          .isPresent()));
    } else if (on.sheet().has(Field.STARTS)) {
      on.filled(Field.ENDS);
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.table() == Table.USERS) {
      if (today.isPresent() && row.has(Field.BIRTH_DATE)) {
        row.row
            .date(Field.BIRTH_DATE)
            .filter(born -> born.isAfter(today.get()))
            .ifPresent(
                born ->
                    findings.add(
                        row.finding(
                            this,
                            Field.BIRTH_DATE,
                            "The birth date " + born + " is yet to come.")));
      }
      return;
    }
    if (!row.has(Field.STARTS) || !row.has(Field.ENDS)) {
      return;
    }
    Optional<LocalDate> starts = row.row.date(Field.STARTS);
    Optional<LocalDate> ends = row.row.date(Field.ENDS);
    if (starts.isPresent() && ends.isPresent() && ends.get().isBefore(starts.get())) {
      findings.add(
          row.finding(
              this,
              Field.ENDS,
              "It ends on " + ends.get() + ", before it starts on " + starts.get() + "."));
    }
  }
}
