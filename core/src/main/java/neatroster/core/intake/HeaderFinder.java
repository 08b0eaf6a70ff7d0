package neatroster.core.intake;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.SheetPlan;
import neatroster.core.text.Cell;
import neatroster.core.text.Cleaning;

/**
 * Finds the row of headers among the first rows of a sheet, also below title rows, and tells by it
 * which table the sheet is.
 */
final class HeaderFinder {

  /** A header row that the settings name is looked for up to here. */
  private static final int LAST_HEADER_ROW = 10_000;

  /** Nobody names more columns than a spreadsheet program has. */
  private static final int MOST_COLUMNS = 16_384;

  private HeaderFinder() {}

  /**
   * Looks through the first rows of a sheet.
   *
   * @param as the table that the user says it is
   * @param plan what the settings say of the sheet
   */
  static FoundHeader find(Sheet sheet, Optional<Table> as, Optional<SheetPlan> plan)
      throws UnreadableSheetException {
    int row = plan.flatMap(SheetPlan::headerRow).orElse(-1);
    List<EarlyRow> early = earlyRows(sheet, row);
    if (early.isEmpty()) {
      throw UnreadableSheetException.empty("there is nothing in it");
    }
    return finished(sheet, early, find(sheet, as, plan, early));
  }

  /**
   * A sheet read with the headers in a row as another table.
   *
   * @param row the row of the headers, from 1
   */
  static FoundHeader at(Sheet sheet, int row, Table table) throws UnreadableSheetException {
    List<EarlyRow> early = earlyRows(sheet, row);
    for (EarlyRow each : early) {
      if (each.number() == row) {
        return finished(sheet, early, HeaderCandidate.of(each, table, -1).found(early));
      }
    }
    throw new IllegalArgumentException("row " + row + " is blank");
  }

  /**
   * A sheet of whose headers none is known, with the first row of several cells taken for them; its
   * columns are to be told by what stands in other sheets.
   */
  static Optional<FoundHeader> unknown(Sheet sheet) throws UnreadableSheetException {
    List<EarlyRow> early = earlyRows(sheet, -1);
    for (EarlyRow row : early) {
      long asWide =
          early.stream()
              .filter(below -> below.number() > row.number() && below.filled() > 1)
              .count();
      if (row.filled() > 1 && asWide > 0) {
        FoundHeader found =
            new HeaderCandidate(
                    row,
                    Table.USERS,
                    row.cells().stream().map(cell -> Optional.<HeaderWords.Match>empty()).toList(),
                    0,
                    false)
                .found(early);
        return Optional.of(finished(sheet, early, found));
      }
    }
    return Optional.empty();
  }

  /**
   * A sheet of people without known headers, with the first row of which a cell names a course, and
   * the cells below it name none, taken for its headers; nothing where there is none.
   *
   * @param isCourse whether a text names a course
   */
  static Optional<FoundHeader> withCourses(Sheet sheet, Predicate<String> isCourse)
      throws UnreadableSheetException {
    List<EarlyRow> early = earlyRows(sheet, -1);
    for (EarlyRow row : early) {
      List<EarlyRow> below = early.stream().filter(each -> each.number() > row.number()).toList();
      for (int i = 0; i < row.cells().size() && row.filled() > 1 && below.size() > 1; i++) {
        int at = i;
        boolean heads =
            isCourse.test(row.cells().get(i))
                && below.stream()
                    .noneMatch(
                        each -> at < each.cells().size() && isCourse.test(each.cells().get(at)));
        if (heads) {
          return Optional.of(
              finished(sheet, early, HeaderCandidate.of(row, Table.USERS, -1).found(early)));
        }
      }
    }
    return Optional.empty();
  }

  private static FoundHeader finished(Sheet sheet, List<EarlyRow> early, FoundHeader found) {
    boolean counts = sheet.facts().writesEveryCell() && found.row() > 0 && found.lines().isEmpty();
    return found.with(areSpaced(early), counts ? usualWidth(early, found) : Integer.MAX_VALUE);
  }

