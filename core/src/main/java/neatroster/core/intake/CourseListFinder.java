package neatroster.core.intake;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import neatroster.core.model.Field;

/**
 * Finds the list of courses among sheets of which no header says “course”: the one whose different
 * codes, or titles, the other sheets repeat, as columns of values or as the headers of a grid.
 */
final class CourseListFinder {
  /** What lists of people have and lists of courses have not. */
  private static final Set<Field> OF_PEOPLE =
      EnumSet.of(
          Field.GIVEN_NAME,
          Field.FAMILY_NAME,
          Field.USERNAME,
          Field.EMAIL,
          Field.PHONE,
          Field.BIRTH_DATE,
          Field.GUARDIAN_NAME,
          Field.GUARDIAN_EMAIL);

  private final List<SheetReading> sheets;
  private final Function<SheetReading, List<ColumnSample>> samples;
  private final Function<String, Boolean> isRole;
  private final List<Candidate> candidates = new ArrayList<>();
  private final Map<String, List<Candidate>> havingValue = new HashMap<>();

  /** A column whose values may be what others refer to. */
  private static final class Candidate {
    final SheetReading sheet;
    final Column column;
    final Set<SheetReading> referring = new HashSet<>();

    /** The sheets that name one of its values or more. */
    final Set<SheetReading> naming = new HashSet<>();

    Candidate(SheetReading sheet, Column column) {
      this.sheet = sheet;
      this.column = column;
    }
  }

  /**
   * A list of courses.
   *
   * @param sheet the sheet
   * @param columns the columns that others refer to, the one that most do first
   */
  record Found(SheetReading sheet, List<Column> columns) {}

  private CourseListFinder(
      List<SheetReading> sheets,
      Function<SheetReading, List<ColumnSample>> samples,
      Function<String, Boolean> isRole) {
    this.sheets = sheets;
    this.samples = samples;
    this.isRole = isRole;
  }

  /** The list of courses, where the others show one and no second. */
  static Optional<Found> find(
      List<SheetReading> sheets,
      Function<SheetReading, List<ColumnSample>> samples,
      Function<String, Boolean> isRole) {
    CourseListFinder finder = new CourseListFinder(sheets, samples, isRole);
    sheets.forEach(finder::addCandidates);
    if (!finder.candidates.isEmpty()) {
      sheets.forEach(finder::addReferences);
    }
    return finder.found();
  }

  private void addCandidates(SheetReading sheet) {
    if (sheet.isTableSaid() || sheet.headerRow() == 0 || isOfPeople(sheet)) {
      return;
    }
    for (Column column : sheet.columns()) {
      ColumnSample sample = samples.apply(sheet).get(column.index());
      if (sample.filled() >= 2
          && sample.isNearlyFull()
          && sample.isMostlyDistinct()
          && sample.mostAre(this::namesSomething)
          && !HeaderlessCodes.isCode(column.header())) {
        Candidate candidate = new Candidate(sheet, column);
        candidates.add(candidate);
        for (String value : sample.keys()) {
          havingValue.computeIfAbsent(value, v -> new ArrayList<>()).add(candidate);
        }
      }
    }
  }

  /** Whether a sheet has what only people have, or calls something a name that is a person’s. */
  private boolean isOfPeople(SheetReading sheet) {
    for (Column column : sheet.columns()) {
      if (column.field().filter(OF_PEOPLE::contains).isPresent()
          || samples.apply(sheet).get(column.index()).areNamesUnder(column.header())) {
        return true;
      }
    }
    return false;
  }

  /** Whether a value can be what a course is called: no mark, no role, no number, no date. */
  private boolean namesSomething(String value) {
    return value.length() > 1
        && value.codePoints().anyMatch(Character::isLetter)
        && !EnrollmentMarks.isMark(value, isRole);
  }

  private void addReferences(SheetReading sheet) {
    for (ColumnSample sample : samples.apply(sheet)) {
      refer(sheet, sample);
      refer(sheet, sample.apart());
    }
    Map<Candidate, Integer> headers = new HashMap<>();
    for (Column column : sheet.columns()) {
      count(ColumnSample.fold(column.header()), 1, headers);
    }
    headers.forEach((candidate, count) -> note(candidate, sheet, count >= 2));
  }

  private void refer(SheetReading sheet, ColumnSample sample) {
    if (sample.filled() < 2 || !sample.repeats()) {
      return;
    }
    Map<Candidate, Integer> rows = new HashMap<>();
    Map<Candidate, Integer> distinct = new HashMap<>();
    for (String written : sample.written()) {
      count(ColumnSample.fold(written), sample.rowsOf(written), rows);
      count(ColumnSample.fold(written), 1, distinct);
    }
    rows.forEach(
        (candidate, count) -> {
          boolean isMost = count * 10 >= sample.filled() * 6;
          if (isMost && candidate.sheet != sheet) {
            candidate.naming.add(sheet);
          }
          note(candidate, sheet, isMost && distinct.get(candidate) > 1);
        });
  }

  private void count(String value, int rows, Map<Candidate, Integer> counts) {
    for (Candidate candidate : havingValue.getOrDefault(value, List.of())) {
      counts.merge(candidate, rows, Integer::sum);
    }
  }

  private static void note(Candidate candidate, SheetReading sheet, boolean refers) {
    if (refers && candidate.sheet != sheet) {
      candidate.referring.add(sheet);
    }
  }

  private Optional<Found> found() {
    Map<SheetReading, Set<SheetReading>> referring = new HashMap<>();
    Set<SheetReading> naming = new HashSet<>();
    for (Candidate candidate : candidates) {
      naming.addAll(candidate.naming);
      referring
          .computeIfAbsent(candidate.sheet, sheet -> new HashSet<>())
          .addAll(candidate.referring);
    }
    // Groups are referred to as well, and refer to the courses themselves.
    List<SheetReading> lists = new ArrayList<>();
    for (SheetReading sheet : sheets) {
      if (!referring.getOrDefault(sheet, Set.of()).isEmpty() && !naming.contains(sheet)) {
        lists.add(sheet);
      }
    }
    if (lists.size() != 1) {
      return Optional.empty();
    }
    List<Column> columns =
        candidates.stream()
            .filter(one -> one.sheet == lists.get(0) && !one.referring.isEmpty())
            .sorted((one, other) -> other.referring.size() - one.referring.size())
            .map(one -> one.column)
            .toList();
    return Optional.of(new Found(lists.get(0), columns));
  }
}
