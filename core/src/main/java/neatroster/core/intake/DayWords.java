package neatroster.core.intake;

import java.text.DateFormatSymbols;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;

/** The days of the week in the languages of lists, as headings of timetables have them. */
final class DayWords {
  private static final Set<String> DAYS = read();

  /** What may stand beside a day: a date, a time, signs. */
  private static final Pattern BESIDE =
      Pattern.compile("[\\d\\s.,:;/()–—-]+|(?i)(?:am|pm|h|uhr)\\b");

  private DayWords() {}

  private static Set<String> read() {
    Set<String> days = new HashSet<>();
    for (String language :
        List.of("en", "es", "fr", "de", "pt", "it", "nl", "pl", "sv", "tr", "ca")) {
      Locale locale = Locale.forLanguageTag(language);
      for (String day : DateFormatSymbols.getInstance(locale).getWeekdays()) {
        days.add(day.toLowerCase(locale));
      }
    }
    days.remove("");
    return days;
  }

  /** Whether a text is a day of the week and nothing but a date or a time beside it. */
  static boolean isDay(String text) {
    if (text.length() > 40) {
      return false;
    }
    String bare = BESIDE.matcher(text).replaceAll(" ").strip().toLowerCase(Locale.ROOT);
    return DAYS.contains(bare) || DAYS.contains(bare.replaceAll("s$", ""));
  }
}
