package neatroster.core.intake;

import java.text.Normalizer;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.model.DateReading;
import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.Cleaning;

/**
 * The repairs that cannot change a meaning: spaces and characters that do not show, the width of
 * letters and the shape of quotation marks in usernames, addresses and codes, the case of fixed
 * words, the written form of dates and phone numbers. A letter, a hyphen or an apostrophe of a name
 * is never touched, nor a password.
 */
public final class Repair {
  private static final Set<Field> CODES =
      EnumSet.of(
          Field.ID,
          Field.USERNAME,
          Field.FORMER_USERNAME,
          Field.EMAIL,
          Field.GUARDIAN_EMAIL,
          Field.CODE,
          Field.CATALOG_CODE,
          Field.JOIN_CODE,
          Field.USER,
          Field.COURSE);

  private static final Set<Field> DATES = EnumSet.of(Field.BIRTH_DATE, Field.STARTS, Field.ENDS);

  private static final Pattern INTERNATIONAL = Pattern.compile("(?:\\+|00)[1-9][0-9 ()./-]{5,20}");

  private Repair() {}

  /**
   * The value of a cell as it is safe to write it.
   *
   * @param table the row's table
   * @param field what the cell holds
   * @param given the cell as it stands
   */
  public static String of(Table table, Field field, String given, Settings settings) {
    return of(table, field, given, settings, DateReading.whole(settings.dates()));
  }

  /**
   * The value of a cell as it is safe to write it.
   *
   * @param dates how dates are read
   */
  public static String of(
      Table table, Field field, String given, Settings settings, DateReading dates) {
    if (field == Field.PASSWORD) {
      return given;
    }
    String text = Cleaning.clean(given);
    if (CODES.contains(field)) {
      text = straightQuotes(fullWidthToPlain(text));
    } else if (DATES.contains(field)) {
      text = WrittenDates.read(text, dates).map(Object::toString).orElse(text);
    } else if (field == Field.ROLE) {
      text = settings.roles().role(text).orElse(text);
    } else if (field == Field.STATUS) {
      String lower = text.toLowerCase(Locale.ROOT);
      text = table.statuses().contains(lower) ? lower : text;
    } else if (field == Field.PHONE && INTERNATIONAL.matcher(text).matches()) {
      text = "+" + text.replaceFirst("^00", "").replace("(0)", "").replaceAll("[^0-9]", "");
    }
    return text;
  }

  /**
   * Latin letters, digits and signs of the width that East Asian keyboards make (U+FF01 to U+FF5E).
   */
  private static String fullWidthToPlain(String text) {
    StringBuilder plain = new StringBuilder(text.length());
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      plain.append(
          c >= '\uff01' && c <= '\uff5e'
              ? Normalizer.normalize(String.valueOf(c), Normalizer.Form.NFKC)
              : String.valueOf(c));
    }
    return plain.toString();
  }

  private static String straightQuotes(String text) {
    return text.replace('‘', '\'').replace('’', '\'').replace('“', '"').replace('”', '"');
  }
}
