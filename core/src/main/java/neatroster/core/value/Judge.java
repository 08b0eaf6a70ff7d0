package neatroster.core.value;

import neatroster.core.model.DateReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/** Says what the values of one type are. */
@FunctionalInterface
interface Judge {
  /**
   * Where a value stands.
   *
   * @param table the row's table
   * @param field the field, or null for one of the school's own
   * @param dates how a date is read that could be two
   * @param region the country of a phone number without a code, or empty where the settings say
   */
  record Where(Table table, Field field, DateReading dates, String region) {}

  /** Judges a cleaned text that is not empty. */
  Judged judge(String text, Where where);
}
