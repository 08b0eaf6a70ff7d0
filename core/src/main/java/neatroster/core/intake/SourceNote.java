package neatroster.core.intake;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;

/**
 * What a copy of a sheet says of the sheet that it was made from, so that the settings for that one
 * hold for the copy too.
 *
 * @param source the sheet that was copied
 * @param course the course that everybody in it is in
 * @param headersFirst whether the copy has its headers in the first row, wherever the sheet has
 *     them
 */
public record SourceNote(SheetName source, Optional<String> course, boolean headersFirst) {
  private static final String REASON = "why left out";

  /** The header of the column of reasons in a sheet of rows that a platform refused. */
  public static final String REFUSED = "why refused";

  private static final Pattern HEADER =
      Pattern.compile(REASON + " \\(from (.+?)(?:, sheet (.+?))?(?:, course (\\S+))?\\)");

  private static final Pattern OF_TAB =
      Pattern.compile("Tab “(.+?)” is a copy of (.+?)(?:, sheet (.+?))?(?:, course (\\S+))?\\.");

  /** The header of the column of reasons in a sheet of rows to be corrected. */
  public static String header(SheetReading copied) {
    return REASON + " (from " + named(copied) + ")";
  }

  /** Whether a sheet holds some rows of others, given back to be mended: the whole of nothing. */
  public static boolean isExcerpt(SheetReading sheet) {
    return sheet.columns().stream()
        .map(column -> column.header().toLowerCase(Locale.ROOT))
        .anyMatch(header -> header.startsWith(REASON) || header.equals(REFUSED));
  }

  /** The remark about one tab of a workbook that is a copy. */
  public static String remark(String tab, SheetReading copied) {
    return "Tab “" + tab + "” is a copy of " + named(copied) + ".";
  }

  private static String named(SheetReading copied) {
    SheetName name = copied.source();
    return name.file()
        + (name.sheet() == null ? "" : ", sheet " + name.sheet())
        + copied.courseOfAll().map(course -> ", course " + course).orElse("");
  }

  /** What the first row of a sheet says, if it is one of rows to be corrected. */
  public static Optional<SourceNote> in(Sheet sheet) throws UnreadableSheetException {
    SourceNote[] note = {null};
    sheet.read(
        row -> {
          int last = row.size() - 1;
          String header = last < 0 ? "" : row.cell(last).cleaned();
          Matcher matcher = HEADER.matcher(header);
          if (matcher.matches()) {
            note[0] = of(matcher.group(1), matcher.group(2), matcher.group(3), true);
          }
          return false;
        });
    return Optional.ofNullable(note[0]);
  }

  /** For each tab, what the list of findings in a workbook says. */
  public static Map<String, SourceNote> ofTabs(Sheet helper) throws UnreadableSheetException {
    Map<String, SourceNote> notes = new HashMap<>();
    helper.read(
        row -> {
          for (int i = 0; i < row.size(); i++) {
            Matcher matcher = OF_TAB.matcher(row.cell(i).cleaned());
            if (matcher.matches()) {
              notes.put(
                  matcher.group(1),
                  of(matcher.group(2), matcher.group(3), matcher.group(4), false));
            }
          }
          return true;
        });
    return notes;
  }

  private static SourceNote of(String file, String sheet, String course, boolean headersFirst) {
    return new SourceNote(new SheetName(file, sheet), Optional.ofNullable(course), headersFirst);
  }
}
