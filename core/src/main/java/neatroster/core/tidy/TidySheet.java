package neatroster.core.tidy;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import neatroster.core.grid.Place;
import neatroster.core.grid.RowWriter;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.Column;
import neatroster.core.intake.CompactEnrollments;
import neatroster.core.intake.EnrollmentForm;
import neatroster.core.intake.NameParts;
import neatroster.core.intake.Names;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetRows;
import neatroster.core.intake.UnnamedColumns;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.model.KnownUser;
import neatroster.core.model.Table;

/** Writes one sheet clean, under our headers. */
public final class TidySheet {
  private static final List<Field> NAME_PARTS =
      List.of(Field.GIVEN_NAME, Field.FAMILY_NAME, Field.SUFFIX);
  private static final List<Field> OF_ENROLLMENTS =
      List.of(Field.USER, Field.COURSE, Field.ROLE, Field.GROUP, Field.STARTS, Field.ENDS);

  /** Opens the file of a name without its ending. */
  @FunctionalInterface
  public interface Files {
    RowWriter create(String stem) throws IOException;
  }

  /** Says what a cell should hold instead, or gives it back. */
  @FunctionalInterface
  public interface Correction {
    String of(RosterRow row, Column column, String value);
  }

  /** Says who somebody is, where that is known. */
  @FunctionalInterface
  public interface Acquaintance {
    Optional<KnownUser> of(RosterRow row);
  }

  private final SheetReading sheet;
  private final Acquaintance known;
  private final Optional<WrittenOutMembers> members;

  private final List<Field> filled = new ArrayList<>();
  private final TidyChanges changes;
  private final Correction correction;
  private final List<Column> kept = new ArrayList<>();
  private final List<Field> added = new ArrayList<>();

  /** Whether a column says who the members of groups are, where the sheet has none for people. */
  private boolean namesMembers;

  private final Map<String, Integer> written = new LinkedHashMap<>();

  /**
   * A sheet to be written.
   *
   * @param known who somebody is whom a list names by an email address or a username alone
   * @param members who is in cross-course groups, where rows enroll all members of one
   * @throws UnreadableSheetException where it cannot be read to its end
   */
  public TidySheet(
      SheetReading sheet,
      TidyChanges changes,
      Correction correction,
      Acquaintance known,
      Optional<WrittenOutMembers> members)
      throws UnreadableSheetException {
    this.known = known;
    this.members = members;
    this.sheet = sheet;
    this.changes = changes;
    this.correction = correction;
    List<Column> unnamed = unnamed(sheet);
    for (Column column : sheet.columns()) {
      boolean enrolling = sheet.enrolls() && (sheet.saysCourse(column) || isOfEnrollment(column));

      boolean used = sheet.isPart(column) && column.field().isEmpty();
      boolean named = !column.header().isEmpty() || column.field().isPresent();
      if (!enrolling && !used && (named || unnamed.contains(column))) {
        kept.add(column);
      }
    }
    if (members.isPresent() && sheet.has(Field.MEMBERS_OF)) {
      namesMembers = !sheet.has(Field.USER);
      if (allAreWrittenOut()) {
        kept.removeIf(column -> column.field().equals(Optional.of(Field.MEMBERS_OF)));
      }
    }
    for (Column column : unnamed) {
      changes.add(
          new Place(sheet.name(), 0),
          column.letters(),
          "",
          "",
          "kept as it is: no header says what it is");
    }
    boolean splits =
        sheet.has(Field.FULL_NAME) && !sheet.has(Field.GIVEN_NAME) && !sheet.has(Field.FAMILY_NAME);
    for (Field part : NAME_PARTS) {
      if (splits && !sheet.has(part)) {
        added.add(part);
      }
    }
    if (isWithoutNames(sheet)) {
      filled.addAll(List.of(Field.GIVEN_NAME, Field.FAMILY_NAME));
      if (!sheet.has(Field.USERNAME)) {
        filled.add(0, Field.USERNAME);
      }
    }
  }

  /** Whether a list of people says nobody's name. */
  public static boolean isWithoutNames(SheetReading sheet) {
    return sheet.table() == Table.USERS
        && !sheet.has(Field.GIVEN_NAME)
        && !sheet.has(Field.FAMILY_NAME)
        && !sheet.has(Field.FULL_NAME);
  }

  private boolean allAreWrittenOut() throws UnreadableSheetException {
    boolean[] all = {true};
    SheetRows.read(
        sheet,
        row ->
            all[0] &=
                !row.isUneven()
                    && (!WrittenOutMembers.isFor(row)
                        || !members.orElseThrow().of(row).references().isEmpty()));
    return all[0];
  }

