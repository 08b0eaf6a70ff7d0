package neatroster.core.model;

import java.time.LocalDate;
import java.util.Optional;

/**
 * How the dates of a column are read.
 *
 * @param order how a date is read that could be two
 * @param past whether they lie in the past, as birth dates do; else they are near today
 * @param today the day at which they are read; without it years of two digits and the day numbers
 *     of spreadsheet programs are no dates
 */
public record DateReading(DateOrder order, boolean past, Optional<LocalDate> today) {
  /** Whole dates alone. */
  public static DateReading whole(DateOrder order) {
    return new DateReading(order, false, Optional.empty());
  }

  /** The year that two digits stand for, where it is known what day it is. */
  Optional<Integer> year(int twoDigits) {
    return today.map(
        day -> {
          int century = day.getYear() / 100 * 100;
          int year = century + twoDigits;
          if (past) {
            return year > day.getYear() ? year - 100 : year;
          }
          return year > day.getYear() + 50
              ? year - 100
              : year < day.getYear() - 49 ? year + 100 : year;
        });
  }
}
