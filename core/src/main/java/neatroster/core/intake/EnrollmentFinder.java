package neatroster.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import neatroster.core.grid.SheetRow;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.settings.SheetPlan;

/** Finds out how a list of people says who is in which course, once it is known which there are. */
final class EnrollmentFinder {
  private final SheetReading sheet;
  private final CourseNames courses;
  private final Function<String, Boolean> isRole;
  private final int role;
  private final int group;

  /**
   * Looks at a sheet.
   *
   * @param courses the courses there are
   * @param isRole whether a text is a word for a role
   */
  private EnrollmentFinder(
      SheetReading sheet, CourseNames courses, Function<String, Boolean> isRole) {
    this.sheet = sheet;
    this.courses = courses;
    this.isRole = isRole;
    this.role = sheet.indexOf(Field.ROLE);
    this.group = sheet.indexOf(Field.GROUP);
  }

  /** How the headers alone say who is in which course. */
  static Optional<EnrollmentColumns> byHeaders(SheetReading sheet) {
    int role = sheet.indexOf(Field.ROLE);
    boolean isOfUsers = sheet.table() == Table.USERS;
    if (isOfUsers && sheet.has(Field.ENROLLMENTS_CELL)) {
      return Optional.of(
          new EnrollmentColumns.InOneCell(sheet.indexOf(Field.ENROLLMENTS_CELL), role));
    }
    if (isOfUsers || (sheet.table() == Table.ENROLLMENTS && !sheet.has(Field.COURSE))) {
      Optional<EnrollmentColumns> numbered =
          EnrollmentColumns.InNumberedColumns.find(sheet.columns(), role);
      if (numbered.isPresent()) {
        return numbered;
      }
    }
    if (isOfUsers && sheet.has(Field.COURSE)) {
      return Optional.of(
          new EnrollmentColumns.OnEachRow(
              sheet.indexOf(Field.COURSE),
              role,
              sheet.indexOf(Field.GROUP),
              sheet.indexOf(Field.STARTS),
              sheet.indexOf(Field.ENDS),
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
  static SheetReading enrolling(
      SheetReading sheet,
      CourseNames courses,
      Function<String, Boolean> isRole,
      Optional<String> course)
      throws UnreadableSheetException {
    boolean listsPeople =
        sheet.table() == Table.USERS
            || (sheet.table() == Table.ENROLLMENTS && sheet.has(Field.USER));
    if (sheet.mayBeClassList() && sheet.table() == Table.USERS && !sheet.hasNames()) {
      SheetReading enrolling = enrolling(ofReferences(sheet), courses, isRole, course);
      return enrolling.enrolls() ? enrolling : sheet;
    }
    EnrollmentFinder finder = new EnrollmentFinder(sheet, courses, isRole);
    Optional<EnrollmentColumns> found;
    if (sheet.mayBeClassList()) {
      found = finder.found(course.or(() -> sheet.plan().flatMap(SheetPlan::course)));
    } else if (course.isPresent() && listsPeople) {
      // What the user says beats what a column says.
      found = Optional.of(finder.inOneCourse(course.get()));
    } else {
      found = sheet.enrolling().map(in -> in.among(courses));
    }
    return found.map(sheet::enrolling).orElse(sheet);
  }

  private EnrollmentColumns inOneCourse(String course) {
    return new EnrollmentColumns.InOneCourse(course, role, group);
  }

  private Optional<EnrollmentColumns> found(Optional<String> said) throws UnreadableSheetException {
    if (said.isPresent()) {
      return said.map(this::inOneCourse);
    }
    Optional<EnrollmentColumns> grid = grid();
    if (grid.isPresent()) {
      return grid;
    }
    NavigableMap<Integer, CourseNames.Heading> headings = headings();
    if (!headings.isEmpty() && headings.lastKey() > sheet.lastAbove()) {
      return Optional.of(new EnrollmentColumns.UnderHeadings(headings, role, group));
    }
    return courseOfSheet().map(this::inOneCourse);
  }

  /**
   * A list that says no names, only who is meant: its rows refer to people, they do not describe
   * them.
   */
  private static SheetReading ofReferences(SheetReading sheet) {
    List<Column> referring = new ArrayList<>();
    boolean user = false;
    for (Column column : sheet.columns()) {
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
    return sheet.with(Table.ENROLLMENTS, referring);
  }

  /**
   * A grid, if headers are courses, or codes of one pattern where none are listed, and most cells
   * below them marks or roles. A column of marks whose code is none is one of the grid all the
   * same.
   */
  private Optional<EnrollmentColumns> grid() throws UnreadableSheetException {
    Map<Integer, String> known = new TreeMap<>();
    List<Column> codes = new ArrayList<>();
    List<String> said = sheet.by().note().map(SourceNote::coursesOfGrid).orElse(List.of());
    for (Column column : sheet.columns()) {
      if (said.contains(column.header())) {
        known.put(column.index(), column.header());
      } else if (said.isEmpty()
          && column.field().isEmpty()
          && !column.header().isEmpty()
          && !sheet.isSettled(column)) {
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
    GridMarks marks = new GridMarks(sheet.columns().size());
    SheetRows.read(sheet, row -> marks.add(row, isRole));
    List<Integer> at = new ArrayList<>();
    List<String> named = new ArrayList<>();
    for (Column column : sheet.columns()) {
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
  private NavigableMap<Integer, CourseNames.Heading> headings() throws UnreadableSheetException {
    NavigableMap<Integer, CourseNames.Heading> headings = new TreeMap<>();
    if (!courses.isEmpty()) {
      sheet
          .sheet()
          .read(
              row -> {
                String only = row.number() == sheet.headerRow() ? "" : onlyCell(row);
                if (!only.isEmpty()) {
                  courses
                      .heading(only)
                      .or(() -> mayBeHeading(only))
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
  private Optional<CourseNames.Heading> mayBeHeading(String text) {
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

  /** The course that the sheet's tab, a title above its headers, or the file's name means. */
  private Optional<String> courseOfSheet() throws UnreadableSheetException {
    List<String> names = new ArrayList<>();
    if (sheet.name().sheet() != null) {
      names.add(sheet.name().sheet());
    }
    if (!sheet.titles().isEmpty()) {
      sheet
          .sheet()
          .read(
              row -> {
                boolean title =
                    row.number() != sheet.headerRow() && row.number() <= sheet.lastAbove();
                for (int i = 0; title && i < row.size(); i++) {
                  names.add(row.cell(i).cleaned());
                }
                return row.number() < sheet.lastAbove();
              });
    }
    String file = sheet.name().file().replaceAll(".*[/\\\\]", "");
    names.add(file.replaceAll("\\.[^.]*$", ""));
    for (String candidate : names) {
      Optional<String> course = courses.mentioned(candidate);
      if (course.isPresent()) {
        return course;
      }
    }
    return Optional.empty();
  }
}
