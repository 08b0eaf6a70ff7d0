package neatroster.core.intake;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Table;
import neatroster.core.settings.Settings;

/**
 * Understands sheets with all of them in view, and what the platform holds: which kind of list each
 * is and what its columns are, by what stands in their cells. A header is evidence, not a
 * condition.
 */
public final class SheetsInView {
  /** What may be the number of somebody: letters, digits and few signs, with a digit in it. */
  private static final Pattern NUMBER_OF_PERSON =
      Pattern.compile("(?=.*\\d)[\\p{L}\\d]+(?:[-./ ][\\p{L}\\d]+){0,3}");

  private static final Pattern DATE_OR_AMOUNT =
      Pattern.compile("\\d{1,4}[-./]\\d{1,2}[-./]\\d{1,4}|\\d+[.,]\\d{1,2}");

  private static final Set<Field> MARKS = EnumSet.of(Field.ID, Field.USERNAME, Field.EMAIL);

  private final List<SheetReading> sheets;
  private final Supplier<List<SheetReading>> known;
  private final Settings settings;
  private final Map<SheetReading, List<ColumnSample>> samples = new HashMap<>();

  private CourseNames courses;

  private SheetsInView(
      List<SheetReading> sheets, Supplier<List<SheetReading>> known, Settings settings) {
    this.sheets = new ArrayList<>(sheets);
    this.known = known;
    this.settings = settings;
  }

  /**
   * The same sheets, each understood with the others in view.
   *
   * @param said what the user says of some sheets
   * @param known gives exports of the platform, which are understood already; not asked where every
   *     header says what it is
   * @throws SheetPlanException where the settings name what a sheet does not have
   */
  public static List<SheetReading> understand(
      List<SheetReading> sheets, Said said, Supplier<List<SheetReading>> known, Settings settings) {
    List<Optional<String>> courseOf = new ArrayList<>();
    BitSet areMoves = new BitSet();
    for (SheetReading sheet : sheets) {
      areMoves.set(courseOf.size(), said.moves().contains(sheet));
      courseOf.add(Optional.ofNullable(said.courseOf().get(sheet)));
    }
    SheetsInView view = new SheetsInView(sheets, known, settings);
    view.ids();
    view.codes();
    view.courseList();
    view.kinds();
    view.groupLists();
    view.ids();
    view.codes();
    view.grids();
    view.links();
    view.copies();
    view.moves(areMoves);
    view.classLists(courseOf);
    NameOrders.settle(view.sheets, known);
    return view.sheets;
  }

  /**
   * What the user says of some sheets.
   *
   * @param courseOf the courses of which sheets list the people
   * @param moves the sheets that list who moves where
   */
  public record Said(Map<SheetReading, String> courseOf, Set<SheetReading> moves) {
    /** Nothing. */
    public static final Said NOTHING = new Said(Map.of(), Set.of());
  }

  private boolean isRole(String word) {
    return settings.roles().number(word) != RoleWords.NONE;
  }

  /** Which lists of people are lists of a course’s people can be told when all else is. */
  private void classLists(List<Optional<String>> said) {
    if (sheets.stream().noneMatch(SheetReading::asksForCourses)
        && said.stream().allMatch(Optional::isEmpty)) {
      return;
    }
    // Columns were found since that list courses.
    courses = null;
    for (int i = 0; i < sheets.size(); i++) {
      sheets.set(i, enrolling(sheets.get(i), courses(), said.get(i)));
    }
  }

  private SheetReading enrolling(SheetReading sheet, CourseNames courses, Optional<String> said) {
    try {
      return EnrollmentFinder.enrolling(sheet, courses, this::isRole, said);
    } catch (UnreadableSheetException e) {
      // The check comes to the same place and says so.
      return sheet;
    }
  }

  private List<ColumnSample> samples(SheetReading sheet) {
    return samples.computeIfAbsent(sheet, ColumnSample::of);
  }