  private static List<Column> unnamed(SheetReading sheet) throws UnreadableSheetException {
    UnnamedColumns unnamed = new UnnamedColumns(sheet);
    if (!unnamed.areNone()) {
      SheetRows.read(sheet, unnamed::add);
    }
    return unnamed.filled();
  }

  /**
   * Writes the sheet, and a second one for its enrollments where they are not ones of its rows.
   *
   * @param stem what the file is called, without its ending
   * @return the names without their endings, each with its rows
   */
  public Map<String, Integer> write(String stem, Files files)
      throws IOException, UnreadableSheetException {
    // People and their courses stay on one row, so that it does not matter what they are called by.
    boolean along =
        sheet.table() == Table.USERS && sheet.enrolls() && sheet.shape() != EnrollmentForm.ROWS;
    if (sheet.table() != Table.ENROLLMENTS || !sheet.enrolls()) {
      rows(stem, files, along);
    }
    if (sheet.enrolls() && !along) {
      enrollments(stem + "-enrollments", files);
    }
    return written;
  }

  /**
   * In a sheet of people with a course on each row, what belongs to the course and not to the
   * person.
   */
  private boolean isOfEnrollment(Column column) {
    boolean goesAlong =
        sheet.shape() == EnrollmentForm.ROWS
            || (sheet.usesGroupColumn() && column.field().equals(Optional.of(Field.GROUP)));
    return sheet.table() == Table.USERS
        && goesAlong
        && column.field().isPresent()
        && !Table.USERS.fields().contains(column.field().get());
  }

  private void rows(String stem, Files files, boolean along)
      throws IOException, UnreadableSheetException {
    int[] rows = {0};
    Set<List<String>> people = new HashSet<>();
    try (RowWriter out = files.create(stem)) {
      out.row(header(along));
      SheetRows.read(
          sheet,
          row -> {
            List<String> cells = cells(row);
            if (along && !row.isUneven()) {
              cells.add(compact(row));
            }
            if (members.isPresent() && WrittenOutMembers.isFor(row)) {
              rows[0] += writeMembers(out, row, cells);
            } else if (sheet.shape() != EnrollmentForm.ROWS
                || !sheet.enrolls()
                || people.add(cells)) {
              // In a list with a row for each course the same person comes again.
              write(out, cells);
              rows[0]++;
            }
          },
          skipped ->
              changes.add(
                  new Place(sheet.name(), skipped.row()),
                  "",
                  "",
                  "",
                  "left out: " + skipped.why()));
    }
    written.put(stem, rows[0]);
    if (along && !sheet.has(Field.ENROLLMENTS_CELL)) {
      changes.add(
          new Place(sheet.name(), sheet.headerRow()),
          moved(),
          "",
          "",
          "courses are now in the column enrollments");
    }
  }

  /**
   * Writes a row that enrolls the members of a group once for each of them.
   *
   * @return how many rows that makes
   */
  private int writeMembers(RowWriter out, RosterRow row, List<String> cells) {
    WrittenOutMembers.Of become = members.orElseThrow().of(row);
    String header = row.column(Field.MEMBERS_OF).map(Column::header).orElse("");
    String group = row.text(Field.MEMBERS_OF);
    if (become.references().isEmpty()) {
      changes.add(row.place(), header, group, group, "stays as it is: " + become.why());
      write(out, cells);
      return 1;
    }
    int user = 0;
    for (int i = 0; i < kept.size(); i++) {
      if (kept.get(i).field().equals(Optional.of(Field.USER))) {
        user = i;
      } else if (kept.get(i).field().equals(Optional.of(Field.MEMBERS_OF))) {
        cells.set(i + (namesMembers ? 1 : 0), "");
      }
    }
    for (String reference : become.references()) {
      cells.set(user, reference);
      write(out, cells);
    }
    changes.add(
        row.place(),
        header,
        group,
        String.join(", ", become.references()),
        "written out"
            + (become.onTheirOwn() == 0
                ? ""
                : "; " + become.onTheirOwn() + " more have a row of their own for the course"));
    return become.references().size();
  }

