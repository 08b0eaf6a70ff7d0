package neatroster.core.intake;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.text.Cleaning;

/** How the rows of a sheet say, beside what else they say, which courses somebody is in. */
sealed interface EnrollmentColumns {
  /** The sheet's shape. */
  EnrollmentForm shape();

  /** The columns that are used up by it. */
  List<Integer> columns();

  /** Hands on an enrollment for each that the row holds. */
  void enrollments(RowCells row, Consumer<EnrollmentCells> receiver);

  /** Columns of this row that say a group or a role of a course that the row does not name. */
  default List<Integer> withoutCourse(RowCells row) {
    return List.of();
  }

  /** The same once it is known which courses there are. */
  default EnrollmentColumns among(CourseNames courses) {
    return this;
  }

  /** Whether the column of groups says in which group of the course somebody is. */
  default boolean usesGroupColumn() {
    return false;
  }

  /**
   * One course on each row of users, or several in its cell.
   *
   * @param names the courses there are, by which a list of them is told from the name of one; null
   *     as long as they are not known
   */
  record OnEachRow(int course, int role, int group, int starts, int ends, CourseNames names)
      implements EnrollmentColumns {
    private static final Pattern BETWEEN = Pattern.compile("\\s*[,/+&]\\s*");
    private static final Pattern AND =
        Pattern.compile("(?iU)\\s+(?:" + Vocabulary.alternatives("conjunction") + ")\\s+");

    @Override
    public OnEachRow among(CourseNames courses) {
      return new OnEachRow(course, role, group, starts, ends, courses);
    }

    @Override
    public EnrollmentForm shape() {
      return EnrollmentForm.ROWS;
    }

    @Override
    public List<Integer> withoutCourse(RowCells row) {
      return group >= 0 && row.cellAt(course).isBlank() ? List.of(group) : List.of();
    }

    @Override
    public boolean usesGroupColumn() {
      return true;
    }

    @Override
    public List<Integer> columns() {
      return List.of(course);
    }

    @Override
    public void enrollments(RowCells row, Consumer<EnrollmentCells> receiver) {
      String cell = row.cellAt(course).toString().strip().replaceAll("\\s*[\\r\\n]+\\s*", "; ");
      cell = Cleaning.clean(cell);
      for (CompactEnrollments.Piece piece : pieces(cell)) {
        EnrollmentCells enrollment = new EnrollmentCells();
        enrollment.put(Field.COURSE, piece.course(), course);
        enrollment.put(Field.ROLE, piece.role().isEmpty() ? row.textAt(role) : piece.role(), role);
        enrollment.put(
            Field.GROUP, piece.group().isEmpty() ? row.textAt(group) : piece.group(), group);
        enrollment.put(Field.STARTS, row.textAt(starts), starts);
        enrollment.put(Field.ENDS, row.textAt(ends), ends);
        receiver.accept(enrollment);
      }
    }

    private List<CompactEnrollments.Piece> pieces(String cell) {
      if (cell.isEmpty()) {
        return List.of();
      }
      List<String> parts = cell.indexOf(';') >= 0 ? List.of() : parts(cell);
      if (!parts.isEmpty()) {
        return parts.stream().map(part -> new CompactEnrollments.Piece(part, "", "")).toList();
      }
      boolean several = cell.indexOf(';') >= 0 || cell.indexOf(',') >= 0;
      List<CompactEnrollments.Piece> pieces = several ? CompactEnrollments.parse(cell) : List.of();
      return pieces.size() > 1 || cell.indexOf(';') >= 0
          ? pieces
          : List.of(new CompactEnrollments.Piece(cell, "", ""));
    }

    /** The courses that a cell lists in words; nothing where it names one, or none is known. */
    private List<String> parts(String cell) {
      if (names == null || names.isEmpty() || names.named(cell).isPresent()) {
        return List.of();
      }
      List<String> byComma = BETWEEN.splitAsStream(cell).filter(p -> !p.isBlank()).toList();
      if (byComma.size() > 1 && byComma.stream().anyMatch(p -> names.named(p).isPresent())) {
        return byComma;
      }
      List<String> byWord = AND.splitAsStream(cell).toList();
      return byWord.size() > 1 && byWord.stream().allMatch(p -> names.named(p).isPresent())
          ? byWord
          : List.of();
    }
  }

