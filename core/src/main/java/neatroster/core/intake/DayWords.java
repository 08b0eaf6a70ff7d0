package neatroster.core.intake;

import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import neatroster.core.language.Vocabulary;

/** The days of the week in the languages of lists, as headings of timetables have them. */
final class DayWords {
  private static final int SHORTEST = 5;

  /** In full: short forms are people’s names, too. */
  private static final Set<String> DAYS =
      Vocabulary.words("weekday").stream()
          .filter(day -> day.length() >= SHORTEST)
          .collect(Collectors.toUnmodifiableSet());

  /** What may stand beside a day: a date, a time, signs. */
  private static final Pattern BESIDE =
      Pattern.compile("[\\d\\s.,:;/()–—-]+|(?i)(?:am|pm|h|uhr)\\b");

  private DayWords() {}

  /** Whether a text is a day of the week and nothing but a date or a time beside it. */
  static boolean isDay(String text) {
    if (text.length() > 40) {
      return false;
    }
    String bare = BESIDE.matcher(text).replaceAll(" ").strip().toLowerCase(Locale.ROOT);
    return DAYS.contains(bare) || DAYS.contains(bare.replaceAll("s$", ""));
  }
}
