package neatroster.core.model;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;

/** Dates as people write them, and as ISO 8601. */
public final class WrittenDates {
  private static final Pattern YEAR_FIRST =
      Pattern.compile("(\\d{4})([-/.])(\\d{1,2})\\2(\\d{1,2})(?:[T ]00:00(?::00(?:\\.0+)?)?Z?)?");
  private static final Pattern COMPACT = Pattern.compile("(\\d{4})(\\d{2})(\\d{2})");
  private static final Pattern YEAR_LAST =
      Pattern.compile("(\\d{1,2})([-/. ])\\s?(\\d{1,2})\\2\\s?(\\d{4}|’?\\d{2})");

  /** Days since the last one of 1899, as spreadsheet programs count: 1927 to 2173. */
  private static final Pattern SERIAL = Pattern.compile("[1-9]\\d{4}");

  private static final Pattern WEEKDAY = Pattern.compile("(\\p{L}+)[.,]{0,2} (?=.*\\d)(.*)");
  private static final Pattern DAY_AND_WORD =
      Pattern.compile(
          "(\\d{1,2})(?:st|nd|rd|th|er|\\.)?[ /.-](?:de )?(\\p{L}+)\\.?,?[ /.-](?:de )?(\\d{4}|’?\\d{2})");
  private static final Pattern WORD_AND_DAY =
      Pattern.compile("(\\p{L}+)\\.? (\\d{1,2})(?:st|nd|rd|th)?,? (\\d{4})");

  /** What spreadsheet programs show behind a day that they keep with its time. */
  private static final Pattern MIDNIGHT =
      Pattern.compile(
          "(?i)(?<=\\d),? (?:0{1,2}:00(?::00(?:\\.0+)?)?(?: ?a\\.?m\\.?)?|12:00(?::00)? ?a\\.?m\\.?)$");

  private static final Pattern RELATIVE =
      Pattern.compile("\\+ ?(\\d{1,4}) (day|week|month|year)s?");

  /** Month names, full and short, in the languages whose headers we read. */
  private static final class Months {
    static final Map<String, Integer> BY_NAME = new HashMap<>();

    static {
      for (List<String> months : Vocabulary.lists("months")) {
        for (int month = 0; month < months.size(); month++) {
          for (String name : months.get(month).split(" ", -1)) {
            BY_NAME.putIfAbsent(name, month + 1);
          }
        }
      }
    }
  }

  /** Names of weekdays, full and short, in the same languages. */
  private static final Set<String> WEEKDAYS = Set.copyOf(Vocabulary.words("weekday"));

  private WrittenDates() {}

  /**
   * The day that is written out whole, or nothing where it is no date, no day of the calendar, or
   * could be two different ones and the order is {@link DateOrder#ASK}.
   */
  public static Optional<LocalDate> read(String text, DateOrder order) {
    return read(text, DateReading.whole(order));
  }

  /**
   * The day that is written, or nothing where it is no date, no day of the calendar, or could be
   * two different ones and the order is {@link DateOrder#ASK}.
   */
  public static Optional<LocalDate> read(String written, DateReading how) {
    DateOrder order = how.order();
    String text = plain(written);
    if (how.today().isPresent() && SERIAL.matcher(text).matches()) {
      return Optional.of(LocalDate.of(1899, 12, 30).plusDays(Integer.parseInt(text)));
    }
    Matcher m = YEAR_FIRST.matcher(text);
    if (m.matches()) {
      return day(m.group(1), m.group(3), m.group(4));
    }
    m = COMPACT.matcher(text);
    if (m.matches()) {
      return day(m.group(1), m.group(2), m.group(3));
    }
    m = YEAR_LAST.matcher(text);
    if (m.matches()) {
      Optional<String> year = year(m.group(4), how);
      return year.isEmpty()
          ? Optional.empty()
          : yearLast(
              Integer.parseInt(m.group(1)),
              Integer.parseInt(m.group(3)),
              year.get(),
              m.group(2).equals(".") ? DateOrder.DAY_FIRST : order,
              m.group(2).equals("."));
    }
    m = DAY_AND_WORD.matcher(text.toLowerCase(Locale.ROOT));
    if (m.matches() && Months.BY_NAME.containsKey(m.group(2))) {
      String dayOfMonth = m.group(1);
      String month = String.valueOf(Months.BY_NAME.get(m.group(2)));
      return year(m.group(3), how).flatMap(year -> day(year, month, dayOfMonth));
    }
    m = WORD_AND_DAY.matcher(text.toLowerCase(Locale.ROOT));
    if (m.matches() && Months.BY_NAME.containsKey(m.group(1))) {
      return day(m.group(3), String.valueOf(Months.BY_NAME.get(m.group(1))), m.group(2));
    }
    return Optional.empty();
  }