  // Ids

  /** A column of different codes beside people is their id where there is no other. */
  private void ids() {
    for (int i = 0; i < sheets.size(); i++) {
      SheetReading sheet = sheets.get(i);
      boolean listed = sheet.table() == Table.USERS && sheet.headerRow() > 0 && sheet.hasNames();
      if (listed && !sheet.has(Field.ID) && !sheet.has(Field.USERNAME)) {
        Optional<Column> id = id(sheet);
        if (id.isPresent()) {
          ColumnSample sample = samples(sheet).get(id.get().index());
          String why =
              sample.distinct() + " of " + sample.rows() + " are different codes beside people";
          sheets.set(
              i,
              SheetIntake.linking(sheet, Map.of(id.get().index(), id.get().linked(Field.ID, why))));
        }
      }
    }
  }

  /** Where no header says which sheet lists the courses, the others show it. */
  private void courseList() {
    boolean isKnown =
        sheets.stream().anyMatch(s -> s.table() == Table.COURSES && s.has(Field.CODE));
    if (isKnown || sheets.size() < 2) {
      return;
    }
    Optional<CourseListFinder.Found> found =
        CourseListFinder.find(sheets, this::samples, this::isRole);
    if (found.isEmpty() || known.get().stream().anyMatch(s -> s.table() == Table.COURSES)) {
      return;
    }
    SheetReading sheet = found.get().sheet();
    SheetReading courses = again(sheet, Table.COURSES, true);
    Map<Integer, Column> linked = new HashMap<>();
    for (Column column : found.get().columns()) {
      boolean isCode = areCodes(sheet, column, HeaderlessCodes::isShortCode);
      Field field = isCode ? Field.CODE : Field.TITLE;
      if (linked.values().stream().noneMatch(other -> other.field().equals(Optional.of(field)))) {
        String why = "other sheets repeat what is in it";
        linked.put(column.index(), courses.columns().get(column.index()).linked(field, why));
      }
    }
    Set<Field> told = EnumSet.noneOf(Field.class);
    linked.values().forEach(column -> column.field().ifPresent(told::add));
    for (Column column : courses.columns()) {
      // What the header said of a code, or a title, was another column.
      if (!linked.containsKey(column.index())
          && column.field().filter(told::contains).isPresent()) {
        linked.put(column.index(), column.as(Optional.empty(), null));
      }
    }
    sheets.set(sheets.indexOf(sheet), SheetIntake.linking(courses, linked));
  }

  /** Lists of groups of which no header says so: names, beside the course, that others repeat. */
  private void groupLists() {
    for (int i = 0; i < sheets.size(); i++) {
      SheetReading sheet = sheets.get(i);
      if (!sheet.isUnknown() || sheet.headerRow() == 0) {
        continue;
      }
      List<Integer> courses = new ArrayList<>();
      List<Integer> names = new ArrayList<>();
      boolean ofPeople = false;
      ReferenceTargets referents = new ReferenceTargets(this::isRole);
      samples(sheet).forEach(referents::ask);
      sheets.stream().filter(other -> other != sheet).forEach(referents::lookIn);
      known.get().forEach(referents::lookIn);
      for (Column column : sheet.columns()) {
        ColumnSample sample = samples(sheet).get(column.index());
        Optional<ReferenceTarget> best =
            ReferenceTargets.best(referents.fits(sheet, sample))
                .map(ReferenceTargets.Fit::referent);
        ofPeople |= best.filter(ReferenceTarget.PEOPLE::contains).isPresent();
        if (best.equals(Optional.of(ReferenceTarget.COURSE))) {
          courses.add(column.index());
        } else if (sample.distinct() * 4 >= sample.filled() * 3
            && sample.isNearlyFull()
            && isReferredTo(sheet, column)) {
          names.add(column.index());
        }
      }
      if (!ofPeople && courses.size() == 1 && names.size() == 1) {
        SheetReading groups = again(sheet, Table.GROUPS, true);
        Column name = groups.columns().get(names.get(0));
        String why = "other sheets repeat what is in it";
        sheets.set(
            i, SheetIntake.linking(groups, Map.of(name.index(), name.linked(Field.NAME, why))));
      }
    }
  }

