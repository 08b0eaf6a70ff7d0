package neatroster.core.value;

import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;
import neatroster.core.model.DateReading;
import neatroster.core.model.Field;
import neatroster.core.model.FieldType;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.text.Cleaning;
import neatroster.core.text.FormulaSigns;
import neatroster.core.text.Nearest;

/**
 * What the values of fields are under a folder's settings: for each type one judge, whom everybody
 * asks who checks, repairs, compares or delivers a value.
 */
public final class Values {
  private final Map<FieldType, Judge> judges = new EnumMap<>(FieldType.class);
  private final Map<OwnField.Type, Judge> ownJudges = new EnumMap<>(OwnField.Type.class);
  private final DateReading usualDates;

  /** The judges under these settings. */
  public Values(Settings settings) {
    usualDates = DateReading.whole(settings.dates());
    judges.put(FieldType.DATE, new DateJudge());
    judges.put(FieldType.EMAIL, new EmailJudge());
    judges.put(FieldType.PHONE, new PhoneJudge(settings.checks().phoneRegion()));
    judges.put(FieldType.COUNTRY, PlaceJudges::country);
    judges.put(FieldType.LANGUAGE, PlaceJudges::language);
    judges.put(FieldType.TIME_ZONE, PlaceJudges::timeZone);
    judges.put(FieldType.ROLE, WordJudges.roles(settings.roles()));
    judges.put(FieldType.STATUS, WordJudges::status);
    judges.put(FieldType.NUMBER, TextJudges::number);
    judges.put(FieldType.CONSENT, WordJudges::consent);
    judges.put(FieldType.LIST, TextJudges::list);
    judges.put(FieldType.PATH, TextJudges::path);
    judges.put(FieldType.CODE, TextJudges::code);
    judges.put(FieldType.NAME, TextJudges::text);
    judges.put(FieldType.TEXT, TextJudges::text);
    ownJudges.put(OwnField.Type.TEXT, TextJudges::text);
    ownJudges.put(OwnField.Type.NUMBER, TextJudges::amount);
    ownJudges.put(OwnField.Type.DATE, new DateJudge());
    ownJudges.put(OwnField.Type.YES_NO, WordJudges::yesNo);
    ownJudges.put(OwnField.Type.EMAIL, new EmailJudge());
  }

  /**
   * Judges a value.
   *
   * @param given the text as it stands; a blank one is good
   * @param dates how a date is read that could be two
   */
  public Judged judge(Table table, Field field, CharSequence given, DateReading dates) {
    return judge(table, field, given, dates, "");
  }

  /**
   * Judges a value.
   *
   * @param region the country of a phone number without a code, or empty where the settings say
   */
  public Judged judge(
      Table table, Field field, CharSequence given, DateReading dates, String region) {
    if (field.type() == FieldType.PASSWORD) {
      return Judged.good(given.toString());
    }
    String text = unguarded(cleaned(given));
    return text.isEmpty()
        ? Judged.good("")
        : judges.get(field.type()).judge(text, new Judge.Where(table, field, dates, region));
  }

  /** Judges a value whose dates are read as the settings say. */
  public Judged judge(Table table, Field field, CharSequence given) {
    return judge(table, field, given, usualDates);
  }

  /** Judges a value of one of the school's own fields. */
  public Judged judge(OwnField field, CharSequence given, DateReading dates) {
    String text = cleaned(given);
    if (text.isEmpty()) {
      return Judged.good("");
    }
    if (!field.oneOf().isEmpty()) {
      for (String allowed : field.oneOf()) {
        if (allowed.equals(text)) {
          return Judged.good(allowed);
        }
      }
      return Judged.bad(
          text,
          "is none of " + String.join(", ", field.oneOf()) + ".",
          Nearest.word(text, field.oneOf()));
    }
    Judged judged =
        ownJudges.get(field.type()).judge(text, new Judge.Where(field.table(), null, dates, ""));
    return judged.isGood()
        ? judged
        : new Judged(
            judged.text(),
            "is no " + field.type().name().toLowerCase(Locale.ROOT).replace("_", " or ") + ".",
            judged.probably());
  }

  /** A value as it is written where it is delivered or compared. */
  public String canonical(Table table, Field field, CharSequence given, DateReading dates) {
    return judge(table, field, given, dates).text();
  }

  /**
   * A text without the apostrophe that keeps a spreadsheet program from calculating it: in our own
   * sheets it stands before signs that begin a formula, and it is none of the value.
   */
  private static String unguarded(String text) {
    return text.length() > 1 && text.charAt(0) == '\'' && FormulaSigns.begin(text.substring(1))
        ? text.substring(1)
        : text;
  }

  private static String cleaned(CharSequence text) {
    return Cleaning.isClean(text) ? text.toString() : Cleaning.clean(text);
  }
}
