package neatroster.core.intake;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Table;

/**
 * What a copy of a sheet says of the sheet that it was made from, so that the settings for that one
 * hold for the copy too.
 *
 * @param source the sheet that was copied
 * @param course the course that everybody in it is in
 * @param headersFirst whether the copy has its headers in the first row, wherever the sheet has
 *     them
 * @param readAs what the sheet was read as, where its headers alone do not tell: a table, {@code
 *     moves}, or {@code grid of NAV-1; NAV-2}
 */
public record SourceNote(
    SheetName source, Optional<String> course, boolean headersFirst, Optional<String> readAs) {
  static final String MOVES = "moves";
  static final String GRID = "grid of ";

  static final String REASON = "why left out";

  /** The header of the column of reasons in a sheet of rows that a platform refused. */
  public static final String REFUSED = "why refused";

  private static final Pattern HEADER =
      Pattern.compile(
          REASON
              + " \\(from (.+?)(?:, sheet (.+?))?(?:, course (\\S+))?"
              + "(?:, read as (users|courses|groups|enrollments|moves|grid of .+))?\\)");

  private static final Pattern OF_TAB =
      Pattern.compile("Tab “(.+?)” is a copy of (.+?)(?:, sheet (.+?))?(?:, course (\\S+))?\\.");

  /** The table that the sheet was read as. */
  public Optional<Table> table() {
    return readAs.map(
        as ->
            as.equals(MOVES) || as.startsWith(GRID)
                ? Table.USERS
                : Arrays.stream(Table.values())
                    .filter(table -> table.word().equals(as))
                    .findFirst()
                    .orElseThrow());
  }

  /** Whether the sheet lists who moves where. */
  public boolean isOfMoves() {
    return readAs.filter(MOVES::equals).isPresent();
  }

  /** The courses that are the headers of a grid; none where it is no grid. */
  List<String> coursesOfGrid() {
    return readAs
        .filter(as -> as.startsWith(GRID))
        .map(as -> List.of(as.substring(GRID.length()).split("; ", -1)))
        .orElse(List.of());
  }

  /** Whether a header is that of a column that says why rows were given back. */
  public static boolean isReason(String header) {
    String small = header.toLowerCase(Locale.ROOT);
    return small.startsWith(REASON) || small.equals(REFUSED);
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
            note[0] =
                of(matcher.group(1), matcher.group(2), matcher.group(3), true, matcher.group(4));
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
                  of(matcher.group(2), matcher.group(3), matcher.group(4), false, null));
            }
          }
          return true;
        });
    return notes;
  }

  private static SourceNote of(
      String file, String sheet, String course, boolean headersFirst, String readAs) {
    return new SourceNote(
        new SheetName(file, sheet),
        Optional.ofNullable(course),
        headersFirst,
        Optional.ofNullable(readAs));
  }
}