  /** A column of different codes beside titles is the courses’ code where there is no other. */
  private void codes() {
    for (int i = 0; i < sheets.size(); i++) {
      SheetReading sheet = sheets.get(i);
      if (sheet.table() == Table.COURSES && sheet.has(Field.TITLE) && !sheet.has(Field.CODE)) {
        sheets.set(i, SheetIntake.linking(sheet, codes(sheet)));
      } else if (sheet.table() == Table.COURSES
          && sheet.has(Field.CODE)
          && !sheet.has(Field.TITLE)) {
        sheets.set(i, SheetIntake.linking(sheet, titles(sheet)));
      }
    }
  }

  /** The columns of codes, and of titles, in a list of courses in which no header says “code”. */
  private Map<Integer, Column> codes(SheetReading sheet) {
    Column title = sheet.column(Field.TITLE).orElseThrow();
    List<Column> free = sheet.columns().stream().filter(column -> isFree(sheet, column)).toList();
    if (!sheet.isSettled(title) && areCodes(sheet, title, HeaderlessCodes::isShortCode)) {
      // “Class | Name of class”: the first is the code, whose header can be a title’s as well.
      List<Column> titles =
          free.stream()
              .filter(column -> names(column, Table.COURSES, Field.TITLE))
              .filter(column -> samples(sheet).get(column.index()).filled() > 0)
              .toList();
      if (titles.isEmpty()) {
        titles =
            free.stream().filter(column -> areTitles(samples(sheet).get(column.index()))).toList();
      }
      return titles.size() != 1
          ? Map.of()
          : Map.of(
              title.index(),
              title.linked(Field.CODE, codesEvidence(sheet, title)),
              titles.get(0).index(),
              titles.get(0).as(Optional.of(Field.TITLE), Column.By.SYNONYM));
    }
    List<Column> likely =
        free.stream().filter(column -> areCodes(sheet, column, HeaderlessCodes::isCode)).toList();
    return likely.size() != 1
        ? Map.of()
        : Map.of(
            likely.get(0).index(),
            likely.get(0).linked(Field.CODE, codesEvidence(sheet, likely.get(0))));
  }

  private static boolean names(Column column, Table table, Field field) {
    return HeaderWords.match(table, column.header())
        .filter(match -> match.field() == field)
        .isPresent();
  }

  private boolean areCodes(SheetReading sheet, Column column, Predicate<String> isCode) {
    ColumnSample sample = samples(sheet).get(column.index());
    return sample.filled() >= 2
        && sample.isNearlyFull()
        && sample.isMostlyDistinct()
        && sample.mostAre(isCode);
  }

  /** The column of titles beside codes, where one column alone can be that. */
  private Map<Integer, Column> titles(SheetReading sheet) {
    List<Column> likely =
        sheet.columns().stream()
            .filter(column -> isFree(sheet, column))
            .filter(column -> areTitles(samples(sheet).get(column.index())))
            .toList();
    if (likely.size() != 1) {
      return Map.of();
    }
    ColumnSample sample = samples(sheet).get(likely.get(0).index());
    String why = sample.distinct() + " of " + sample.rows() + " are different texts beside codes";
    return Map.of(likely.get(0).index(), likely.get(0).linked(Field.TITLE, why));
  }

  /** Whether values are different texts, and no names of people. */
  private static boolean areTitles(ColumnSample sample) {
    return sample.filled() >= 2
        && sample.isNearlyFull()
        && sample.isMostlyDistinct()
        && sample.mostAre(value -> value.length() > 3 && Character.isLetter(value.charAt(0)))
        && !sample.mostAre(HeaderlessCodes::isShortCode)
        && !sample.haveGivenNames();
  }