  private static void write(RowWriter out, List<String> cells) {
    try {
      out.row(cells);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  private List<String> header(boolean along) {
    List<String> header = new ArrayList<>();
    if (namesMembers) {
      header.add(Field.USER.label());
    }
    for (Column column : kept) {
      String own = column.header().isEmpty() ? "column " + column.letters() : column.header();
      header.add(column.field().map(Field::label).orElse(own));
    }
    added.forEach(field -> header.add(field.label()));
    filled.forEach(field -> header.add(field.label()));
    if (along) {
      header.add(Field.ENROLLMENTS_CELL.label());
    }
    return header;
  }

  /** The headers of the columns that say who is in which course. */
  private String moved() {
    List<String> headers = new ArrayList<>();
    for (Column column : sheet.columns()) {
      if (sheet.saysCourse(column)) {
        headers.add(column.header());
      }
    }
    return String.join(" ", headers);
  }

  private List<String> cells(RosterRow row) {
    List<String> cells = new ArrayList<>();
    if (row.isUneven()) {
      // What belongs where is for the administrator to say.
      for (int i = 0; i < row.raw().size(); i++) {
        cells.add(row.raw().cell(i).toString());
      }
      return cells;
    }
    if (namesMembers) {
      cells.add("");
    }
    for (Column column : kept) {
      cells.add(cell(row, column));
    }
    if (!added.isEmpty()) {
      split(row, cells);
    }
    if (!filled.isEmpty()) {
      fill(row, cells);
    }
    return cells;
  }

  private String cell(RosterRow row, Column column) {
    String stands = row.raw().cell(column.index()).toString();
    String read = row.cellAt(column.index()).toString();
    String repaired = read;
    if (column.field().isPresent()) {
      Field field = column.field().get();
      repaired = sheet.values().canonical(row.table(), field, read, sheet.dateReading(field, read));
    }
    String after = correction.of(row, column, repaired);
    if (!after.equals(stands) && !column.secret()) {
      String why =
          !after.equals(repaired)
              ? "corrected as suggested"
              : read.equals(stands) || column.field().equals(Optional.of(Field.STATUS))
                  ? "repaired"
                  : "read as the settings say";
      changes.add(row.place(), column.header(), stands, after, why);
    }
    return after;
  }

  /** The row's enrollments in one cell. */
  private String compact(RosterRow row) {
    List<String> pieces = new ArrayList<>();
    row.enrollments(
        enrollment ->
            pieces.add(
                CompactEnrollments.text(
                    enrollment.text(Field.COURSE),
                    enrollment.text(Field.ROLE),
                    enrollment.text(Field.GROUP))));
    return String.join("; ", pieces);
  }

  /** Adds who somebody is whom the list names by an address alone. */
  private void fill(RosterRow row, List<String> cells) {
    Optional<KnownUser> account = known.of(row);
    NameParts name = NameParts.split(account.map(one -> one.person().fullName()).orElse(""));
    for (Field field : filled) {
      cells.add(
          switch (field) {
            case GIVEN_NAME -> name.given();
            case FAMILY_NAME -> name.family();
            default -> account.map(KnownUser::username).orElse("");
          });
    }
    if (account.isPresent()) {
      changes.add(
          row.place(),
          "",
          "",
          (name.given() + " " + name.family()).strip(),
          "filled in from what is known");
    }
  }

  private void split(RosterRow row, List<String> cells) {
    NameParts parts = Names.parts(row);
    for (Field field : added) {
      cells.add(
          switch (field) {
            case GIVEN_NAME -> parts.given();
            case FAMILY_NAME -> parts.family();
            default -> parts.suffix();
          });
    }
    if (row.has(Field.FULL_NAME)) {
      String full = row.text(Field.FULL_NAME);
      boolean uncertain = Names.isUncertain(row);
      changes.add(
          row.place(),
          row.column(Field.FULL_NAME).map(Column::header).orElse(""),
          full,
          parts.given() + " | " + parts.family(),
          uncertain ? "name split, uncertain: look at it" : "name split");
      if (uncertain) {
        changes.addUncertain(row.place());
      }
    }
  }

  private void enrollments(String stem, Files files) throws IOException, UnreadableSheetException {
    int[] rows = {0};
    int[] nameless = {0};
    try (RowWriter out = files.create(stem)) {
      out.row(OF_ENROLLMENTS.stream().map(Field::label).toList());
      SheetRows.readEnrollments(
          sheet,
          row -> {
            List<String> cells = new ArrayList<>();
            for (Field field : OF_ENROLLMENTS) {
              String stands = row.text(field);
              String text =
                  row.column(field).map(c -> correction.of(row, c, stands)).orElse(stands);
              if (!text.equals(stands)) {
                changes.add(
                    row.place(),
                    row.column(field).map(Column::header).orElse(""),
                    stands,
                    text,
                    "corrected as suggested");
              }
              cells.add(
                  sheet
                      .values()
                      .canonical(Table.ENROLLMENTS, field, text, sheet.dateReading(field, text)));
            }
            nameless[0] += row.has(Field.USER) ? 0 : 1;
            write(out, cells);
            rows[0]++;
          });
    }
    written.put(stem, rows[0]);
    if (nameless[0] > 0) {
      changes.add(
          new Place(sheet.name(), 0),
          "",
          "",
          "",
          Counted.of(nameless[0], "enrollment")
              + " without a user: their rows have neither username, email nor id");
    }
  }
}