  /** A cell that lists the courses. */
  record InOneCell(int cell, int role) implements EnrollmentColumns {
    @Override
    public EnrollmentForm shape() {
      return EnrollmentForm.COMPACT;
    }

    @Override
    public List<Integer> columns() {
      return List.of(cell);
    }

    @Override
    public void enrollments(RowCells row, Consumer<EnrollmentCells> receiver) {
      for (CompactEnrollments.Piece piece : CompactEnrollments.parse(row.cellAt(cell).toString())) {
        EnrollmentCells enrollment = new EnrollmentCells();
        enrollment.put(Field.COURSE, piece.course(), cell);
        boolean own = !piece.role().isEmpty();
        enrollment.put(Field.ROLE, own ? piece.role() : row.textAt(role), own ? cell : role);
        enrollment.put(Field.GROUP, piece.group(), cell);
        receiver.accept(enrollment);
      }
    }
  }

  /** Columns that belong together by their number; -1 where there is none. */
  record Trio(int course, int role, int group) {}

  /** Courses in numbered columns. */
  record InNumberedColumns(List<Trio> trios, int role) implements EnrollmentColumns {
    private static final Pattern NUMBERED = Pattern.compile("(.*?)[\\s_.#-]*(\\d{1,3})");

    @Override
    public EnrollmentForm shape() {
      return EnrollmentForm.NUMBERED;
    }

    @Override
    public List<Integer> columns() {
      List<Integer> columns = new ArrayList<>();
      for (Trio trio : trios) {
        columns.addAll(List.of(trio.course(), trio.role(), trio.group()));
      }
      return columns;
    }

    @Override
    public void enrollments(RowCells row, Consumer<EnrollmentCells> receiver) {
      for (Trio trio : trios) {
        String course = row.textAt(trio.course());
        if (!course.isEmpty()) {
          EnrollmentCells enrollment = new EnrollmentCells();
          enrollment.put(Field.COURSE, course, trio.course());
          String own = row.textAt(trio.role());
          enrollment.put(
              Field.ROLE,
              own.isEmpty() ? row.textAt(role) : own,
              own.isEmpty() ? role : trio.role());
          enrollment.put(Field.GROUP, row.textAt(trio.group()), trio.group());
          receiver.accept(enrollment);
        }
      }
    }

    @Override
    public List<Integer> withoutCourse(RowCells row) {
      List<Integer> lost = new ArrayList<>();
      for (Trio trio : trios) {
        if (row.textAt(trio.course()).isEmpty() && trio.group() >= 0) {
          lost.add(trio.group());
        }
      }
      return lost;
    }

    /** The numbered columns of groups and roles of a sheet that has none of courses. */
    static List<Integer> withoutAnyCourse(List<Column> columns) {
      List<Integer> found = new ArrayList<>();
      for (Column column : columns) {
        if (column.field().isEmpty() && place(column.header()) > 0) {
          found.add(column.index());
        }
      }
      return found;
    }

    /**
     * What of a course a numbered header names: 0 its code, 1 the role, 2 the group, -1 nothing.
     */
    private static int place(String header) {
      Matcher numbered = NUMBERED.matcher(header);
      return numbered.matches()
          ? HeaderWords.match(Table.ENROLLMENTS, numbered.group(1))
              .map(HeaderWords.Match::field)
              .map(InNumberedColumns::place)
              .orElse(-1)
          : -1;
    }