  private String codesEvidence(SheetReading sheet, Column column) {
    ColumnSample sample = samples(sheet).get(column.index());
    return sample.filled() + " of " + sample.rows() + " are codes beside titles";
  }

  private Optional<Column> id(SheetReading sheet) {
    List<Column> called = new ArrayList<>();
    List<Column> before = new ArrayList<>();
    List<Column> behind = new ArrayList<>();
    for (Column column : sheet.columns()) {
      ColumnSample sample = samples(sheet).get(column.index());
      if (isFree(sheet, column) && areNumbersOfPeople(sample)) {
        if (ComposedHeaders.saysNumber(column.header())) {
          called.add(column);
        } else if (sample.isOfOneForm()) {
          (isBehindNames(sheet, column) ? behind : before).add(column);
        }
      }
    }
    if (called.isEmpty() && before.isEmpty()) {
      // A locker’s number stands behind the names as well; but nobody is called by it elsewhere.
      behind.removeIf(column -> !isReferredTo(sheet, column));
    }
    List<Column> likely = !called.isEmpty() ? called : !before.isEmpty() ? before : behind;
    return likely.size() == 1 ? Optional.of(likely.get(0)) : Optional.empty();
  }

  private static boolean isBehindNames(SheetReading sheet, Column column) {
    return sheet.columns().stream()
        .limit(column.index())
        .anyMatch(other -> other.field().filter(HeaderWords.NAMES::contains).isPresent());
  }

  /** Whether most of what stands in a column of another sheet stands in this one. */
  private boolean isReferredTo(SheetReading sheet, Column column) {
    Set<String> own = new HashSet<>();
    samples(sheet).get(column.index()).keys().forEach(own::add);
    return sheets.stream()
        .filter(other -> other != sheet)
        .flatMap(other -> samples(other).stream())
        .anyMatch(sample -> sample.areLong() && isMostlyAmong(own, sample));
  }

  private static boolean isMostlyAmong(Set<String> values, ColumnSample sample) {
    int distinct = 0;
    int rows = 0;
    for (String written : sample.written()) {
      boolean among = values.contains(ColumnSample.fold(written));
      distinct += among ? 1 : 0;
      rows += among ? sample.rowsOf(written) : 0;
    }
    return distinct >= 2 && rows * 10 >= sample.filled() * 8;
  }

  private static boolean areNumbersOfPeople(ColumnSample sample) {
    return sample.filled() >= 2
        && sample.isNearlyFull()
        && sample.isMostlyDistinct()
        && sample.mostAre(SheetsInView::isNumberOfPerson);
  }

  /** Whether a value is built as the number that somebody has. */
  static boolean isNumberOfPerson(String value) {
    return value.length() >= 3
        && value.length() <= 24
        && NUMBER_OF_PERSON.matcher(value).matches()
        && !DATE_OR_AMOUNT.matcher(value).matches();
  }

  /** Whether nothing says yet what a column is. */
  private static boolean isFree(SheetReading sheet, Column column) {
    return column.field().isEmpty()
        && column.looks() == Column.Looks.PLAIN
        && !sheet.isSettled(column)
        && !sheet.isPart(column)
        && !sheet.saysCourse(column);
  }

  // Kinds of lists

  /** Finds which sheets were taken for lists of courses or groups and are people in courses. */
  private void kinds() {
    List<SheetReading> doubtful = sheets.stream().filter(SheetsInView::isDoubtful).toList();
    if (doubtful.isEmpty()) {
      return;
    }
    ReferenceTargets referents = new ReferenceTargets(this::isRole);
    doubtful.forEach(sheet -> samples(sheet).forEach(referents::ask));
    sheets.stream().filter(sheet -> !doubtful.contains(sheet)).forEach(referents::lookIn);
    known.get().forEach(referents::lookIn);
    List<SheetReading> listed = new ArrayList<>(sheets);
    listed.removeAll(doubtful);
    listed.addAll(known.get());
    CourseNames courses = CourseNamesReader.of(listed, settings.courseAliases());
    for (SheetReading sheet : doubtful) {
      Optional<Kind> kind = kind(sheet, referents, courses);
      if (kind.isPresent()) {
        boolean isProven = kind.get().isProven();
        sheets.set(sheets.indexOf(sheet), again(sheet, kind.get().table(), isProven));
      }
    }
  }

