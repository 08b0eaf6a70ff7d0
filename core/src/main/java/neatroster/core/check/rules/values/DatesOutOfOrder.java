package neatroster.core.check.rules.values;

import java.time.LocalDate;
import java.time.Period;
import java.util.Optional;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;

/** An end before its start. */
public final class DatesOutOfOrder extends TableRule {
  static final RuleText TEXT = new RuleText("dates-out-of-order", Severity.ERROR);

  /** Nobody is so old, by years. */
  private static final int OLDEST = 115;

  private final Optional<LocalDate> today;

  public DatesOutOfOrder(CheckInput checkInput) {
    super(TEXT, Table.USERS, Table.COURSES, Table.ENROLLMENTS);
    today = checkInput.today();
  }

  @Override
  public void select(RowFilter on) {
    if (on.sheet().table() == Table.USERS) {
      today.ifPresent(
          day ->
              on.text(
                  Field.BIRTH_DATE,
                  cell ->
                      on.sheet()
                          .day(Field.BIRTH_DATE, cell)
                          .filter(born -> isNobodys(born, day))
                          .isPresent()));
    } else {
      on.texts(
          Field.STARTS,
          Field.ENDS,
          (starts, ends) ->
              isBackwards(on.sheet().day(Field.STARTS, starts), on.sheet().day(Field.ENDS, ends)));
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    if (row.table() == Table.USERS) {
      if (today.isPresent() && row.has(Field.BIRTH_DATE)) {
        row.row
            .date(Field.BIRTH_DATE)
            .filter(born -> isNobodys(born, today.get()))
            .ifPresent(
                born ->
                    findings.add(
                        row.finding(
                            this,
                            Field.BIRTH_DATE,
                            born.isAfter(today.get())
                                ? "The birth date " + born + " is yet to come."
                                : "Born on "
                                    + born
                                    + ", the person would be "
                                    + Period.between(born, today.get()).getYears()
                                    + " years old.")));
      }
      return;
    }
    if (!row.has(Field.STARTS) || !row.has(Field.ENDS)) {
      return;
    }
    Optional<LocalDate> starts = row.row.date(Field.STARTS);
    Optional<LocalDate> ends = row.row.date(Field.ENDS);
    if (isBackwards(starts, ends)) {
      findings.add(
          row.finding(
              this,
              Field.ENDS,
              "It ends on " + ends.get() + ", before it starts on " + starts.get() + "."));
    }
  }

  private static boolean isBackwards(Optional<LocalDate> starts, Optional<LocalDate> ends) {
    return starts.isPresent() && ends.isPresent() && ends.get().isBefore(starts.get());
  }

  /** Whether nobody who is enrolled today can have been born on a day. */
  private static boolean isNobodys(LocalDate born, LocalDate today) {
    return born.isAfter(today) || born.plusYears(OLDEST).isBefore(today);
  }
}
