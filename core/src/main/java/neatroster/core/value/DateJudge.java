package neatroster.core.value;

import java.time.LocalDate;
import java.util.Locale;
import java.util.Optional;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.WrittenDates;

/** Dates, written as ISO 8601; a start or an end may be a length of time instead. */
final class DateJudge implements Judge {
  @Override
  public Judged judge(String text, Where where) {
    Optional<LocalDate> day = WrittenDates.read(text, where.dates());
    if (day.isPresent()) {
      return Judged.good(day.get().toString());
    }
    boolean relative = where.field() == Field.STARTS || where.field() == Field.ENDS;
    if (relative && WrittenDates.isRelative(text)) {
      return Judged.good(text.toLowerCase(Locale.ROOT));
    }
    boolean two =
        where.dates().order() == DateOrder.ASK
            && WrittenDates.read(text, DateOrder.DAY_FIRST).isPresent();
    return Judged.bad(
        text, two ? "could be two different days." : "is not a date in the calendar.");
  }
}