  /**
   * What a sheet is.
   *
   * @param isProven whether other sheets show it, and not only what its names look like
   */
  private record Kind(Table table, boolean isProven) {}

  private static SheetReading again(SheetReading sheet, Table table, boolean isProven) {
    try {
      return SheetIntake.as(sheet, table, isProven);
    } catch (UnreadableSheetException e) {
      // The check comes to the same place and says so.
      return sheet;
    }
  }

  /**
   * Whether headers alone do not tell that a sheet lists courses or groups: nothing but a code, or
   * a name that may be people’s.
   */
  private static boolean isDoubtful(SheetReading sheet) {
    if (sheet.isTableSaid() || sheet.headerRow() == 0) {
      return false;
    }
    boolean isHalf =
        sheet.table() == Table.COURSES && !(sheet.has(Field.CODE) && sheet.has(Field.TITLE));
    boolean saysNobody = sheet.table() == Table.USERS && !sheet.hasNames();
    if (sheet.isUnknown() || isHalf || saysNobody) {
      return true;
    }
    Field name = sheet.table() == Table.COURSES ? Field.TITLE : Field.NAME;
    return (sheet.table() == Table.COURSES || sheet.table() == Table.GROUPS)
        && sheet
            .column(name)
            .flatMap(column -> HeaderWords.match(Table.USERS, column.header()))
            .filter(match -> HeaderWords.NAMES.contains(match.field()))
            .isPresent();
  }

  private Optional<Kind> kind(SheetReading sheet, ReferenceTargets referents, CourseNames courses) {
    boolean names = false;
    boolean knownNames = false;
    boolean marks = false;
    boolean role = false;
    boolean inCourses = false;
    boolean coursesRepeat = false;
    for (Column column : sheet.columns()) {
      ColumnSample sample = samples(sheet).get(column.index());
      List<ReferenceTargets.Fit> fits = referents.fits(sheet, sample);
      Optional<ReferenceTargets.Fit> best = ReferenceTargets.best(fits);
      boolean isInstructor = column.field().equals(Optional.of(Field.INSTRUCTORS));
      boolean known = fits.stream().anyMatch(fit -> fit.referent() == ReferenceTarget.PERSON_NAME);
      knownNames |= !isInstructor && known;
      names |= !isInstructor && (known || sample.areNamesUnder(column.header()));
      marks |=
          best.filter(fit -> ReferenceTarget.MARKS.contains(fit.referent())).isPresent()
              || column.field().filter(MARKS::contains).isPresent();
      role |= best.filter(fit -> fit.referent() == ReferenceTarget.ROLE).isPresent();
      boolean isItsOwn =
          column.field().filter(f -> f == Field.TITLE || f == Field.CODE).isPresent();
      boolean course =
          best.filter(fit -> fit.referent() == ReferenceTarget.COURSE).isPresent()
              || (!isItsOwn
                  && HeaderWords.match(Table.ENROLLMENTS, column.header())
                      .filter(match -> match.field() == Field.COURSE)
                      .isPresent());
      inCourses |= course || courses.named(column.header()).isPresent();
      coursesRepeat |= course && sample.repeats() && sample.filled() * 10 >= sample.rows() * 8;
    }
    if (names && inCourses) {
      return Optional.of(new Kind(Table.USERS, knownNames));
    }
    return marks && inCourses && (coursesRepeat || (role && !isOfUsers(sheet)))
        ? Optional.of(new Kind(Table.ENROLLMENTS, true))
        : Optional.empty();
  }