  /** As many cells as the headers, or as every other row and more. */
  private static int usualWidth(List<EarlyRow> early, FoundHeader found) {
    int usual = found.columns().size();
    for (EarlyRow row : early) {
      long asWide = early.stream().filter(other -> other.width() >= row.width()).count();
      boolean header = row.number() == found.row();
      if (row.width() > usual && (header || asWide * 2 >= early.size())) {
        usual = row.width();
      }
    }
    return usual;
  }

  private static boolean areSpaced(List<EarlyRow> early) {
    long several = early.stream().filter(row -> row.cells().size() > 1).count();
    return early.stream().filter(EarlyRow::spaced).count() * 5 >= several * 4;
  }

  private static FoundHeader find(
      Sheet sheet, Optional<Table> as, Optional<SheetPlan> plan, List<EarlyRow> early)
      throws UnreadableSheetException {
    int row = plan.flatMap(SheetPlan::headerRow).orElse(-1);
    if (row == 0) {
      return withoutHeader(sheet, early, as, plan.get().columns().isEmpty());
    }
    if (row > 0) {
      List<EarlyRow> only = early.stream().filter(each -> each.number() == row).toList();
      if (only.isEmpty()) {
        throw new SheetPlanException(
            plan.get().place() + ": header-row: row " + row + " of " + sheet.name() + " is blank.");
      }
      return named(only.get(0), as, plan).found(early);
    }
    Optional<EarlyRow> planned = plan.flatMap(p -> plannedHeader(p, early));
    if (planned.isPresent()) {
      return named(planned.get(), as, plan).found(early);
    }
    return find(sheet, early, as);
  }

  /** The row that has the headers which the settings name. */
  private static Optional<EarlyRow> plannedHeader(SheetPlan plan, List<EarlyRow> early) {
    Set<String> named = new HashSet<>();
    for (String source : plan.columns().values()) {
      Matcher braces = Pattern.compile("\\{([^}|:]+)").matcher(source);
      boolean composed = false;
      while (braces.find()) {
        composed = true;
        named.add(HeaderWords.squeeze(braces.group(1)));
      }
      if (!composed) {
        named.add(HeaderWords.squeeze(source));
      }
    }
    for (EarlyRow row : early) {
      long found =
          row.cells().stream().filter(cell -> named.contains(HeaderWords.squeeze(cell))).count();
      if (found > 0 && found * 2 >= named.size()) {
        return Optional.of(row);
      }
    }
    return Optional.empty();
  }

  /** A row that is the headers, whatever stands in it. */
  private static HeaderCandidate named(EarlyRow row, Optional<Table> as, Optional<SheetPlan> plan) {
    HeaderCandidate best = null;
    double most = 0;
    for (Table table : as.isPresent() ? List.of(as.get()) : List.of(Table.values())) {
      HeaderCandidate candidate = HeaderCandidate.of(row, table, -1);
      double score = candidate.score() + plan.map(p -> planned(p, table)).orElse(0.0);
      if (best == null || score > most) {
        best = candidate;
        most = score;
      }
    }
    return best;
  }

  /** How much the fields that the settings fill say for a table. */
  private static double planned(SheetPlan plan, Table table) {
    double score = 0;
    for (String name : plan.columns().keySet()) {
      Optional<Field> field = Field.named(name);
      if (field.isPresent() && table.fields().contains(field.get())) {
        score += HeaderWords.weight(table, field.get());
      }
    }
    return score;
  }

  private static FoundHeader withoutHeader(
      Sheet sheet, List<EarlyRow> early, Optional<Table> as, boolean mayBeLines)
      throws UnreadableSheetException {
    Optional<FoundHeader> guessed =
        mayBeLines ? byContent(sheet, early, as) : ColumnGuesser.guess(early, as);
    if (guessed.isPresent()) {
      return guessed.get();
    }
    return unnamed(early, as);
  }

  /** A sheet without headers of which nothing tells what its columns hold. */
  private static FoundHeader unnamed(List<EarlyRow> early, Optional<Table> as) {
    int width = early.stream().mapToInt(row -> row.cells().size()).max().orElse(0);
    List<Column> columns = new ArrayList<>();
    for (int i = 0; i < width; i++) {
      columns.add(new Column(i, "", Optional.empty(), null));
    }
    return new FoundHeader(
        as.orElse(Table.USERS), 0, SecretColumns.marked(columns, early), List.of());
  }

