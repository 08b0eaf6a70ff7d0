package neatroster.core.check.rules.values;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.check.CheckInput;
import neatroster.core.check.CheckedRow;
import neatroster.core.check.Findings;
import neatroster.core.check.RowFilter;
import neatroster.core.check.RuleText;
import neatroster.core.check.TableRule;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;

/** A course of a year that is over. */
public final class StaleYear extends TableRule {
  static final RuleText TEXT = new RuleText("stale-year", Severity.WARNING);

  private static final Pattern YEAR =
      Pattern.compile("(?<!\\d)(20\\d\\d)(?:[/–-](?:20)?(\\d\\d))?(?!\\d)");

  /** A number that names a year longer ago is more likely no year. */
  private static final int LONG_AGO = 10;

  /** By this month the next school year has begun. */
  private static final int AUTUMN = 10;

  private static final List<Field> FIELDS = List.of(Field.TERM, Field.TITLE, Field.CODE);

  private final Optional<LocalDate> today;

  public StaleYear(CheckInput checkInput) {
    super(TEXT, Table.COURSES);
    today = checkInput.today();
  }

  @Override
  public void select(RowFilter on) {
    if (today.isEmpty()) {
      return;
    }
    on.text(
        Field.ENDS,
        cell -> on.sheet().day(Field.ENDS, cell).filter(today.get()::isAfter).isPresent());
    for (Field field : FIELDS) {
      on.text(field, cell -> latest(cell) > 0);
    }
  }

  @Override
  public void check(CheckedRow row, Findings findings) {
    String status = row.text(Field.STATUS);
    if (today.isEmpty()
        || status.equalsIgnoreCase("closed")
        || status.equalsIgnoreCase("removed")) {
      return;
    }
    Optional<LocalDate> ends = row.has(Field.ENDS) ? row.row.date(Field.ENDS) : Optional.empty();
    if (ends.isPresent() && ends.get().isBefore(today.get())) {
      findings.add(
          row.finding(
              this, Field.ENDS, "The course is to be open and ended on " + ends.get() + "."));
      return;
    }
    int year =
        row.has(Field.STARTS)
            ? row.row.date(Field.STARTS).orElse(today.get()).getYear()
            : today.get().getYear();
    for (Field field : FIELDS) {
      int latest = row.has(field) ? latest(row.text(field)) : 0;
      boolean over =
          latest < Math.min(year, today.get().getYear())
              || (isOverSinceSummer(row, field, latest) && !row.has(Field.STARTS));
      if (latest > today.get().getYear() - LONG_AGO && over) {
        findings.add(
            row.finding(
                this, field, Quoted.value(row.shown(field)) + " names a year that is over."));
        return;
      }
    }
  }

  /** A school year that is written with both its years ends with the summer of the second. */
  private boolean isOverSinceSummer(CheckedRow row, Field field, int latest) {
    if (latest != today.get().getYear() || today.get().getMonthValue() < AUTUMN) {
      return false;
    }
    Matcher year = YEAR.matcher(row.text(field));
    while (year.find()) {
      if (year.group(2) != null && latest(year.group()) > Integer.parseInt(year.group(1))) {
        return true;
      }
    }
    return false;
  }

  /** The latest year that a text names, a school year by its second half; 0 where it names none. */
  private static int latest(CharSequence text) {
    int latest = 0;
    Matcher year = YEAR.matcher(text);
    while (year.find()) {
      int first = Integer.parseInt(year.group(1));
      int second =
          year.group(2) == null ? first : first / 100 * 100 + Integer.parseInt(year.group(2));
      latest = Math.max(latest, second == first + 1 ? second : first);
    }
    return latest;
  }
}
