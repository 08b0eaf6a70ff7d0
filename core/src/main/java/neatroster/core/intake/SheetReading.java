package neatroster.core.intake;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.function.Function;
import neatroster.core.grid.Sheet;
import neatroster.core.grid.SheetName;
import neatroster.core.grid.SheetRow;
import neatroster.core.model.DateOrder;
import neatroster.core.model.DateReading;
import neatroster.core.model.Field;
import neatroster.core.model.FieldType;
import neatroster.core.model.OwnField;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.settings.SheetPlan;
import neatroster.core.text.Cell;
import neatroster.core.text.Cleaning;
import neatroster.core.value.Judged;
import neatroster.core.value.Values;

/** How one sheet is understood. */
@SuppressWarnings("EnumOrdinal") // looked up for every cell of every row
public final class SheetReading {
  /** A value over more lines has swallowed the rows below it. */
  private static final int MOST_LINES = 30;

  private final Sheet sheet;
  private final FoundHeader found;
  private final Table table;
  private final int headerRow;
  private final List<Column> columns;
  private final List<SkippedRow> titles;
  private final Optional<EnrollmentColumns> enrolling;
  private final Understanding by;
  private final PlannedColumns planned;
  private final List<ColumnMapping> mappings;
  private final Values values;
  private final FullNameOrder nameOrder;
  private final Function<SheetReading, DateColumns> dates;
  private DateColumns dateColumns;
  private final int[] columnOfField = new int[Field.values().length];

  /**
   * A sheet with what its header, the settings and other sheets tell of it.
   *
   * @param planned the columns as the settings have them
   * @param dates goes over the rows for the order of their dates, when first asked
   */
  SheetReading(
      Sheet sheet,
      FoundHeader found,
      Understanding by,
      PlannedColumns planned,
      Function<SheetReading, DateColumns> dates) {
    this(sheet, found, by, planned, dates, Optional.empty());
  }

  private SheetReading(
      Sheet sheet,
      FoundHeader found,
      Understanding by,
      PlannedColumns planned,
      Function<SheetReading, DateColumns> dates,
      Optional<EnrollmentColumns> enrolling) {
    this.sheet = sheet;
    this.found = found;
    this.by = by;
    this.planned = planned;
    this.mappings = planned.mappings();
    this.values = new Values(by.settings());
    this.dates = dates;
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
    nameOrder =
        new FullNameOrder(
            sheet,
            found.lastAbove(),
            indexOf(Field.FULL_NAME),
            indexOf(Field.USERNAME),
            indexOf(Field.EMAIL));
  }

  /** The same sheet, its rows saying in this way who is in which course. */
  SheetReading enrolling(EnrollmentColumns in) {
    return new SheetReading(sheet, found, by, planned, dates, Optional.of(in));
  }

  /** The same sheet as one of another table with other columns, which enrolls nobody beside. */
  SheetReading with(Table other, List<Column> others) {
    return new SheetReading(sheet, found.with(other, others), by, planned, dates);
  }

  /** What the header tells. */
  FoundHeader found() {
    return found;
  }

  /** What the sheet is understood by. */
  Understanding by() {
    return by;
  }

  /** How the rows say beside what else they say who is in which course. */
  Optional<EnrollmentColumns> enrolling() {
    return enrolling;
  }

  /** The rows above the header that are not blank. */
  List<SkippedRow> titles() {
    return titles;
  }

  /** Whether nothing tells yet what any column is. */
  public boolean isUnknown() {
    return columns.stream().allMatch(column -> column.field().isEmpty()) && enrolling.isEmpty();
  }

  /** The table that the sheet could be as well, where nothing proves which it is. */
  public Optional<Table> otherTable() {
    return by.otherTable();
  }