  /** Whether a sheet has what only lists of people have. */
  private static boolean isOfUsers(SheetReading sheet) {
    return sheet.table() == Table.USERS && !sheet.isUnknown() && sheet.has(Field.USERNAME);
  }

  /** The headers of grids that nothing tells but the courses that they name. */
  private void grids() {
    for (int i = 0; i < sheets.size(); i++) {
      if (sheets.get(i).headerRow() == 0 && sheets.get(i).table() == Table.USERS) {
        sheets.set(i, withCoursesAsHeaders(sheets.get(i)));
      }
    }
  }

  private SheetReading withCoursesAsHeaders(SheetReading sheet) {
    try {
      return SheetIntake.withCoursesAsHeaders(sheet, courses());
    } catch (UnreadableSheetException e) {
      // The check comes to the same place and says so.
      return sheet;
    }
  }

  // Moves

  /**
   * Finds the lists of who leaves one course, or group, for another.
   *
   * @param said the positions of those of which the user says so
   */
  private void moves(BitSet said) {
    Map<Integer, int[]> likely = new LinkedHashMap<>();
    for (int i = 0; i < sheets.size(); i++) {
      int[] columns = movesByHeaders(sheets.get(i));
      if ((columns[0] >= 0 && columns[1] >= 0 && sheets.get(i).table() != Table.COURSES)
          || said.get(i)) {
        likely.put(i, columns);
      }
    }
    if (likely.isEmpty()) {
      return;
    }
    ReferenceTargets referents = new ReferenceTargets(this::isRole);
    likely.keySet().forEach(i -> samples(sheets.get(i)).forEach(referents::ask));
    for (int i = 0; i < sheets.size(); i++) {
      if (!likely.containsKey(i)) {
        referents.lookIn(sheets.get(i));
      }
    }
    known.get().forEach(referents::lookIn);
    likely.forEach((i, columns) -> moving(i, columns, said.get(i), referents));
  }

  /** The columns whose headers say what is left and where people go; -1 where none does. */
  private static int[] movesByHeaders(SheetReading sheet) {
    int[] columns = {-1, -1};
    for (Column column : sheet.columns()) {
      int at = MoveWords.isFrom(column.header()) ? 0 : MoveWords.isTo(column.header()) ? 1 : -1;
      if (at >= 0 && columns[at] < 0 && !sheet.isSettled(column) && !isSaid(column)) {
        columns[at] = column.index();
      }
    }
    if (sheet.table() == Table.USERS
        && sheet.headerRow() > 0
        && (columns[0] < 0 || columns[1] < 0)) {
      for (Column column : sheet.columns()) {
        boolean isFrom = MoveWords.mentionsFrom(column.header());
        boolean isTo = MoveWords.mentionsTo(column.header());
        int at = isFrom == isTo ? -1 : isFrom ? 0 : 1;
        boolean isLinked =
            column.by() == Column.By.LINKED && column.field().equals(Optional.of(Field.COURSE));
        if (at >= 0 && columns[at] < 0 && (isLinked || isFree(sheet, column))) {
          columns[at] = column.index();
        }
      }
    }
    return columns;
  }

  private void moving(int i, int[] byHeaders, boolean isSaid, ReferenceTargets referents) {
    SheetReading sheet = sheets.get(i);
    int[] columns = byHeaders;
    if (isSaid && (columns[0] < 0 || columns[1] < 0)) {
      columns =
          sheet.columns().stream()
              .mapToInt(Column::index)
              .filter(at -> refer(sheet, new int[] {at}, ReferenceTarget.COURSE, referents))
              .limit(2)
              .toArray();
      if (columns.length < 2) {
        throw new SheetPlanException(
            sheet.name()
                + " is said to list moves, and has no two columns of courses. Call them “from” and"
                + " “to”.");
      }
    }
    boolean courses = refer(sheet, columns, ReferenceTarget.COURSE, referents);
    boolean groups = refer(sheet, columns, ReferenceTarget.GROUP, referents);
    if (courses || isSaid || (groups && sheet.has(Field.COURSE))) {
      SheetReading people = sheet.table() == Table.GROUPS ? again(sheet, Table.USERS, true) : sheet;
      boolean ofGroups = !courses && groups && people.has(Field.COURSE);
      sheets.set(i, SheetIntake.moving(people, columns[0], columns[1], ofGroups));
    }
  }

