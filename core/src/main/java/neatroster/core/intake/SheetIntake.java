package neatroster.core.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;

/** Makes out of a sheet's headers and first values how it is read. */
public final class SheetIntake {
  private SheetIntake() {}

  /**
   * Reads as much of a sheet as it takes to understand it.
   *
   * @param as the table that the user says it is
   * @throws UnreadableSheetException where it cannot be read or holds no table
   */
  public static SheetReading of(Sheet sheet, Optional<Table> as) throws UnreadableSheetException {
    return of(sheet, as, Settings.standard());
  }

  /**
   * Reads as much of a sheet as it takes to understand it.
   *
   * @param as the table that the user says it is
   * @param settings what the folder's settings say, also of this sheet
   * @throws UnreadableSheetException where it cannot be read or holds no table
   * @throws SheetPlanException where the settings name what the sheet does not have
   */
  public static SheetReading of(Sheet sheet, Optional<Table> as, Settings settings)
      throws UnreadableSheetException {
    return of(sheet, as, settings, Optional.empty());
  }

  /**
   * Reads as much of a sheet as it takes to understand it.
   *
   * @param note what it says of the sheet that it is a copy of
   */
  public static SheetReading of(
      Sheet sheet, Optional<Table> as, Settings settings, Optional<SourceNote> note)
      throws UnreadableSheetException {
    Optional<SheetPlan> plan = plan(sheet.name(), settings.reading(), note);
    FoundHeader found = HeaderFinder.find(sheet, as.or(() -> plan.flatMap(SheetPlan::table)), plan);
    boolean said = as.isPresent() || plan.flatMap(SheetPlan::table).isPresent();
    return of(sheet, found, new Understanding(settings, note, plan, said));
  }

  /**
   * A sheet of whose headers none is known, to be understood with others in view; nothing where it
   * has no columns.
   *
   * @param note what it says of the sheet that it is a copy of
   * @throws UnreadableSheetException where it cannot be read
   */
  public static Optional<SheetReading> ofUnknown(
      Sheet sheet, Settings settings, Optional<SourceNote> note) throws UnreadableSheetException {
    Optional<SheetPlan> plan = plan(sheet.name(), settings.reading(), note);
    return HeaderFinder.unknown(sheet)
        .map(found -> of(sheet, found, new Understanding(settings, note, plan, false)));
  }

  /** What the settings say of a sheet, or of the one that it is a copy of. */
  private static Optional<SheetPlan> plan(
      SheetName name, Settings.Reading settings, Optional<SourceNote> note) {
    if (note.isEmpty()) {
      return settings.planFor(name);
    }
    SheetName source = note.get().source();
    if (note.get().headersFirst()) {
      return settings.planFor(source).map(plan -> plan.withHeaderRow(1));
    }
    return settings.planFor(name).or(() -> settings.planFor(source));
  }

  private static SheetReading of(Sheet sheet, FoundHeader headers, Understanding by) {
    PlannedColumns columns = new PlannedColumns(headers, by.plan(), by.settings().reading());
    SheetReading reading =
        new SheetReading(
            headers.lines().map(FoundHeader.Lines::rows).orElse(sheet),
            headers.with(headers.table(), columns.columns()),
            by,
            columns,
            SheetRows::dates);
    return EnrollmentFinder.byHeaders(reading).map(reading::enrolling).orElse(reading);
  }

  /**
   * The same sheet read as another table.
   *
   * @param isProven whether something proves that it is that one
   * @throws UnreadableSheetException where it cannot be read
   */
  static SheetReading as(SheetReading reading, Table other, boolean isProven)
      throws UnreadableSheetException {
    if (other == reading.table() || reading.headerRow() == 0) {
      return reading;
    }
    Understanding by = reading.by();
    Optional<Table> doubt = isProven ? Optional.empty() : Optional.of(reading.table());
    return of(
        reading.sheet(),
        HeaderFinder.at(reading.sheet(), reading.headerRow(), other),
        new Understanding(by.settings(), by.note(), by.plan(), by.isTableSaid(), doubt, isProven));
  }

  /**
   * The same sheet, its rows saying who moves from one course, or group, to another.
   *
   * @param ofGroups whether groups of the course in the column of courses are meant
   */
  static SheetReading moving(SheetReading reading, int from, int to, boolean ofGroups) {
    Map<Integer, Column> others = new HashMap<>();
    for (int column : new int[] {from, to}) {
      others.put(column, reading.columns().get(column).as(Optional.empty(), null));
    }
    SheetReading bare = linking(reading, others);
    int course = ofGroups ? bare.indexOf(Field.COURSE) : -1;
    return bare.enrolling(new EnrollmentColumns.Moves(from, to, course, bare.indexOf(Field.ROLE)));
  }

  /**
   * A list of people of which no header is known, with the row that has names of courses as its
   * headers; the same where there is none. What its values told of its columns holds.
   */
  static SheetReading withCoursesAsHeaders(SheetReading reading, CourseNames courses)
      throws UnreadableSheetException {
    if (reading.table() != Table.USERS
        || reading.headerRow() > 0
        || reading.isTableSaid()
        || reading.isOfLines()) {
      return reading;
    }
    Optional<FoundHeader> with =
        HeaderFinder.withCourses(reading.sheet(), cell -> courses.named(cell).isPresent());
    if (with.isEmpty()) {
      return reading;
    }
    List<Column> told = new ArrayList<>();
    for (Column column : with.get().columns()) {
      Optional<Field> byValues =
          column.index() < reading.columns().size()
              ? reading.columns().get(column.index()).field()
              : Optional.empty();
      boolean isCourse = courses.named(column.header()).isPresent();
      boolean isName = byValues.equals(Optional.of(Field.FULL_NAME));
      told.add(
          column.field().isEmpty() && !isCourse && isName
              ? column.as(byValues, Column.By.VALUES)
              : column);
    }
    return of(reading.sheet(), with.get().with(reading.table(), told), reading.by());
  }

  /** The same sheet with other columns in the place of some, by their index. */
  static SheetReading linking(SheetReading reading, Map<Integer, Column> others) {
    List<Column> changed = new ArrayList<>();
    reading.columns().forEach(column -> changed.add(others.getOrDefault(column.index(), column)));
    return of(reading.sheet(), reading.found().with(reading.table(), changed), reading.by());
  }
}