    /** Whether a row of headers has numbered columns for courses. */
    static boolean isFoundIn(List<String> headers) {
      List<Column> columns = new ArrayList<>();
      boolean possible = false;
      Set<String> different = new HashSet<>();
      for (String header : headers) {
        columns.add(new Column(columns.size(), header, Optional.empty(), null, Column.Looks.PLAIN));
        boolean ends = !header.isEmpty() && Character.isDigit(header.charAt(header.length() - 1));
        possible |= ends || (!header.isEmpty() && !different.add(header));
      }
      return possible && find(columns, -1).isPresent();
    }

    /** The numbered columns of a row of headers, if it has any for courses. */
    static Optional<EnrollmentColumns> find(List<Column> columns, int role) {
      TreeMap<Integer, int[]> byNumber = new TreeMap<>();
      for (Column column : columns) {
        Matcher numbered = NUMBERED.matcher(column.header());
        if (column.field().isPresent() || !numbered.matches()) {
          continue;
        }
        HeaderWords.match(Table.ENROLLMENTS, numbered.group(1))
            .map(HeaderWords.Match::field)
            .map(InNumberedColumns::place)
            .filter(place -> place >= 0)
            .ifPresent(
                place -> {
                  int number = Integer.parseInt(numbered.group(2));
                  int[] trio = byNumber.computeIfAbsent(number, n -> new int[] {-1, -1, -1});
                  if (trio[place] < 0) {
                    trio[place] = column.index();
                  }
                });
      }
      if (byNumber.values().stream().noneMatch(trio -> trio[0] >= 0)) {
        repeated(columns, byNumber);
      }
      List<Trio> trios = new ArrayList<>();
      for (int[] trio : byNumber.values()) {
        if (trio[0] >= 0) {
          trios.add(new Trio(trio[0], trio[1], trio[2]));
        }
      }
      return trios.isEmpty() ? Optional.empty() : Optional.of(new InNumberedColumns(trios, role));
    }

    /** The same headers once more for each further course: course, role, group, course, role. */
    private static void repeated(List<Column> columns, TreeMap<Integer, int[]> byNumber) {
      TreeMap<Integer, int[]> found = new TreeMap<>();
      for (Column column : columns) {
        int place =
            HeaderWords.match(Table.ENROLLMENTS, column.header())
                .map(HeaderWords.Match::field)
                .map(InNumberedColumns::place)
                .orElse(-1);
        boolean begins = place == 0 && HeaderWords.squeeze(column.header()).length() > 0;
        if (begins) {
          found.put(found.size() + 1, new int[] {column.index(), -1, -1});
        } else if (place > 0 && !found.isEmpty() && found.lastEntry().getValue()[place] < 0) {
          found.lastEntry().getValue()[place] = column.index();
        }
      }
      boolean same =
          found.values().stream()
                  .map(trio -> HeaderWords.squeeze(columns.get(trio[0]).header()))
                  .distinct()
                  .count()
              == 1;
      if (found.size() > 1 && same) {
        byNumber.clear();
        byNumber.putAll(found);
      }
    }

    private static int place(Field field) {
      return switch (field) {
        case COURSE -> 0;
        case ROLE -> 1;
        case GROUP -> 2;
        default -> -1;
      };
    }
  }

  /** A column for each course; its code by the column's number. */
  record InAGrid(
      List<Integer> columns, List<String> courses, int role, Function<String, Boolean> isRole)
      implements EnrollmentColumns {
    @Override
    public EnrollmentForm shape() {
      return EnrollmentForm.GRID;
    }

    @Override
    public void enrollments(RowCells row, Consumer<EnrollmentCells> receiver) {
      for (int i = 0; i < columns.size(); i++) {
        String cell = row.textAt(columns.get(i));
        if (EnrollmentMarks.isNo(cell)) {
          continue;
        }
        EnrollmentCells enrollment = new EnrollmentCells();
        enrollment.put(Field.COURSE, courses.get(i), columns.get(i));
        boolean plain = EnrollmentMarks.YES.contains(cell.toLowerCase(Locale.ROOT));
        int slash = cell.indexOf('/');
        String own = slash < 0 ? cell : cell.substring(0, slash).strip();
        enrollment.put(Field.ROLE, plain ? row.textAt(role) : own, plain ? role : columns.get(i));
        enrollment.put(
            Field.GROUP, slash < 0 ? "" : cell.substring(slash + 1).strip(), columns.get(i));
        receiver.accept(enrollment);
      }
    }
  }

