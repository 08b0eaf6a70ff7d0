package neatroster.core.intake;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Function;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.DateOrder;
import neatroster.core.model.DateReading;
import neatroster.core.model.Field;
import neatroster.core.model.FieldType;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.settings.Settings;
import neatroster.core.settings.SheetPlan;
import neatroster.core.text.Cell;
import neatroster.core.text.Cleaning;
import neatroster.core.text.NameOrder;
import neatroster.core.text.RowBlock;
import neatroster.core.value.Judged;
import neatroster.core.value.Values;

/** How one sheet is understood. */
@SuppressWarnings("EnumOrdinal") // looked up for every cell of every row
public final class SheetReading {
  private final Sheet sheet;
  private final FoundHeader found;
  private final Table table;
  private final int headerRow;
  private final List<Column> columns;
  private final List<SkippedRow> titles;
  private final Optional<EnrollmentColumns> enrolling;
  private final Planned planned;

  /** So many rows tell in which order names are written. */
  private static final int ROWS_OF_NAMES = 300;

  private Boolean familyFirst;
  private boolean isOrderTold;
  private DateColumns dateColumns;
  private final int[] columnOfField = new int[Field.values().length];

  /**
   * What the settings say of the sheet.
   *
   * @param by what the sheet is understood by
   * @param words for a field, by its name, what its values are to be read as
   * @param mappings the columns in which something else stands than the sheet says
   * @param parts the columns that are used up in putting others together
   * @param own the columns of the school's own fields
   * @param dates how a date is read that could be two
   * @param source the sheet that this one is a copy of
   * @param values who says what the values of its fields are
   */
  private record Planned(
      Understanding by,
      Map<String, Map<String, String>> words,
      List<ColumnMapping> mappings,
      List<Integer> parts,
      Map<OwnField, Integer> own,
      DateOrder dates,
      Optional<LocalDate> today,
      Optional<SheetName> source,
      Values values) {
    /** What the settings say of this sheet alone. */
    Optional<SheetPlan> plan() {
      return by.plan();
    }
  }

  private SheetReading(
      Sheet sheet, FoundHeader found, Planned planned, Optional<EnrollmentColumns> enrolling) {
    this.sheet = sheet;
    this.found = found;
    this.planned = planned;
    this.table = found.table();
    this.headerRow = found.row();
    this.columns = List.copyOf(found.columns());
    this.enrolling = enrolling;
    this.titles =
        found.titles().stream()
            .map(
                title ->
                    headings().containsKey(title.row())
                        ? new SkippedRow(title.row(), SkippedRow.HEADING)
                        : title)
            .toList();
    Arrays.fill(columnOfField, -1);
    for (Column column : columns) {
      column.field().ifPresent(field -> columnOfField[field.ordinal()] = column.index());
    }
  }

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

  /** Whether nothing tells yet what any column is. */
  public boolean isUnknown() {
    return columns.stream().allMatch(column -> column.field().isEmpty()) && enrolling.isEmpty();
  }

  /**
   * What a sheet is understood by besides its cells.
   *
   * @param note what it says of the sheet that it is a copy of
   * @param plan what the settings say of this sheet alone
   * @param isTableSaid whether the user or the settings say which table it is
   * @param otherTable the table that it could be as well, where nothing proves which
   * @param isProven whether other sheets show which table it is
   */
  private record Understanding(
      Settings settings,
      Optional<SourceNote> note,
      Optional<SheetPlan> plan,
      boolean isTableSaid,
      Optional<Table> otherTable,
      boolean isProven) {
    Understanding(
        Settings settings, Optional<SourceNote> note, Optional<SheetPlan> plan, boolean said) {
      this(settings, note, plan, said, Optional.empty(), false);
    }
  }

  private static SheetReading of(Sheet sheet, FoundHeader headers, Understanding by) {
    Settings settings = by.settings();
    Optional<SheetPlan> plan = by.plan();
    PlannedColumns columns = new PlannedColumns(headers, plan, settings.reading().ownFields());
    Map<String, Map<String, String>> words = PlannedColumns.words(settings.reading().words(), plan);
    if (columns.columns().stream().anyMatch(c -> c.field().equals(Optional.of(Field.STATUS)))) {
      Map<String, String> statuses =
          words.computeIfAbsent(Field.STATUS.label(), f -> new HashMap<>());
      StatusWords.of(headers.table()).forEach(statuses::putIfAbsent);
      columns.columns().stream()
          .filter(column -> column.field().equals(Optional.of(Field.STATUS)))
          .forEach(column -> StatusWords.ofFlag(column.header()).forEach(statuses::putIfAbsent));
    }
    Planned planned =
        new Planned(
            by,
            words,
            columns.mappings(words),
            columns.parts(),
            columns.own(),
            plan.flatMap(SheetPlan::dates).orElse(settings.dates()),
            settings.reading().today(),
            by.note().map(SourceNote::source),
            new Values(settings));
    Sheet read = headers.lines().isPresent() ? headers.lines().get() : sheet;
    FoundHeader found = headers.with(headers.table(), columns.columns());
    SheetReading plain = new SheetReading(read, found, planned, Optional.empty());
    return new SheetReading(read, found, planned, plain.enrollingByHeaders());
  }