  private static boolean isSaid(Column column) {
    return column.by() == Column.By.SETTINGS;
  }

  /** Whether two columns refer to things of a kind; of one that is blank the other tells. */
  private boolean refer(
      SheetReading sheet, int[] columns, ReferenceTarget kind, ReferenceTargets referents) {
    int referring = 0;
    int blank = 0;
    for (int column : columns) {
      ColumnSample sample = samples(sheet).get(column);
      blank += sample.distinct() == 0 ? 1 : 0;
      referring +=
          referents.fits(sheet, sample).stream()
                  .anyMatch(fit -> fit.referent() == kind && fit.fitting() * 2 >= fit.distinct())
              ? 1
              : 0;
    }
    return referring > 0 && referring + blank == columns.length;
  }

  // Columns

  /** Finds what columns refer to that no header tells. */
  private void links() {
    Map<SheetReading, List<Column>> free = new LinkedHashMap<>();
    for (SheetReading sheet : sheets) {
      List<Column> columns =
          sheet.columns().stream()
              .filter(column -> sheet.headerRow() > 0 && isFree(sheet, column))
              .filter(column -> samples(sheet).get(column.index()).filled() > 0)
              .filter(column -> !isOfGrid(column))
              .toList();
      if (!columns.isEmpty()) {
        free.put(sheet, columns);
      }
    }
    if (free.isEmpty()) {
      return;
    }
    ReferenceTargets referents = new ReferenceTargets(this::isRole);
    free.forEach(
        (sheet, columns) ->
            columns.forEach(column -> referents.ask(samples(sheet).get(column.index()))));
    sheets.forEach(referents::lookIn);
    known.get().forEach(referents::lookIn);
    free.forEach(
        (sheet, columns) -> {
          Map<Integer, Column> linked = linked(sheet, columns, referents);
          if (!linked.isEmpty()) {
            sheets.set(sheets.indexOf(sheet), SheetIntake.linking(sheet, linked));
          }
        });
  }

  /** Whether a header names a course, so that marks and roles stand below it. */
  private boolean isOfGrid(Column column) {
    return HeaderlessCodes.isCode(column.header()) || courses().named(column.header()).isPresent();
  }

  /** The courses that sheets and exports list. */
  private CourseNames courses() {
    if (courses == null) {
      List<SheetReading> listed = new ArrayList<>(sheets);
      listed.addAll(known.get());
      courses = CourseNamesReader.of(listed, settings.courseAliases());
    }
    return courses;
  }

  private Map<Integer, Column> linked(
      SheetReading sheet, List<Column> free, ReferenceTargets referents) {
    Map<Field, List<Column>> claims = new EnumMap<>(Field.class);
    for (Column column : free) {
      ColumnSample sample = samples(sheet).get(column.index());
      List<ReferenceTargets.Fit> fits =
          referents.fits(sheet, sample).stream().filter(ReferenceTargets.Fit::areMost).toList();
      Set<Field> fields = EnumSet.noneOf(Field.class);
      ReferenceTargets.Fit best = null;
      for (ReferenceTargets.Fit fit : fits) {
        Optional<Field> field = field(sheet, fit, sample);
        if (field.isPresent() && (best == null || fit.fitting() == best.fitting())) {
          best = best == null ? fit : best;
          fields.add(field.get());
        }
      }
      // What could be two things is neither.
      if (fields.size() == 1) {
        Field field = fields.iterator().next();
        claims
            .computeIfAbsent(field, f -> new ArrayList<>())
            .add(column.linked(field, best.evidence()));
      }
    }
    Map<Integer, Column> linked = new HashMap<>();
    claims.forEach(
        (field, columns) -> {
          for (Column column : columns) {
            if (columns.size() == 1 && !sheet.has(field)) {
              linked.put(column.index(), column);
            } else if (field == Field.COURSE && !isBesideItsCode(sheet, column)) {
              // It may say who is in what, and that is not to be lost in silence.
              linked.put(column.index(), column.leftDespite(column.evidence()));
            }
          }
        });
    return linked;
  }

