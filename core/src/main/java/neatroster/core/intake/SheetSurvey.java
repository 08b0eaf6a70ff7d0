package neatroster.core.intake;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.pattern.Pattern;
import neatroster.core.pattern.PatternGuess;

/**
 * What a sheet holds when all of it is gone over.
 *
 * @param reading how it is understood
 * @param rows its rows of data
 * @param enrollments the enrollments that they hold
 * @param skipped the rows that are no data
 * @param unnamed the columns that hold something and have no header
 * @param followed the patterns that filled columns follow
 * @param dates for columns of dates that show it, the one order in which they can be read
 * @param trouble why it could be read no further, or null
 */
public record SheetSurvey(
    SheetReading reading,
    int rows,
    int enrollments,
    List<SkippedRow> skipped,
    List<Column> unnamed,
    List<Followed> followed,
    Map<Field, DateOrder> dates,
    String trouble) {
  /** Rows beyond these are counted, not listed. */
  private static final int MOST_LISTED = 10_000;

  private static final Set<Field> DATES = EnumSet.of(Field.BIRTH_DATE, Field.STARTS, Field.ENDS);

  /**
   * A pattern that the values of a column follow.
   *
   * @param field the column's field
   * @param pattern the pattern
   * @param filled how many rows have a value
   * @param breaking the rows whose value breaks it
   */
  public record Followed(Field field, Pattern pattern, int filled, List<Integer> breaking) {}

  /** Goes over a sheet. */
  public static SheetSurvey of(SheetReading reading) {
    int[] counts = {0, 0};
    List<SkippedRow> skipped = new ArrayList<>();
    UnnamedColumns unnamed = new UnnamedColumns(reading);
    Map<Field, PatternGuess> guesses = new EnumMap<>(Field.class);
    String trouble = null;
    List<Followed> followed = new ArrayList<>();
    try {
      SheetRows.read(
          reading,
          row -> {
            counts[0]++;
            unnamed.add(row);
            if (reading.table() == Table.USERS && !row.isUneven()) {
              for (Field field : List.of(Field.USERNAME, Field.EMAIL)) {
                if (row.has(field)) {
                  guesses
                      .computeIfAbsent(field, f -> new PatternGuess())
                      .add(row.text(field), values(row));
                }
              }
            }
          },
          skipped::add);
      SheetRows.readEnrollments(reading, row -> counts[1]++);
      for (Map.Entry<Field, PatternGuess> guess : guesses.entrySet()) {
        Optional<Pattern> pattern = guess.getValue().pattern();
        if (pattern.isPresent()) {
          followed.add(followed(reading, guess.getKey(), pattern.get()));
        }
      }
    } catch (UnreadableSheetException e) {
      trouble = e.getMessage();
    }
    Map<Field, DateOrder> dates = new EnumMap<>(Field.class);
    for (Field field : DATES) {
      if (reading.has(field)) {
        reading.shownOrder(field).ifPresent(order -> dates.put(field, order));
      }
    }
    return new SheetSurvey(
        reading, counts[0], counts[1], skipped, unnamed.filled(), followed, dates, trouble);
  }

  /** Whether a sheet holds nothing but what is skipped, as a starter that nobody filled in. */
  public static boolean isWithoutRows(SheetReading reading) throws UnreadableSheetException {
    boolean[] empty = {true};
    SheetRows.read(reading, row -> empty[0] = false);
    return empty[0];
  }

  /** Whether a sheet holds nothing but the example row of a starter. */
  public static boolean isUntouched(SheetReading reading) throws UnreadableSheetException {
    boolean[] untouched = {true};
    int[] examples = {0};
    SheetRows.read(
        reading,
        row -> untouched[0] = false,
        skipped -> {
          boolean example = skipped.why().equals(SkippedRow.EXAMPLE);
          examples[0] += example ? 1 : 0;
          untouched[0] &= example;
        });
    return untouched[0] && examples[0] > 0;
  }

  /** Whether this sheet holds nothing but the example row of a starter. */
  public boolean isUntouched() {
    return rows == 0
        && !skipped.isEmpty()
        && skipped.stream().allMatch(row -> row.why().equals(SkippedRow.EXAMPLE));
  }

  private static Followed followed(SheetReading reading, Field field, Pattern pattern)
      throws UnreadableSheetException {
    int[] filled = {0};
    List<Integer> breaking = new ArrayList<>();
    SheetRows.read(
        reading,
        row -> {
          if (row.has(field) && !row.isUneven()) {
            filled[0]++;
            boolean fits = pattern.fits(row.text(field), values(row));
            if (!fits && breaking.size() < MOST_LISTED) {
              breaking.add(row.number());
            }
          }
        });
    return new Followed(field, pattern, filled[0], List.copyOf(breaking));
  }

  /** What a row of users gives to the patterns of usernames and email addresses. */
  public static Map<String, String> values(RosterRow row) {
    Map<String, String> values = new HashMap<>();
    NameParts name = Names.parts(row);
    values.put("given", name.given());
    values.put("middle", name.middle());
    values.put("family", name.family());
    for (Field field : List.of(Field.ID, Field.USERNAME, Field.BIRTH_DATE, Field.LANGUAGE)) {
      values.put(field.label(), row.text(field));
    }
    return values;
  }
}