  /** The table that the sheet could be as well, where nothing proves which it is. */
  public Optional<Table> otherTable() {
    return planned.by().otherTable();
  }

  /** Whether the user or the settings say which table the sheet is. */
  boolean isTableSaid() {
    return planned.by().isTableSaid();
  }

  /**
   * The same sheet read as another table.
   *
   * @param isProven whether something proves that it is that one
   * @throws UnreadableSheetException where it cannot be read
   */
  SheetReading as(Table other, boolean isProven) throws UnreadableSheetException {
    if (other == table || headerRow == 0) {
      return this;
    }
    Understanding by = planned.by();
    Optional<Table> doubt = isProven ? Optional.empty() : Optional.of(table);
    return of(
        sheet,
        HeaderFinder.at(sheet, headerRow, other),
        new Understanding(by.settings(), by.note(), by.plan(), by.isTableSaid(), doubt, isProven));
  }

  /**
   * The same sheet, its rows saying who moves from one course, or group, to another.
   *
   * @param ofGroups whether groups of the course in the column of courses are meant
   */
  SheetReading moving(int from, int to, boolean ofGroups) {
    Map<Integer, Column> others = new HashMap<>();
    for (int column : new int[] {from, to}) {
      others.put(column, columns.get(column).as(Optional.empty(), null));
    }
    SheetReading bare = linking(others);
    int course = ofGroups ? bare.indexOf(Field.COURSE) : -1;
    return bare.enrolling(new EnrollmentColumns.Moves(from, to, course, bare.indexOf(Field.ROLE)));
  }

  /**
   * A list of people of which no header is known, with the row that has names of courses as its
   * headers; the same where there is none. What its values told of its columns holds.
   */
  SheetReading withCoursesAsHeaders(CourseNames courses) throws UnreadableSheetException {
    if (table != Table.USERS || headerRow > 0 || isTableSaid() || found.lines().isPresent()) {
      return this;
    }
    Optional<FoundHeader> with =
        HeaderFinder.withCourses(sheet, cell -> courses.named(cell).isPresent());
    if (with.isEmpty()) {
      return this;
    }
    List<Column> told = new ArrayList<>();
    for (Column column : with.get().columns()) {
      Optional<Field> byValues =
          column.index() < columns.size() ? columns.get(column.index()).field() : Optional.empty();
      boolean isCourse = courses.named(column.header()).isPresent();
      boolean isName = byValues.equals(Optional.of(Field.FULL_NAME));
      told.add(
          column.field().isEmpty() && !isCourse && isName
              ? column.as(byValues, Column.By.VALUES)
              : column);
    }
    return of(sheet, with.get().with(table, told), planned.by());
  }

