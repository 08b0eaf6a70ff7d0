package neatroster.core.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.grid.SheetRow;
import neatroster.core.pattern.Pattern;

/**
 * What stands in a column once the settings have had their say.
 *
 * @param column the column, counted from 0, in whose place it stands
 * @param pattern how the value is put together from several columns, or empty where the column has
 *     it
 * @param columns the columns that the pattern names, by header in lower case
 * @param words what values are to be read as, by value in lower case
 */
record ColumnMapping(
    int column,
    Optional<Pattern> pattern,
    Map<String, Integer> columns,
    Map<String, String> words) {

  /** The value in a row. */
  String value(SheetRow row) {
    String value = row.cell(column).toString();
    if (pattern.isPresent()) {
      Map<String, String> values = new HashMap<>();
      columns.forEach((name, at) -> values.put(name, row.cell(at).cleaned()));
      value = value(pattern.get(), values);
    }
    return words.isEmpty() ? value : translated(value, words);
  }

  /** Each piece of a list that has all its parts, or of parts between spaces those there are. */
  private static String value(Pattern pattern, Map<String, String> values) {
    List<String> filled = new ArrayList<>();
    for (Pattern piece : pattern.pieces()) {
      boolean isWhole =
          piece.names().stream().noneMatch(name -> values.getOrDefault(name, "").isEmpty());
      // Half a code is worse than none: what misses a part is blank, and then found to be.
      if (isWhole || piece.isSpaced()) {
        String text = piece.fillPlainly(values).strip().replaceAll("\\s{2,}", " ");
        if (!text.isEmpty()) {
          filled.add(text);
        }
      }
    }
    boolean isList = pattern.toString().replaceAll("\\{[^}]*\\}", "").indexOf(';') >= 0;
    return String.join(isList ? "; " : ", ", filled);
  }

  /** What a value is to be read as. */
  static String translated(String value, Map<String, String> words) {
    String other = words.get(neatroster.core.text.Cleaning.clean(value).toLowerCase(Locale.ROOT));
    return other == null ? value : other;
  }
}
