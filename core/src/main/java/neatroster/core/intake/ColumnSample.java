package neatroster.core.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Table;
import neatroster.core.text.Cleaning;
import neatroster.core.text.NameOrder;

/**
 * The distinct values of a column in the first rows of a sheet, compared without regard to case,
 * spaces, accents and punctuation.
 */
final class ColumnSample {
  private static final int MOST_ROWS = 500;

  private final Map<String, String> values = new LinkedHashMap<>();
  private final Map<String, Integer> rowsOf = new HashMap<>();
  private int filled;
  private int rows;

  private ColumnSample() {}

  /** The samples of the columns of a sheet, by their index. */
  static List<ColumnSample> of(SheetReading sheet) {
    List<ColumnSample> samples = new ArrayList<>();
    sheet.columns().forEach(column -> samples.add(new ColumnSample()));
    NonDataRows noData = new NonDataRows(sheet);
    int[] left = {MOST_ROWS};
    try {
      sheet
          .sheet()
          .read(
              raw -> {
                if (raw.number() > sheet.lastAbove() && !raw.isBlank() && noData.why(raw) == null) {
                  for (int i = 0; i < samples.size(); i++) {
                    samples.get(i).add(Cleaning.clean(raw.cell(i)));
                  }
                  left[0]--;
                }
                return left[0] > 0;
              });
    } catch (UnreadableSheetException e) {
      // The check comes to the same place and says so; the rows up to there show what they show.
      left[0] = 0;
    }
    return samples;
  }

  private void add(String value) {
    add(value, 1);
  }

  private void add(String value, int times) {
    rows += times;
    if (!value.isEmpty()) {
      filled += times;
      values.putIfAbsent(fold(value), value);
      rowsOf.merge(fold(value), times, Integer::sum);
    }
  }

  /**
   * The same sample with lists of values taken apart: “Rope work, Night search”.
   *
   * <p>A list that another sheet has as one value is one.
   */
  ColumnSample apart() {
    ColumnSample apart = new ColumnSample();
    values.forEach(
        (key, value) -> {
          for (String piece : value.split("[,;\\n]", -1)) {
            apart.add(piece.strip(), rowsOf.get(key));
          }
        });
    return apart;
  }

  /** The values as they are compared. */
  Iterable<String> keys() {
    return values.keySet();
  }

  /** The values as they are written, each once. */
  List<String> written() {
    return List.copyOf(values.values());
  }

  /** In how many rows a value stands that is written like this. */
  int rowsOf(String written) {
    return rowsOf.getOrDefault(fold(written), 0);
  }

  /** How many different values there are. */
  int distinct() {
    return values.size();
  }

  /** How many rows have a value. */
  int filled() {
    return filled;
  }

  /** How many rows there are. */
  int rows() {
    return rows;
  }

  /** Whether some value stands in more than one row. */
  boolean repeats() {
    return filled > values.size();
  }

  /** Whether nine in ten rows have a value. */
  boolean isNearlyFull() {
    return filled * 10 >= rows * 9;
  }

  /**
   * Whether values below a header that may mean people are names, by the given names in them.
   *
   * @param header the header of the column
   */
  boolean areNamesUnder(String header) {
    boolean mayMean =
        HeaderWords.match(Table.USERS, header)
            .filter(match -> HeaderWords.NAMES.contains(match.field()))
            .isPresent();
    return mayMean && haveGivenNames();
  }

  /** Whether half of the values, or more, are several words with a given name at an end. */
  boolean haveGivenNames() {
    long given =
        values.values().stream()
            .filter(value -> value.indexOf(' ') > 0)
            .filter(value -> NameOrder.ends(value).stream().anyMatch(NameOrder::isGiven))
            .count();
    return given > 0 && given * 2 >= distinct();
  }

  /** Whether no value stands in more than one row, but for a slip in ten rows or more. */
  boolean isMostlyDistinct() {
    return distinct() * 10 >= filled * 9;
  }

  /** Whether nine in ten of the different values are of a kind. */
  boolean mostAre(Predicate<String> kind) {
    return values.values().stream().filter(kind).count() * 10 >= values.size() * 9L;
  }

  /** Whether every value has some letters or digits: three at the least. */
  boolean areLong() {
    return values.keySet().stream().allMatch(value -> value.length() >= 3);
  }

  /** Whether nearly all values have one form: letters, digits and signs in the same places. */
  boolean isOfOneForm() {
    Map<String, Integer> forms = new HashMap<>();
    for (String value : values.values()) {
      String form = value.replaceAll("\\d+", "9").replaceAll("\\p{Lu}+|\\p{Ll}+", "A");
      forms.merge(form, 1, Integer::sum);
    }
    int most = forms.values().stream().max(Integer::compare).orElse(0);
    return most * 10 >= values.size() * 9;
  }

  /** A text as it is compared. */
  static String fold(String text) {
    StringBuilder folded = new StringBuilder(text.length());
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c > 0x7e) {
        return HeaderWords.squeeze(text);
      }
      if ((c >= 'a' && c <= 'z') || (c >= '0' && c <= '9')) {
        folded.append(c);
      } else if (c >= 'A' && c <= 'Z') {
        folded.append((char) (c | 0x20));
      }
    }
    return folded.toString();
  }
}
