package neatroster.core.check.rules.sheets;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import neatroster.core.grid.SheetRow;
import neatroster.core.intake.Column;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.DateReading;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.model.WrittenDates;
import neatroster.core.value.EmailShape;

/**
 * Which value of a row with too many cells has a separator in it: the one whose cells, put
 * together, leave an address below the header of addresses and a date below that of dates.
 */
final class QuotingGuess {
  private static final Pattern NUMBER = Pattern.compile("\\d+");
  private static final RoleWords ROLES = new RoleWords(java.util.Map.of());

  private QuotingGuess() {}

  /** The value as it must be typed, if one way alone fits the headers. */
  static Optional<String> of(SheetReading sheet, SheetRow row) {
    String separator = sheet.sheet().facts().separator();
    int width = sheet.columns().size();
    List<String> cells = new ArrayList<>();
    for (int i = 0; i < row.size(); i++) {
      cells.add(row.cell(i).toString());
    }
    int extra = cells.size() - width;
    if (separator == null || extra < 1 || extra > 3) {
      return Optional.empty();
    }
    String only = null;
    int best = Integer.MIN_VALUE;
    boolean tie = false;
    for (int at = 0; at < width; at++) {
      String joined = String.join(separator, cells.subList(at, at + extra + 1));
      List<String> mended = new ArrayList<>(cells.subList(0, at));
      mended.add(joined);
      mended.addAll(cells.subList(at + extra + 1, cells.size()));
      int fit = fit(sheet, mended, at);
      // A comma within a sentence has a space behind it, one between cells has none.
      boolean spaced = !sheet.hasSpacesBehindSeparators() && isSpaced(cells, at, extra);
      fit += spaced ? 2 : 0;
      tie = fit == best || (fit < best && tie);
      if (fit > best) {
        best = fit;
        only = joined.strip();
      }
    }
    return tie || best < 0 ? Optional.empty() : Optional.of('"' + only.replace("\"", "\"\"") + '"');
  }

  private static boolean isSpaced(List<String> cells, int at, int extra) {
    for (int i = at + 1; i <= at + extra; i++) {
      if (!cells.get(i).startsWith(" ") || cells.get(i).isBlank()) {
        return false;
      }
    }
    return true;
  }

  /** How well values stand below the headers; far below 0 where one cannot. */
  private static int fit(SheetReading sheet, List<String> cells, int joined) {
    int fit = 0;
    for (Column column : sheet.columns()) {
      String value = cells.get(column.index()).strip();
      Field field = column.field().orElse(null);
      if (column.index() == joined && cells.get(joined).replaceAll("[,;\\s]+", "").isEmpty()) {
        return -100;
      }
      if (field == null || value.isEmpty()) {
        continue;
      }
      boolean typed = isTyped(field);
      boolean right = isRight(sheet, field, value);
      if (typed && !right) {
        return -100;
      }
      boolean foreign = !typed && (isAddress(value) || isDate(value));
      fit += typed ? 1 : foreign ? -100 : 0;
    }
    return fit;
  }

  private static boolean isTyped(Field field) {
    return switch (field) {
      case EMAIL, BIRTH_DATE, STARTS, ENDS, ROLE, CAPACITY, GUARDIAN_EMAIL, PHONE -> true;
      default -> false;
    };
  }

  private static boolean isRight(SheetReading sheet, Field field, String value) {
    return switch (field) {
      case EMAIL, GUARDIAN_EMAIL -> isAddress(value);
      case BIRTH_DATE, STARTS, ENDS ->
          WrittenDates.read(value, sheet.dateReading(field, value)).isPresent();
      case ROLE -> ROLES.role(value).isPresent();
      case CAPACITY -> NUMBER.matcher(value).matches();
      case PHONE -> value.codePoints().noneMatch(Character::isLetter);
      default -> true;
    };
  }

  private static boolean isAddress(String value) {
    // One address: two with a separator between them are what is looked for.
    return EmailShape.isMeant(value) && value.chars().noneMatch(c -> ",;|".indexOf(c) >= 0);
  }

  private static boolean isDate(String value) {
    return value.length() > 6
        && WrittenDates.read(value, DateReading.whole(neatroster.core.model.DateOrder.DAY_FIRST))
            .isPresent();
  }
}