  /**
   * A date without what programs and hands put around it: its weekday, midnight, a dot at the end,
   * spaces around its dots.
   */
  private static String plain(String text) {
    String plain = withoutWeekday(text);
    if (plain.indexOf(':') > 0) {
      plain = MIDNIGHT.matcher(plain).replaceFirst("");
    }
    int last = plain.length() - 1;
    if (last > 0 && plain.charAt(last) == '.' && Character.isDigit(plain.charAt(last - 1))) {
      plain = plain.substring(0, last);
    }
    return plain.contains(" .") ? plain.replaceAll(" ?\\. ?", ".") : plain;
  }

  private static String withoutWeekday(String text) {
    if (text.isEmpty() || !Character.isLetter(text.charAt(0))) {
      return text;
    }
    Matcher m = WEEKDAY.matcher(text);
    return m.matches() && WEEKDAYS.contains(m.group(1).toLowerCase(Locale.ROOT))
        ? m.group(2)
        : text;
  }

  private static Optional<String> year(String written, DateReading how) {
    return written.length() == 4
        ? Optional.of(written)
        : how.year(Integer.parseInt(written.replace("’", ""))).map(String::valueOf);
  }

  /** Whether a text is a date whose year has two digits. */
  public static boolean hasShortYear(String text) {
    String plain = plain(text);
    Matcher m = YEAR_LAST.matcher(plain);
    if (m.matches()) {
      return m.group(4).length() < 4;
    }
    m = DAY_AND_WORD.matcher(plain.toLowerCase(Locale.ROOT));
    return m.matches() && m.group(3).length() < 4 && Months.BY_NAME.containsKey(m.group(2));
  }

  /** Whether a text is a day's number as spreadsheet programs count days. */
  public static boolean isSerial(String text) {
    return SERIAL.matcher(text).matches();
  }

  /**
   * A date of two numbers and a year.
   *
   * @param dotted whether dots part them: nobody writes such a date with the month first
   */
  private static Optional<LocalDate> yearLast(
      int first, int second, String year, DateOrder order, boolean dotted) {
    boolean dayFirst = order != DateOrder.MONTH_FIRST;
    if (first > 12 || dotted) {
      dayFirst = true;
    } else if (second > 12) {
      dayFirst = false;
    } else if (order == DateOrder.ASK && first != second) {
      return Optional.empty();
    }
    int day = dayFirst ? first : second;
    int month = dayFirst ? second : first;
    return day(year, String.valueOf(month), String.valueOf(day));
  }

  /** Whether a text is a date that the order alone tells, such as 3/4/2027. */
  public static boolean dependsOnOrder(String text) {
    Matcher m = YEAR_LAST.matcher(plain(text));
    return m.matches()
        && !m.group(2).equals(".")
        && Integer.parseInt(m.group(1)) <= 12
        && Integer.parseInt(m.group(3)) <= 12
        && !m.group(1).equals(m.group(3));
  }

  /** The order that a date can be read in alone, such as day first for 31/12/2027. */
  public static Optional<DateOrder> orderOf(String text) {
    Matcher m = YEAR_LAST.matcher(plain(text));
    if (!m.matches()) {
      return Optional.empty();
    }
    boolean dotted = m.group(2).equals(".");
    int first = Integer.parseInt(m.group(1));
    int second = Integer.parseInt(m.group(3));
    if (first > 12 && first <= 31 && second <= 12) {
      return Optional.of(DateOrder.DAY_FIRST);
    }
    return second > 12 && second <= 31 && first <= 12 && !dotted
        ? Optional.of(DateOrder.MONTH_FIRST)
        : Optional.empty();
  }

  /**
   * Whether the text is a length of time that a start or an end may be given as, such as {@code +90
   * days}.
   */
  public static boolean isRelative(String text) {
    return RELATIVE.matcher(text.toLowerCase(Locale.ROOT)).matches();
  }

  /** The day a relative date means when counted from another day. */
  public static Optional<LocalDate> after(LocalDate from, String text) {
    Matcher m = RELATIVE.matcher(text.toLowerCase(Locale.ROOT));
    if (!m.matches()) {
      return Optional.empty();
    }
    int count = Integer.parseInt(m.group(1));
    return Optional.of(
        switch (m.group(2)) {
          case "day" -> from.plusDays(count);
          case "week" -> from.plusWeeks(count);
          case "month" -> from.plusMonths(count);
          default -> from.plusYears(count);
        });
  }

  private static Optional<LocalDate> day(String year, String month, String day) {
    try {
      return Optional.of(
          LocalDate.of(Integer.parseInt(year), Integer.parseInt(month), Integer.parseInt(day)));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }
}
