package neatroster.sheets;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * How a workbook shows numbers (ECMA-376, part 1, section 18.8.31): as days, as times, as digits in
 * a mask such as {@code "NAV-"0} or {@code 000-0000}, or plain.
 *
 * <p>Signs of thousands, decimals, currencies and percentages are not followed: whoever types an id
 * or a capacity means the number.
 */
final class NumberFormat {
  private static final BigDecimal LAST_DAY = BigDecimal.valueOf(2_958_466);
  private static final BigDecimal SECONDS_OF_DAY = BigDecimal.valueOf(86_400);
  private static final int LONGEST = 255;

  /** What a number is shown as. */
  private enum Kind {
    PLAIN,
    DAY,
    TIME,
    MASK
  }

  /** A piece of a mask: a text, or a place for a digit. */
  private record Piece(String text, char place) {}

  private final Kind kind;
  private final boolean showsTime;
  private final boolean showsSeconds;
  private final boolean showsHours;
  private final boolean elapsed;
  private final List<Piece> mask;
  private final List<Piece> negativeMask;

  /**
   * Understands a format.
   *
   * @param code the format as the workbook has it, or null
   */
  NumberFormat(String code) {
    String format = code == null || code.length() > LONGEST ? "" : code;
    String bare = bare(format);
    elapsed = format.toLowerCase(Locale.ROOT).matches(".*\\[(?:h+|m+|s+)\\].*");
    showsHours = bare.contains("h");
    showsSeconds = bare.contains("s");
    boolean plain = format.isEmpty() || format.equalsIgnoreCase("General");
    boolean day = !plain && (bare.contains("y") || bare.contains("d"));
    showsTime = showsHours || showsSeconds || elapsed;
    List<String> sections = sections(format);
    List<Piece> first = plain || day || showsTime ? List.of() : mask(sections.get(0));
    mask = isMask(first) ? first : List.of();
    negativeMask = mask.isEmpty() || sections.size() < 2 ? List.of() : mask(sections.get(1));
    kind =
        plain
            ? Kind.PLAIN
            : day ? Kind.DAY : showsTime ? Kind.TIME : mask.isEmpty() ? Kind.PLAIN : Kind.MASK;
  }

  /**
   * What the user sees of a number; a day as ISO 8601 has it.
   *
   * @param since1904 whether days are counted from 1904 on instead of 1900
   */
  String text(BigDecimal number, boolean since1904) {
    boolean isDay = number.signum() >= 0 && number.compareTo(LAST_DAY) < 0;
    if (kind == Kind.DAY && isDay) {
      return day(number, since1904);
    }
    if (kind == Kind.TIME && isDay) {
      return time(number);
    }
    if (kind == Kind.MASK
        && SheetNumbers.isReasonable(number)
        && number.stripTrailingZeros().scale() <= 0) {
      return masked(number);
    }
    return SheetNumbers.plain(number);
  }

  private String day(BigDecimal number, boolean since1904) {
    long days = number.longValue();
    long seconds = seconds(number.subtract(BigDecimal.valueOf(days)));
    days += seconds / 86_400;
    LocalDate date;
    if (since1904) {
      date = LocalDate.of(1904, 1, 1).plusDays(days);
    } else {
      // The first spreadsheet programs took 1900 for a leap year, and all others after them.
      date = LocalDate.of(1899, 12, days < 61 ? 31 : 30).plusDays(days);
    }
    LocalTime time = LocalTime.ofSecondOfDay(seconds % 86_400);
    return showsTime && !time.equals(LocalTime.MIDNIGHT) ? date + "T" + time : date.toString();
  }

  private static long seconds(BigDecimal days) {
    return days.multiply(SECONDS_OF_DAY).setScale(0, RoundingMode.HALF_UP).longValue();
  }

  private String time(BigDecimal number) {
    long all = seconds(elapsed ? number : number.remainder(BigDecimal.ONE));
    long hours = all / 3600;
    long minutes = all / 60 % 60;
    String time =
        showsHours || elapsed
            ? String.format("%02d:%02d", hours, minutes)
            : String.format("%02d", minutes);
    return showsSeconds ? time + String.format(":%02d", all % 60) : time;
  }

  private String masked(BigDecimal number) {
    boolean negative = number.signum() < 0;
    List<Piece> pieces = negative && !negativeMask.isEmpty() ? negativeMask : mask;
    String digits = number.abs().setScale(0, RoundingMode.UNNECESSARY).toPlainString();
    StringBuilder backwards = new StringBuilder();
    int left = digits.length();
    int placesLeft = (int) pieces.stream().filter(piece -> piece.text() == null).count();
    for (int i = pieces.size() - 1; i >= 0; i--) {
      Piece piece = pieces.get(i);
      if (piece.text() != null) {
        backwards.append(new StringBuilder(piece.text()).reverse());
        continue;
      }
      placesLeft--;
      if (left > 0) {
        backwards.append(digits.charAt(--left));
      } else if (piece.place() == '0') {
        backwards.append('0');
      }
      // What has no place of its own stands before the first one.
      while (placesLeft == 0 && left > 0) {
        backwards.append(digits.charAt(--left));
      }
    }
    String sign = negative && negativeMask.isEmpty() ? "-" : "";
    return sign + backwards.reverse();
  }

  private static boolean isMask(List<Piece> pieces) {
    long zeros = pieces.stream().filter(piece -> piece.place() == '0').count();
    long places = pieces.stream().filter(piece -> piece.text() == null).count();
    boolean text =
        pieces.stream().anyMatch(piece -> piece.text() != null && !piece.text().isBlank());
    return places > 0 && (zeros > 1 || text);
  }

  /** The pieces of a section; none where it is no mask for whole numbers. */
  private static List<Piece> mask(String section) {
    List<Piece> pieces = new ArrayList<>();
    for (int i = 0; i < section.length(); i++) {
      char c = section.charAt(i);
      switch (c) {
        case '"' -> {
          int end = section.indexOf('"', i + 1);
          end = end < 0 ? section.length() : end;
          pieces.add(new Piece(section.substring(i + 1, end), ' '));
          i = end;
        }
        case '[' -> {
          int end = section.indexOf(']', i);
          i = end < 0 ? section.length() : end;
        }
        case '\\' -> {
          i++;
          pieces.add(new Piece(i < section.length() ? section.substring(i, i + 1) : "", ' '));
        }
        case '_', '*' -> i++;
        case '0', '#', '?' -> pieces.add(new Piece(null, c));
        case '.', ',', '%', 'E', 'e', '@', '$', '€', '£', '¥' -> {
          return List.of();
        }
        default -> pieces.add(new Piece(String.valueOf(c), ' '));
      }
    }
    return pieces;
  }

  /** The sections of a format, which semicolons part. */
  private static List<String> sections(String format) {
    List<String> sections = new ArrayList<>();
    boolean quoted = false;
    int from = 0;
    for (int i = 0; i < format.length(); i++) {
      char c = format.charAt(i);
      if (c == '\\' && !quoted) {
        i++;
      } else if (c == '"') {
        quoted = !quoted;
      } else if (c == ';' && !quoted) {
        sections.add(format.substring(from, i));
        from = i + 1;
      }
    }
    sections.add(format.substring(from));
    return sections;
  }

  /** A format in small letters without what is quoted, escaped or in brackets. */
  private static String bare(String format) {
    return format.replaceAll("\"[^\"]*\"|\\[[^\\]]*\\]|\\\\.|[_*].", "").toLowerCase(Locale.ROOT);
  }
}