  /** The same sheet with other columns in the place of some, by their index. */
  SheetReading linking(Map<Integer, Column> others) {
    List<Column> changed = new ArrayList<>();
    columns.forEach(column -> changed.add(others.getOrDefault(column.index(), column)));
    return of(sheet, found.with(table, changed), planned.by());
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

  private Optional<EnrollmentColumns> enrollingByHeaders() {
    int role = indexOf(Field.ROLE);
    if (table == Table.USERS && has(Field.ENROLLMENTS_CELL)) {
      return Optional.of(new EnrollmentColumns.InOneCell(indexOf(Field.ENROLLMENTS_CELL), role));
    }
    if (table == Table.USERS || (table == Table.ENROLLMENTS && !has(Field.COURSE))) {
      Optional<EnrollmentColumns> numbered =
          EnrollmentColumns.InNumberedColumns.find(columns, role);
      if (numbered.isPresent()) {
        return numbered;
      }
    }
    if (table == Table.USERS && has(Field.COURSE)) {
      return Optional.of(
          new EnrollmentColumns.OnEachRow(
              indexOf(Field.COURSE),
              role,
              indexOf(Field.GROUP),
              indexOf(Field.STARTS),
              indexOf(Field.ENDS),
              null));
    }
    return Optional.empty();
  }

  /**
   * The same sheet, its rows enrolling in the courses that its headers or its name mean, where they
   * mean any.
   *
   * @param courses the courses there are
   * @param isRole whether a text is a word for a role
   * @param course the course that the user says the sheet is a list of
   */
  SheetReading enrollingIn(
      CourseNames courses, Function<String, Boolean> isRole, Optional<String> course)
      throws UnreadableSheetException {
    boolean listsPeople = table == Table.USERS || (table == Table.ENROLLMENTS && has(Field.USER));
    if (course.isPresent() && listsPeople && !mayBeClassList()) {
      // What the user says beats what a column says.
      return enrolling(
          new EnrollmentColumns.InOneCourse(
              course.get(), indexOf(Field.ROLE), indexOf(Field.GROUP)));
    }
    if (enrolling.isPresent() && enrolling.get() instanceof EnrollmentColumns.OnEachRow onEachRow) {
      return enrolling(onEachRow.among(courses));
    }
    if (!mayBeClassList()) {
      return this;
    }
    if (table == Table.USERS && !hasNames()) {
      SheetReading references = ofReferences();
      SheetReading enrolling = references.enrollingIn(courses, isRole, course);
      return enrolling.enrolls() ? enrolling : this;
    }
    int role = indexOf(Field.ROLE);
    Optional<String> said = course.or(() -> planned.plan().flatMap(SheetPlan::course));
    if (said.isPresent()) {
      return enrolling(new EnrollmentColumns.InOneCourse(said.get(), role, indexOf(Field.GROUP)));
    }
    Optional<EnrollmentColumns> grid = grid(courses, isRole, role);
    if (grid.isPresent()) {
      return enrolling(grid.get());
    }
    NavigableMap<Integer, CourseNames.Heading> headings = headings(courses);
    if (!headings.isEmpty() && headings.lastKey() > found.lastAbove()) {
      return enrolling(new EnrollmentColumns.UnderHeadings(headings, role, indexOf(Field.GROUP)));
    }
    Optional<String> named = courseOfSheet(courses);
    return named.isPresent()
        ? enrolling(new EnrollmentColumns.InOneCourse(named.get(), role, indexOf(Field.GROUP)))
        : this;
  }

  /** Whether the sheet lists people and does not say itself which courses they are in. */
  boolean mayBeClassList() {
    boolean people =
        table == Table.USERS
            || (table == Table.ENROLLMENTS && has(Field.USER) && !has(Field.COURSE));
    return people && enrolling.isEmpty();
  }

  /** Whether which courses there are tells how the sheet says who is in them. */
  boolean asksForCourses() {
    return mayBeClassList()
        || (enrolling.isPresent() && enrolling.get() instanceof EnrollmentColumns.OnEachRow);
  }

  /** Whether the sheet has any part of people's names. */
  boolean hasNames() {
    return has(Field.GIVEN_NAME)
        || has(Field.FAMILY_NAME)
        || has(Field.FULL_NAME)
        || has(Field.PREFERRED_NAME);
  }

  /**
   * A list that says no names, only who is meant: its rows refer to people, they do not describe
   * them.
   */
  private SheetReading ofReferences() {
    List<Column> referring = new ArrayList<>();
    boolean user = false;
    for (Column column : columns) {
      Optional<Field> field = column.field();
      boolean mark =
          field.isPresent()
              && (field.get() == Field.EMAIL
                  || field.get() == Field.USERNAME
                  || field.get() == Field.ID);
      if (mark && !user) {
        user = true;
        field = Optional.of(Field.USER);
      } else if (field.isPresent() && !Table.ENROLLMENTS.fields().contains(field.get())) {
        field = Optional.empty();
      }
      referring.add(column.as(field, column.by()));
    }
    return new SheetReading(
        sheet, found.with(Table.ENROLLMENTS, referring), planned, Optional.empty());
  }

  private SheetReading enrolling(EnrollmentColumns in) {
    return new SheetReading(sheet, found, planned, Optional.of(in));
  }

  /**
   * A grid, if headers are courses, or codes of one pattern where none are listed, and most cells
   * below them marks or roles. A column of marks whose code is none is one of the grid all the
   * same.
   */
  private Optional<EnrollmentColumns> grid(
      CourseNames courses, Function<String, Boolean> isRole, int role)
      throws UnreadableSheetException {
    Map<Integer, String> known = new TreeMap<>();
    List<Column> codes = new ArrayList<>();
    List<String> said = planned.by().note().map(SourceNote::coursesOfGrid).orElse(List.of());
    for (Column column : columns) {
      if (said.contains(column.header())) {
        known.put(column.index(), column.header());
      } else if (said.isEmpty()
          && column.field().isEmpty()
          && !column.header().isEmpty()
          && !isSettled(column)) {
        Optional<String> code = courses.named(column.header());
        code.ifPresent(c -> known.put(column.index(), c));
        if (code.isEmpty() && HeaderlessCodes.isCode(column.header())) {
          codes.add(column);
        }
      }
    }
    boolean unlisted = known.isEmpty() && courses.isEmpty() && codes.size() > 1;
    if (known.isEmpty() && !unlisted) {
      return Optional.empty();
    }
    GridMarks marks = new GridMarks(columns.size());
    read(row -> marks.add(row, isRole));
    List<Integer> at = new ArrayList<>();
    List<String> named = new ArrayList<>();
    for (Column column : columns) {
      boolean code =
          codes.contains(column)
              && marks.areMarks(column.index())
              && (!unlisted || marks.saysMoreThanNumbers(column.index()));
      boolean listed = known.containsKey(column.index());
      if (listed || code) {
        at.add(column.index());
        named.add(known.getOrDefault(column.index(), column.header()));
      }
    }
    return marks.areMostly(at) || !said.isEmpty()
        ? Optional.of(new EnrollmentColumns.InAGrid(at, named, role, isRole))
        : Optional.empty();
  }

  /** The rows with a single cell that names a course, or a group of one. */
  private NavigableMap<Integer, CourseNames.Heading> headings(CourseNames courses)
      throws UnreadableSheetException {
    NavigableMap<Integer, CourseNames.Heading> headings = new TreeMap<>();
    if (!courses.isEmpty()) {
      sheet.read(
          row -> {
            String only = row.number() == headerRow ? "" : onlyCell(row);
            if (!only.isEmpty()) {
              courses
                  .heading(only)
                  .or(() -> mayBeHeading(only, courses))
                  .ifPresent(named -> headings.put(row.number(), named));
            }
            return true;
          });
    }
    return headings;
  }

  /**
   * A heading with a slip in it: its own text is the course, and the check says that it is none.
   */
  private static Optional<CourseNames.Heading> mayBeHeading(String text, CourseNames courses) {
    return courses.isNearly(text)
        ? Optional.of(new CourseNames.Heading(text, ""))
        : Optional.empty();
  }

  /** The text of the only filled cell of a row; empty where there are more, or none. */
  private static String onlyCell(SheetRow row) {
    int only = -1;
    for (int i = 0; i < row.size(); i++) {
      if (!row.cell(i).isBlank()) {
        if (only >= 0) {
          return "";
        }
        only = i;
      }
    }
    return only < 0 ? "" : row.cell(only).cleaned();
  }

  /** The headings that name the courses of the rows below, by the numbers of their rows. */
  NavigableMap<Integer, CourseNames.Heading> headings() {
    return enrolling.isPresent() && enrolling.get() instanceof EnrollmentColumns.UnderHeadings under
        ? under.headings()
        : Collections.emptyNavigableMap();
  }

  /** The course that the sheet's tab, a title above its headers, or the file's name means. */
  private Optional<String> courseOfSheet(CourseNames courses) throws UnreadableSheetException {
    List<String> names = new ArrayList<>();
    if (name().sheet() != null) {
      names.add(name().sheet());
    }
    if (!titles.isEmpty()) {
      sheet.read(
          row -> {
            boolean title = row.number() != headerRow && row.number() <= found.lastAbove();
            for (int i = 0; title && i < row.size(); i++) {
              names.add(row.cell(i).cleaned());
            }
            return row.number() < found.lastAbove();
          });
    }
    String file = name().file().replaceAll(".*[/\\\\]", "");
    names.add(file.replaceAll("\\.[^.]*$", ""));
    for (String candidate : names) {
      Optional<String> course = courses.mentioned(candidate);
      if (course.isPresent()) {
        return course;
      }
    }
    return Optional.empty();
  }

  /** Hands on the enrollments that one row of people holds. */
  public void enrollmentsOf(RosterRow row, Consumer<RosterRow> receiver) {
    enrolling.ifPresent(in -> in.enrollments(row, receiver));
  }

  /**
   * The columns in which a row of people says a group or a role of a course that it does not name:
   * nobody is enrolled by it.
   */
  public List<Column> withoutCourse(RosterRow row) {
    List<Column> lost = new ArrayList<>();
    if (table == Table.USERS) {
      List<Integer> at =
          enrolling.isPresent()
              ? enrolling.get().withoutCourse(row)
              : EnrollmentColumns.InNumberedColumns.withoutAnyCourse(columns);
      for (int column : at) {
        if (!row.cellAt(column).isBlank()) {
          lost.add(columns.get(column));
        }
      }
      if (!usesGroupColumn() && has(Field.GROUP) && row.has(Field.GROUP)) {
        lost.add(columns.get(indexOf(Field.GROUP)));
      }
    }
    return lost;
  }

  /** Whether a column of groups beside the courses says in which group of a course somebody is. */
  public boolean usesGroupColumn() {
    return enrolling.map(EnrollmentColumns::usesGroupColumn).orElse(false);
  }

  /** Whether {@link #withoutCourse} may find anything in a row. */
  public boolean mayLackCourse() {
    boolean numbered =
        enrolling.isPresent()
            || !EnrollmentColumns.InNumberedColumns.withoutAnyCourse(columns).isEmpty();
    return table == Table.USERS && (numbered || has(Field.GROUP));
  }

  /** How the sheet says who is in which course. */
  public EnrollmentForm shape() {
    return enrolling.map(EnrollmentColumns::shape).orElse(EnrollmentForm.ROWS);
  }

  /** The codes of the courses that the headers of a grid name; none where it is no grid. */
  List<String> coursesOfGrid() {
    return enrolling.isPresent() && enrolling.get() instanceof EnrollmentColumns.InAGrid grid
        ? grid.courses()
        : List.of();
  }

  /** Whether other sheets, and not its headers, showed which table the sheet is. */
  boolean isProvenByOthers() {
    return planned.by().isProven();
  }

  /**
   * Headers by which a copy of some rows is read as this sheet is, with no other sheet in view: our
   * own where it was not the headers that told.
   */
  public List<String> headersOfCopy() {
    List<String> headers = new ArrayList<>();
    for (Column column : columns) {
      boolean isTold =
          column.by() == Column.By.LINKED
              || (column.by() == Column.By.VALUES && column.field().isPresent())
              || column.header().isEmpty();
      headers.add(
          isTold ? column.field().map(Field::label).orElse(column.header()) : column.header());
    }
    if (enrolling.isPresent() && enrolling.get() instanceof EnrollmentColumns.InAGrid grid) {
      for (int i = 0; i < grid.columns().size(); i++) {
        headers.set(grid.columns().get(i), grid.courses().get(i));
      }
    } else if (enrolling.isPresent() && enrolling.get() instanceof EnrollmentColumns.Moves moves) {
      headers.set(moves.from(), "from");
      headers.set(moves.to(), "to");
    }
    return headers;
  }

  /** Whether a row of a list of moves leaves everything as it is. */
  public boolean isNoMove(RosterRow row) {
    return enrolling.isPresent()
        && enrolling.get() instanceof EnrollmentColumns.Moves moves
        && moves.isNoMove(row);
  }

  /** Whether rows of people hold enrollments besides. */
  public boolean enrolls() {
    return enrolling.isPresent();
  }

  /** The course that everybody in the sheet is in, if it is a class list. */
  public Optional<String> courseOfAll() {
    return enrolling
        .filter(in -> in instanceof EnrollmentColumns.InOneCourse)
        .map(in -> ((EnrollmentColumns.InOneCourse) in).course());
  }

  /** What the settings say of this sheet alone. */
  public Optional<SheetPlan> plan() {
    return planned.plan();
  }

  List<ColumnMapping> mappings() {
    return planned.mappings();
  }

  /** What the values of a field are to be read as, by value in lower case. */
  Map<String, String> wordsOf(Field field) {
    return planned.words().getOrDefault(field.label(), Map.of());
  }

  /** The columns, counted from 0, of the school's own fields that the sheet has. */
  public Map<OwnField, Integer> ownFields() {
    return planned.own();
  }

  /** The school's own field that a column holds. */
  public Optional<OwnField> ownField(Column column) {
    return planned.own().entrySet().stream()
        .filter(own -> own.getValue() == column.index())
        .map(Map.Entry::getKey)
        .findFirst();
  }

  /** Whether the settings say what becomes of a column: that it is left, or a field of its own. */
  public boolean isSettled(Column column) {
    return planned.own().containsValue(column.index())
        || planned
            .plan()
            .filter(
                plan ->
                    plan.leave().stream()
                        .anyMatch(
                            left ->
                                left.equalsIgnoreCase(column.letters())
                                    || HeaderWords.squeeze(left)
                                        .equals(HeaderWords.squeeze(column.header()))))
            .isPresent()
        || planned.plan().filter(plan -> claimsOther(plan, column)).isPresent();
  }

  /** Whether the settings name another column for the field that this one seems to be. */
  private boolean claimsOther(SheetPlan plan, Column column) {
    Optional<Field> seems = fieldNamed(column.header());
    return seems.isPresent()
        && plan.columns().keySet().stream().anyMatch(name -> Field.named(name).equals(seems));
  }

  /** Whether the column is a part of which another field is put together. */
  public boolean isPart(Column column) {
    return planned.parts().contains(column.index());
  }

  /** How the value of a field is put together from several columns, if it is. */
  public Optional<String> composed(Field field) {
    return planned.mappings().stream()
        .filter(mapping -> mapping.column() == indexOf(field) && mapping.pattern().isPresent())
        .map(mapping -> mapping.pattern().get().toString())
        .findFirst();
  }

  /**
   * How a date of a field is read: one that could be two in the order that most others of the
   * column show, else as the settings say. The first such date goes over the sheet.
   */
  public DateReading dateReading(Field field, String text) {
    DateOrder order =
        WrittenDates.dependsOnOrder(Cleaning.clean(text)) ? dateOrder(field) : DateOrder.DAY_FIRST;
    return new DateReading(order, isPast(field), planned.today());
  }

  /** Nobody is born or consents in the future. */
  private static boolean isPast(Field field) {
    return field == Field.BIRTH_DATE || field == Field.CONSENT;
  }

  /** How dates of a field are read that could be two. */
  public DateOrder dateOrder(Field field) {
    return shownOrder(field).orElse(planned.dates());
  }

  /** What the judge of a field's values makes of one in this sheet. */
  public Judged judged(Field field, Cell cell) {
    return judged(table, field, cell);
  }

  /** The value of a field as it is written where it is delivered or compared. */
  public String text(Field field, Cell cell) {
    return text(table, field, cell);
  }

  /** The value of a field in a row of a table. */
  String text(Table of, Field field, Cell cell) {
    return switch (field.type()) {
      case NAME, TEXT ->
          cell.length() > 0 && cell.charAt(0) == '\''
              ? judged(of, field, cell).text()
              : cell.cleaned();
      default -> cell.isEmpty() ? "" : judged(of, field, cell).text();
    };
  }

  /** What the judge of a field's values makes of one in a row of a table. */
  Judged judged(Table of, Field field, Cell cell) {
    return judged(of, field, cell, "");
  }

  /**
   * What the judge of a field's values makes of one in a row of a table.
   *
   * @param country the row's country, or empty
   */
  Judged judged(Table of, Field field, Cell cell, String country) {
    boolean day = field.type() == FieldType.DATE || field.type() == FieldType.CONSENT;
    String region =
        country.isEmpty() ? planned.plan().flatMap(SheetPlan::phoneRegion).orElse("") : country;
    return values()
        .judge(
            of,
            field,
            cell,
            day ? dateReading(field, cell.cleaned()) : DateReading.whole(usualDates()),
            region);
  }

  /** The day that a field's cell names, read in the order that its column shows. */
  public Optional<LocalDate> day(Field field, Cell cell) {
    String text = cell.cleaned();
    return WrittenDates.read(text, dateReading(field, text));
  }

  /** The code in a cell as it is compared: see {@link RosterRow#code}. */
  public CharSequence code(Field field, Cell cell) {
    return isPlainCode(cell) ? cell : judged(field, cell).text();
  }

  static boolean isPlainCode(Cell cell) {
    for (int i = 0; i < cell.length(); i++) {
      if (cell.charAt(i) > 0x7e || (i == 0 && cell.charAt(0) == '\'')) {
        return false;
      }
    }
    return true;
  }

  /** What the judge of one of the school's own fields makes of a value. */
  public Judged judged(OwnField field, Cell cell) {
    return values().judge(field, cell, new DateReading(usualDates(), false, today()));
  }

  /** Whether the settings have the cells of a column, counted from 0, read otherwise. */
  public boolean isMade(int column) {
    return mappings().stream().anyMatch(mapping -> mapping.column() == column);
  }

  /** Who says what the values of its fields are. */
  public Values values() {
    return planned.values();
  }

  /** The day on which dates are read, if it is known. */
  Optional<LocalDate> today() {
    return planned.today();
  }

  /** How a date is read that could be two, where no column shows it. */
  public DateOrder usualDates() {
    return planned.dates();
  }

  /** The fields with dates that the sheet has. */
  public List<Field> dateFields() {
    return DateColumns.DATES.stream().filter(this::has).toList();
  }

  /**
   * Takes from whoever has read the sheet what its columns of dates hold, so that it need not be
   * gone over for that.
   *
   * @param texts for each field how often each text stands there
   */
  public void takeDates(Map<Field, Map<String, Integer>> texts) {
    dateColumns = DateColumns.ofTexts(texts);
  }

  /** The order in which most dates of a column can be read alone, if any show it. */
  public Optional<DateOrder> shownOrder(Field field) {
    if (dateColumns == null) {
      dateColumns = DateColumns.of(this);
    }
    return dateColumns.order(field);
  }

  /**
   * Whether the full names of this list have the family name first, as all its rows together show.
   * The first question goes over some of the sheet.
   */
  boolean namesAreFamilyFirst() {
    if (familyFirst == null) {
      NameOrder order = new NameOrder();
      int[] left = {ROWS_OF_NAMES};
      try {
        sheet.read(
            raw -> {
              if (raw.number() > found.lastAbove() && !raw.isBlank()) {
                addName(raw, order);
                left[0]--;
              }
              return left[0] > 0;
            });
      } catch (UnreadableSheetException e) {
        // The check comes to the same place and says so; the rows up to there show what they show.
        left[0] = 0;
      }
      isOrderTold = order.isCertain();
      familyFirst = order.isFamilyFirst() && isOrderTold;
    }
    return familyFirst;
  }

  /** Whether full names are in an order that nothing in the sheet itself tells. */
  boolean isOrderOfNamesOpen() {
    if (table != Table.USERS || !has(Field.FULL_NAME) || has(Field.GIVEN_NAME)) {
      return false;
    }
    namesAreFamilyFirst();
    return !isOrderTold;
  }

  /** Says that other lists have the parts of these names, and which of them comes first here. */
  void settleOrderOfNames(boolean isFamilyFirst) {
    familyFirst = isFamilyFirst;
  }

  private void addName(SheetRow raw, NameOrder order) {
    String full = raw.cell(indexOf(Field.FULL_NAME)).cleaned();
    if (Names.isPlain(full)) {
      List<String> ends = NameOrder.ends(full);
      String username = has(Field.USERNAME) ? raw.cell(indexOf(Field.USERNAME)).cleaned() : "";
      String email = has(Field.EMAIL) ? raw.cell(indexOf(Field.EMAIL)).cleaned() : "";
      String address = username.isEmpty() ? email : username;
      order.add(ends.get(0), ends.get(1), address.replaceAll("@.*|\\d+$", ""));
    }
  }

  /** Whether it is a guess which of two columns without headers is the given name. */
  public boolean hasDoubtfulNames() {
    return found.doubtfulNames();
  }

  /**
   * Whether the sheet is a list in which several people share a line, so that its rows are counted
   * person by person.
   */
  public boolean countsPeople() {
    return found.lines().isPresent() && found.lines().get().countsPeople();
  }

  /** Whether the sheet is a typed list, whose columns are what is found on its lines. */
  public boolean isOfLines() {
    return found.lines().isPresent();
  }

  /** Whether the cells begin with a space because one is typed behind each separator. */
  public boolean hasSpacesBehindSeparators() {
    return found.spaced();
  }

  /**
   * How many cells rows have at the most where nothing is wrong, blank ones beyond the headers
   * included; as many as there may be where the format does not write down every cell.
   */
  int usualWidth() {
    return found.usualWidth();
  }

  /** Whether a column says which courses somebody is in. */
  public boolean saysCourse(Column column) {
    return enrolling.map(in -> in.columns().contains(column.index())).orElse(false);
  }

  /**
   * What the workbook does not show of the sheet; of its columns only those in which something
   * stands. Goes over the sheet where any are hidden.
   */
  public Hidden hidden() {
    Hidden hidden = sheet.hidden();
    if (hidden.columns().isEmpty()) {
      return hidden;
    }
    Set<Integer> used = new TreeSet<>();
    try {
      read(
          row -> {
            for (int column : hidden.columns()) {
              if (!row.raw().cell(column).isBlank()) {
                used.add(column);
              }
            }
          });
    } catch (UnreadableSheetException e) {
      // The check comes to the same place and says so.
      return hidden;
    }
    return new Hidden(hidden.sheet(), hidden.rows(), List.copyOf(used));
  }

  /** The sheet itself. */
  public Sheet sheet() {
    return sheet;
  }

  /** The sheet that this one is a copy of, or the sheet itself. */
  SheetName source() {
    return planned.source().orElse(name());
  }

  /** Where the sheet is. */
  public SheetName name() {
    return sheet.name();
  }

  /** What its rows are. */
  public Table table() {
    return table;
  }

  /** The row with the headers, from 1; 0 where the sheet has none. */
  public int headerRow() {
    return headerRow;
  }

  /** Every column, in order. */
  public List<Column> columns() {
    return columns;
  }

  /** Whether a column, counted from 0, holds passwords or may hold them. */
  public boolean isSecret(int index) {
    return index >= 0 && index < columns.size() && columns.get(index).secret();
  }

  /** Whether any column holds passwords or may hold them. */
  public boolean hasSecrets() {
    return columns.stream().anyMatch(Column::secret);
  }

  /**
   * Whether a row's cells may stand below headers that are not theirs, so that a password could be
   * in any of them.
   */
  public boolean isMisaligned(SheetRow row) {
    RosterRow misaligned = new RosterRow(this);
    misaligned.bind(row);
    return misaligned.isUneven();
  }

  /** Whether the sheet has a column for the field. */
  public boolean has(Field field) {
    return columnOfField[field.ordinal()] >= 0;
  }

  /** The field that a header would name in this sheet's table. */
  public Optional<Field> fieldNamed(String header) {
    return HeaderWords.match(table, header).map(HeaderWords.Match::field);
  }

  /** Whether it holds some rows of other sheets, given back to be mended: the whole of nothing. */
  public boolean isExcerpt() {
    return columns.stream().anyMatch(column -> SourceNote.isReason(column.header()));
  }

  /** What the settings say that the sheet is the whole of; rows given back cover nothing. */
  public Optional<String> covers() {
    return isExcerpt() ? Optional.empty() : plan().flatMap(SheetPlan::covers);
  }

  /** The column of a field, counted from 0, or -1. */
  public int indexOf(Field field) {
    return columnOfField[field.ordinal()];
  }

  /** The column that holds the field. */
  public Optional<Column> column(Field field) {
    return has(field) ? Optional.of(columns.get(indexOf(field))) : Optional.empty();
  }

  /**
   * Hands on each row below the header that is data.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public void read(Consumer<RosterRow> receiver) throws UnreadableSheetException {
    read(receiver, skipped -> {});
  }

  /**
   * Hands on each enrollment that the rows hold: the rows themselves in a sheet of enrollments,
   * else what the rows of people say besides.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public void readEnrollments(Consumer<RosterRow> receiver) throws UnreadableSheetException {
    readEnrollments(receiver, skipped -> {});
  }

  /**
   * Hands on each enrollment that the rows hold, and says which rows are no data.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public void readEnrollments(Consumer<RosterRow> receiver, Consumer<SkippedRow> skipped)
      throws UnreadableSheetException {
    if (enrolling.isEmpty()) {
      if (table == Table.ENROLLMENTS) {
        read(receiver, skipped);
      }
      return;
    }
    EnrollmentColumns in = enrolling.get();
    read(
        row -> {
          if (!row.isUneven()) {
            in.enrollments(row, receiver);
          } else if (table == Table.ENROLLMENTS) {
            receiver.accept(row);
          }
        },
        skipped);
  }

  /** Takes the rows of a sheet. */
  public interface BlockReceiver {
    /**
     * Takes some rows of a block, each with a cell for each column and nothing that the settings
     * have read otherwise.
     */
    void rows(RowBlock block, int from, int to);

    /** Takes a row; it is valid only during the call. */
    void row(RosterRow row);

    /** Takes a row that is no data. */
    void skipped(SkippedRow row);
  }

  /**
   * Hands on each row that is data, many together where nothing about them needs a closer look.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public void readBlocks(BlockReceiver receiver) throws UnreadableSheetException {
    titles.forEach(receiver::skipped);
    RowSorting sorting = new RowSorting(this, receiver);
    sheet.readBlocks(sorting);
  }

  /** The last row that stands above the data. */
  int lastAbove() {
    return Math.max(headerRow, found.lastAbove());
  }

  /**
   * Hands on each row that is data, and says which rows are none.
   *
   * @throws UnreadableSheetException where the sheet can be read no further
   */
  public void read(Consumer<RosterRow> receiver, Consumer<SkippedRow> skipped)
      throws UnreadableSheetException {
    titles.forEach(skipped);
    RowSorting sorting =
        new RowSorting(
            this,
            new BlockReceiver() {
              @Override
              public void rows(RowBlock block, int from, int to) {
                throw new IllegalStateException("only rows were asked for");
              }

              @Override
              public void row(RosterRow row) {
                receiver.accept(row);
              }

              @Override
              public void skipped(SkippedRow row) {
                skipped.accept(row);
              }
            });
    sheet.read(sorting);
  }
}