  /** Whether the user or the settings say which table the sheet is. */
  boolean isTableSaid() {
    return by.isTableSaid();
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

  /** The headings that name the courses of the rows below, by the numbers of their rows. */
  NavigableMap<Integer, CourseNames.Heading> headings() {
    return enrolling.isPresent() && enrolling.get() instanceof EnrollmentColumns.UnderHeadings under
        ? under.headings()
        : Collections.emptyNavigableMap();
  }

  /** The columns in which a row may say a group or a role of a course that it does not name. */
  List<Integer> columnsWithoutCourse(RowCells row) {
    List<Integer> at =
        new ArrayList<>(
            enrolling.isPresent()
                ? enrolling.get().withoutCourse(row)
                : EnrollmentColumns.InNumberedColumns.withoutAnyCourse(columns));
    if (!usesGroupColumn() && has(Field.GROUP)) {
      at.add(indexOf(Field.GROUP));
    }
    return at;
  }

  /** Whether a column of groups beside the courses says in which group of a course somebody is. */
  public boolean usesGroupColumn() {
    return enrolling.map(EnrollmentColumns::usesGroupColumn).orElse(false);
  }

  /** Whether {@link RosterRow#withoutCourse} may find anything in a row. */
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
    return by.isProven();
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
    return by.plan();
  }

  List<ColumnMapping> mappings() {
    return mappings;
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
        || by.plan()
            .filter(
                plan ->
                    plan.leave().stream()
                        .anyMatch(
                            left ->
                                left.equalsIgnoreCase(column.letters())
                                    || HeaderWords.squeeze(left)
                                        .equals(HeaderWords.squeeze(column.header()))))
            .isPresent()
        || by.plan().filter(plan -> claimsOther(plan, column)).isPresent();
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
    return new DateReading(order, isPast(field), today());
  }

  /** Nobody is born or consents in the future. */
  private static boolean isPast(Field field) {
    return field == Field.BIRTH_DATE || field == Field.CONSENT;
  }

  /** How dates of a field are read that could be two. */
  public DateOrder dateOrder(Field field) {
    return shownOrder(field).orElse(usualDates());
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
        country.isEmpty() ? by.plan().flatMap(SheetPlan::phoneRegion).orElse("") : country;
    return values.judge(
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
    return values;
  }

  /** The day on which dates are read, if it is known. */
  Optional<LocalDate> today() {
    return by.settings().reading().today();
  }

  /** How a date is read that could be two, where no column shows it. */
  public DateOrder usualDates() {
    return by.plan().flatMap(SheetPlan::dates).orElse(by.settings().dates());
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
      dateColumns = dates.apply(this);
    }
    return dateColumns.order(field);
  }

  /** Whether the full names of this list have the family name first. */
  boolean namesAreFamilyFirst() {
    return nameOrder.isFamilyFirst();
  }

  /** Whether full names are in an order that nothing in the sheet itself tells. */
  boolean isOrderOfNamesOpen() {
    return table == Table.USERS
        && has(Field.FULL_NAME)
        && !has(Field.GIVEN_NAME)
        && !nameOrder.isTold();
  }

  /** Says that other lists have the parts of these names, and which of them comes first here. */
  void settleOrderOfNames(boolean isFamilyFirst) {
    nameOrder.settle(isFamilyFirst);
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
    return found.lines().filter(FoundHeader.Lines::countsPeople).isPresent();
  }

  /** Whether the sheet is a typed list, whose columns are what is found on its lines. */
  public boolean isOfLines() {
    return found.lines().isPresent();
  }

  /** Whether the cells begin with a space because one is typed behind each separator. */
  public boolean hasSpacesBehindSeparators() {
    return found.spaced();
  }

  /** Whether a column says which courses somebody is in. */
  public boolean saysCourse(Column column) {
    return enrolling.map(in -> in.columns().contains(column.index())).orElse(false);
  }

  /** The sheet itself. */
  public Sheet sheet() {
    return sheet;
  }

  /** The sheet that this one is a copy of, or the sheet itself. */
  SheetName source() {
    return by.note().map(SourceNote::source).orElse(name());
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
   * Whether a row does not have as many cells as the header, so that values may stand in the wrong
   * columns. Blank cells beyond the last header do not count where most rows have them. A row in
   * which a value goes on over the rows below counts too.
   */
  public boolean isUneven(SheetRow raw) {
    if (raw.linesInLongCells() > MOST_LINES) {
      return true;
    }
    int width = columns.size();
    if (raw.size() < width) {
      // Without a header there is no width that a row should have.
      return sheet.facts().writesEveryCell() && headerRow > 0;
    }
    if (raw.size() > found.usualWidth()) {
      return true;
    }
    for (int i = width; i < raw.size(); i++) {
      if (!raw.cell(i).isBlank()) {
        return true;
      }
    }
    return false;
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

  /** The last row that stands above the data. */
  int lastAbove() {
    return Math.max(headerRow, found.lastAbove());
  }
}