  /** What a sheet without headers is: lines of people, or columns that look like something. */
  private static Optional<FoundHeader> byContent(
      Sheet sheet, List<EarlyRow> early, Optional<Table> as) throws UnreadableSheetException {
    Optional<FoundHeader> columns = ColumnGuesser.guess(early, as);
    boolean people = as.isEmpty() || as.get() == Table.USERS;
    if (people && (columns.isEmpty() || !ColumnGuesser.isTable(early))) {
      Optional<FoundHeader> lines = PeopleLines.find(sheet);
      if (lines.isPresent()) {
        return lines;
      }
    }
    return columns;
  }

  private static FoundHeader find(Sheet sheet, List<EarlyRow> early, Optional<Table> as)
      throws UnreadableSheetException {
    FileFacts facts = sheet.facts();
    HeaderCandidate best = null;
    for (EarlyRow row : early) {
      int addresses = ColumnLooks.unclaimedAddresses(row, early);
      for (Table table : as.isPresent() ? List.of(as.get()) : List.of(Table.values())) {
        HeaderCandidate candidate = HeaderCandidate.of(row, table, addresses);
        if (candidate.isHeader() && candidate.isData(early)) {
          continue;
        }
        boolean taken = candidate.isHeader() && !(as.isEmpty() && candidate.isNameAlone());
        if (taken && (best == null || candidate.score() > best.score())) {
          best = candidate;
        }
      }
    }
    if (best != null && best.isDoubtful() && !ColumnGuesser.isTable(early)) {
      // “Crew, autumn” above typed names: a title in which a word happens to be a header.
      Optional<FoundHeader> lines = PeopleLines.find(sheet);
      if (lines.isPresent() && (as.isEmpty() || as.get() == Table.USERS)) {
        return lines.get();
      }
    }
    if (best != null) {
      return best.found(early);
    }
    Optional<FoundHeader> byValues = byContent(sheet, early, as);
    if (byValues.isPresent()) {
      return byValues.get();
    }
    if (as.isPresent() && early.size() == 1) {
      // One row alone is no header of anything.
      return unnamed(early, as);
    }
    if (as.isPresent()) {
      return new HeaderCandidate(
              early.get(0), as.get(), HeaderWords.match(as.get(), early.get(0).cells()), 0, false)
          .found(early);
    }
    throw UnreadableSheetException.notATable(
        "no column header is one that we know; the first row with text in it is row "
            + early.get(0).number()
            + (facts.separator() == null
                ? ""
                : ", read with " + facts.separatorWord() + " between the cells")
            + ". A sheet of users, say, has headers such as “given name”, “family name”, “email”");
  }

  private static List<EarlyRow> earlyRows(Sheet sheet, int upTo) throws UnreadableSheetException {
    List<EarlyRow> early = new ArrayList<>();
    boolean[] tooWide = {false};
    sheet.read(
        row -> {
          if (!row.isBlank()) {
            List<String> cells = new ArrayList<>();
            for (int i = MOST_COLUMNS; i < row.size(); i++) {
              tooWide[0] |= !row.cell(i).isBlank();
            }
            for (int i = 0; i < Math.min(MOST_COLUMNS, row.size()); i++) {
              cells.add(Cleaning.clean(row.cell(i)));
            }
            while (cells.get(cells.size() - 1).isEmpty()) {
              cells.remove(cells.size() - 1);
            }
            Cell second = row.cell(1);
            boolean spaced = !second.isEmpty() && second.charAt(0) == ' ';
            early.add(new EarlyRow(row.number(), cells, spaced, row.size()));
          }
          return !tooWide[0]
              && (early.size() < EarlyRow.MOST || row.number() < Math.min(upTo, LAST_HEADER_ROW));
        });
    if (tooWide[0]) {
      throw new UnreadableSheetException(
          early.get(early.size() - 1).number(),
          "it has more than " + MOST_COLUMNS + " columns, which no spreadsheet program has");
    }
    return early;
  }
}