  /** Whether a column of courses has as many as the one that is read: their titles beside it. */
  private boolean isBesideItsCode(SheetReading sheet, Column column) {
    int read = sheet.indexOf(Field.COURSE);
    List<ColumnSample> all = samples(sheet);
    return read >= 0 && all.get(read).distinct() == all.get(column.index()).distinct();
  }

  /** The field of a sheet that values which refer to something fill. */
  private static Optional<Field> field(
      SheetReading sheet, ReferenceTargets.Fit fit, ColumnSample sample) {
    ReferenceTarget referent = fit.referent();
    return switch (sheet.table()) {
      case USERS ->
          switch (referent) {
            // Small numbers are anything: a berth, a count, a mark.
            case PERSON_ID ->
                sample.repeats() || !sample.areLong() ? Optional.empty() : Optional.of(Field.ID);
            case USERNAME -> sample.repeats() ? Optional.empty() : Optional.of(Field.USERNAME);
            case EMAIL -> sample.repeats() ? Optional.empty() : Optional.of(Field.EMAIL);
            case PERSON_NAME -> sheet.hasNames() ? Optional.empty() : Optional.of(Field.FULL_NAME);
            case COURSE -> Optional.of(Field.COURSE);
            case GROUP -> Optional.of(Field.GROUP);
            case SITE -> Optional.of(Field.SITE);
            case ROLE -> Optional.of(Field.ROLE);
          };
      case COURSES ->
          ReferenceTarget.PEOPLE.contains(referent)
              ? Optional.of(Field.INSTRUCTORS)
              : referent == ReferenceTarget.SITE ? Optional.of(Field.SITE) : Optional.empty();
      case GROUPS ->
          referent == ReferenceTarget.COURSE ? Optional.of(Field.COURSE) : Optional.empty();
      case ENROLLMENTS ->
          ReferenceTarget.MARKS.contains(referent)
              ? Optional.of(Field.USER)
              : referent == ReferenceTarget.COURSE
                  ? Optional.of(Field.COURSE)
                  : referent == ReferenceTarget.GROUP
                      ? Optional.of(Field.GROUP)
                      : referent == ReferenceTarget.ROLE
                          ? Optional.of(Field.ROLE)
                          : Optional.empty();
    };
  }

  // Rows given back

  /** A sheet of rows that were given back to be mended is read as the one they are from. */
  private void copies() {
    for (int i = 0; i < sheets.size(); i++) {
      SheetReading copy = sheets.get(i);
      for (SheetReading source : sheets) {
        if (copy != source && copy.source().equals(source.name()) && !copy.isTableSaid()) {
          sheets.set(
              i, SheetIntake.linking(again(copy, source.table(), true), sameColumns(copy, source)));
        }
      }
    }
  }

  private static Map<Integer, Column> sameColumns(SheetReading copy, SheetReading source) {
    Map<Integer, Column> same = new HashMap<>();
    for (Column column : copy.columns()) {
      for (Column other : source.columns()) {
        if (other.by() == Column.By.LINKED && other.header().equals(column.header())) {
          same.put(column.index(), column.linked(other.field().orElseThrow(), other.evidence()));
        }
      }
    }
    return same;
  }
}
