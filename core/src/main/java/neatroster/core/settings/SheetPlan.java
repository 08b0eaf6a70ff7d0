package neatroster.core.settings;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import neatroster.core.grid.SheetName;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Table;

/**
 * How one particular sheet is to be read, where the settings say so.
 *
 * @param place where the settings say it, for messages
 * @param file the file's name, with or without its folder; a {@code *} stands for anything
 * @param sheet the tab, or empty for every sheet of the file
 * @param table what its rows are
 * @param headerRow the row of the headers, 0 where the sheet has none
 * @param columns for a field what fills it: a header, a column's letters, or a pattern of headers
 * @param leave headers or letters of columns that are left alone
 * @param words for a field what its values are to be read as
 * @param course the course that everybody in the sheet is in
 * @param dates how dates are read that could be two
 * @param leftOut whether it is not read at all
 * @param encoding how the letters of a text file are written down
 * @param separator what stands between the cells of a text file
 * @param phoneRegion the country of its phone numbers without a code
 * @param covers what the sheet is the whole of: {@code everything}, or {@code course CODE}
 */
public record SheetPlan(
    String place,
    String file,
    Optional<String> sheet,
    Optional<Table> table,
    Optional<Integer> headerRow,
    Map<String, String> columns,
    List<String> leave,
    Map<String, Map<String, String>> words,
    Optional<String> course,
    Optional<DateOrder> dates,
    boolean leftOut,
    Optional<String> encoding,
    Optional<Character> separator,
    Optional<String> phoneRegion,
    Optional<String> covers) {
  /** What a sheet covers that is the whole of what it lists. */
  public static final String EVERYTHING = "everything";

  /** The same for a copy that has its headers in another row. */
  public SheetPlan withHeaderRow(int row) {
    return new SheetPlan(
        place,
        file,
        sheet,
        table,
        Optional.of(row),
        columns,
        leave,
        words,
        course,
        dates,
        leftOut,
        encoding,
        separator,
        phoneRegion,
        covers);
  }

  /** Whether this is about a sheet. */
  public boolean isFor(SheetName name) {
    boolean sheetFits =
        sheet.isEmpty() || (name.sheet() != null && sheet.get().equalsIgnoreCase(name.sheet()));
    String given = name.file().replace('\\', '/').toLowerCase(Locale.ROOT);
    String wanted = file.replace('\\', '/').toLowerCase(Locale.ROOT);
    if (!wanted.contains("/")) {
      given = given.substring(given.lastIndexOf('/') + 1);
    }
    return sheetFits && (fits(given, wanted) || fits(given, "*/" + wanted));
  }

  private static boolean fits(String name, String wanted) {
    String expression = java.util.regex.Pattern.quote(wanted).replace("*", "\\E.*\\Q");
    return name.matches(expression);
  }
}