  /** Everybody is in one course. */
  record InOneCourse(String course, int role, int group) implements EnrollmentColumns {
    @Override
    public EnrollmentForm shape() {
      return EnrollmentForm.CLASS_LIST;
    }

    @Override
    public boolean usesGroupColumn() {
      return true;
    }

    @Override
    public List<Integer> columns() {
      return List.of();
    }

    @Override
    public void enrollments(RowCells row, Consumer<EnrollmentCells> receiver) {
      EnrollmentCells enrollment = new EnrollmentCells();
      enrollment.put(Field.COURSE, course, -1);
      enrollment.put(Field.ROLE, row.textAt(role), role);
      enrollment.put(Field.GROUP, row.textAt(group), group);
      receiver.accept(enrollment);
    }
  }

  /**
   * Somebody leaves a course, or a group of one, and goes to another.
   *
   * @param from the column of what they leave
   * @param to the column of where they go
   * @param course the column of the course whose groups these are, or -1
   */
  record Moves(int from, int to, int course, int role) implements EnrollmentColumns {
    @Override
    public EnrollmentForm shape() {
      return EnrollmentForm.MOVES;
    }

    @Override
    public List<Integer> columns() {
      return course < 0 ? List.of(from, to) : List.of(from, to, course);
    }

    @Override
    public void enrollments(RowCells row, Consumer<EnrollmentCells> receiver) {
      String left = row.textAt(from);
      String next = row.textAt(to);
      if (!EnrollmentMarks.isNo(left) && !isNoMove(row)) {
        EnrollmentCells enrollment = enrollment(row, left, from);
        enrollment.put(Field.STATUS, "ended", from);
        receiver.accept(enrollment);
      }
      if (!EnrollmentMarks.isNo(next)) {
        receiver.accept(enrollment(row, next, to));
      }
    }

    /** Whether a row has the same in both columns. */
    boolean isNoMove(RowCells row) {
      return row.textAt(from).equalsIgnoreCase(row.textAt(to));
    }

    private EnrollmentCells enrollment(RowCells row, String where, int column) {
      EnrollmentCells enrollment = new EnrollmentCells();
      if (course < 0) {
        enrollment.put(Field.COURSE, where, column);
      } else {
        enrollment.put(Field.COURSE, row.textAt(course), course);
        enrollment.put(Field.GROUP, where, column);
      }
      enrollment.put(Field.ROLE, row.textAt(role), role);
      return enrollment;
    }
  }

  /**
   * Everybody is in the course, or the group of one, that the nearest heading above names.
   *
   * @param headings by the number of their rows
   */
  record UnderHeadings(NavigableMap<Integer, CourseNames.Heading> headings, int role, int group)
      implements EnrollmentColumns {
    @Override
    public EnrollmentForm shape() {
      return EnrollmentForm.HEADINGS;
    }

    @Override
    public boolean usesGroupColumn() {
      return true;
    }

    @Override
    public List<Integer> columns() {
      return List.of();
    }

    @Override
    public void enrollments(RowCells row, Consumer<EnrollmentCells> receiver) {
      Map.Entry<Integer, CourseNames.Heading> above = headings.floorEntry(row.number());
      if (above != null) {
        EnrollmentCells enrollment = new EnrollmentCells();
        String own = row.textAt(group);
        enrollment.put(Field.COURSE, above.getValue().course(), -1);
        enrollment.put(Field.ROLE, row.textAt(role), role);
        enrollment.put(
            Field.GROUP,
            own.isEmpty() ? above.getValue().group() : own,
            own.isEmpty() ? -1 : group);
        receiver.accept(enrollment);
      }
    }
  }
}
