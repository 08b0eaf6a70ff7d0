package neatroster.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import neatroster.core.intake.Column;
import neatroster.core.intake.CompactEnrollments;
import neatroster.core.intake.Names;
import neatroster.core.intake.Repair;
import neatroster.core.intake.Roster;
import neatroster.core.intake.RosterRow;
import neatroster.core.intake.Shape;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SkippedRow;
import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import neatroster.core.model.Table;
import neatroster.core.text.Quoted;
import neatroster.sheets.CsvRows;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Writes clean sheets with our headers, and a list of everything that was changed. */
@Command(
    name = "tidy",
    description =
        "Writes clean sheets: repairs what is safe, splits names, and lists every change.")
final class TidyCommand implements Callable<Integer> {
  private static final int SHOWN = 12;

  private static final List<Field> NAME_PARTS =
      List.of(Field.GIVEN_NAME, Field.FAMILY_NAME, Field.SUFFIX);

  @Mixin private CommonOptions options;

  @Option(
      names = "--to",
      paramLabel = "DIR",
      required = true,
      description = "The folder to write to; files that are there are not overwritten.")
  private Path to;

  @Parameters(
      paramLabel = "FILE",
      description = "The sheets to tidy. Without any: what the roster folder holds.")
  private List<String> files = List.of();

  /**
   * One thing that was changed.
   *
   * @param sheet the sheet as people read it
   * @param row its row
   * @param column its header as it was
   * @param before the cell before
   * @param after the cell after
   * @param why what was done
   */
  private record Change(
      String sheet, int row, String column, String before, String after, String why) {}

  private final List<Change> changes = new ArrayList<>();
  private final Map<String, Integer> written = new LinkedHashMap<>();
  private final Set<String> names = new HashSet<>();

  @Override
  public Integer call() {
    Screen screen = options.screen();
    Optional<RosterFolder> folder = options.folder();
    Settings settings = folder.map(f -> f.settings(screen)).orElseGet(Settings::standard);
    Path place = options.resolve(to);
    Path making = place.toAbsolutePath().resolveSibling("." + place.getFileName() + ".unfinished");
    try (OpenRoster open = OpenRoster.open(options, settings, files, folder)) {
      refuseToOverwrite(place);
      PrivateFiles.delete(making);
      PrivateFiles.folder(making);
      for (SheetReading sheet : open.roster().sheets()) {
        tidy(sheet, settings, making);
      }
      writeChanges(making);
      moveInto(place, making);
      report(screen, open.roster());
      return open.roster().unread().isEmpty() ? Exit.DONE : Exit.FINDINGS;
    } catch (IOException | UncheckedIOException e) {
      Exception cause = e instanceof UncheckedIOException unchecked ? unchecked.getCause() : e;
      throw Problem.unreadable(
          "The tidy sheets could not be written (" + Workplace.reason(cause) + ").", e);
    } catch (UnreadableSheetException e) {
      throw Problem.unreadable("A sheet could not be read to its end: " + e.getMessage() + ".", e);
    } finally {
      clear(making);
    }
  }

  private static void clear(Path making) {
    try {
      PrivateFiles.delete(making);
    } catch (IOException e) {
      throw Problem.unreadable(making + " could not be cleared away.", e);
    }
  }

  private void refuseToOverwrite(Path place) {
    if (Files.exists(place) && !Files.isDirectory(place)) {
      throw Problem.unreadable(to + " is a file, not a folder.", null);
    }
  }

  /** Moves the files into their place, all of them or, where one is there already, none. */
  private void moveInto(Path place, Path making) throws IOException {
    PrivateFiles.folder(place);
    try (var made = Files.list(making)) {
      List<Path> all = made.sorted().toList();
      for (Path file : all) {
        if (Files.exists(place.resolve(file.getFileName()))) {
          throw new FileAlreadyExistsException(
              to.resolve(file.getFileName()).toString(), null, "is there already");
        }
      }
      for (Path file : all) {
        Files.move(file, place.resolve(file.getFileName()));
      }
    }
  }

  private void tidy(SheetReading sheet, Settings settings, Path making)
      throws IOException, UnreadableSheetException {
    String stem = stem(sheet);
    boolean splits =
        sheet.has(Field.FULL_NAME) && !sheet.has(Field.GIVEN_NAME) && !sheet.has(Field.FAMILY_NAME);
    List<Column> kept = new ArrayList<>();
    for (Column column : sheet.columns()) {
      boolean enrolling = sheet.saysCourse(column) || isOfEnrollment(sheet, column);
      if (!enrolling && !(column.header().isEmpty() && column.field().isEmpty())) {
        kept.add(column);
      }
    }
    List<Field> added = new ArrayList<>();
    for (Field part : NAME_PARTS) {
      if (splits && !sheet.has(part)) {
        added.add(part);
      }
    }
    // People and their courses stay on one row, so that it does not matter what they are called by.
    boolean alongWithPeople =
        sheet.table() == Table.USERS && sheet.enrolls() && sheet.shape() != Shape.ROWS;
    if (sheet.table() != Table.ENROLLMENTS || !sheet.enrolls()) {
      String name = stem + ".csv";
      int[] rows = {0};
      Set<List<String>> people = new HashSet<>();
      try (CsvRows out = new CsvRows(PrivateFiles.create(making.resolve(name)))) {
        List<String> header = header(kept, added);
        if (alongWithPeople) {
          header.add(Field.ENROLLMENTS_CELL.label());
        }
        out.row(header);
        sheet.read(
            row -> {
              List<String> cells = cells(row, kept, added, settings);
              if (alongWithPeople && !row.isUneven()) {
                cells.add(compact(row, settings));
              }
              // In a list with a row for each course the same person comes again.
              if (sheet.shape() != Shape.ROWS || !sheet.enrolls() || people.add(cells)) {
                out.row(cells);
                rows[0]++;
              }
            },
            skipped -> note(sheet, skipped));
      }
      written.put(name, rows[0]);
      if (alongWithPeople) {
        changes.add(
            new Change(
                sheet.name().toString(),
                sheet.headerRow(),
                moved(sheet),
                "",
                "",
                "courses are now in the column enrollments"));
      }
    }
    if (sheet.enrolls() && !alongWithPeople) {
      enrollments(sheet, settings, making, stem + "-enrollments.csv");
    }
  }

  /**
   * In a sheet of people with a course on each row, what belongs to the course and not to the
   * person.
   */
  private static boolean isOfEnrollment(SheetReading sheet, Column column) {
    return sheet.table() == Table.USERS
        && column.field().isPresent()
        && !Table.USERS.fields().contains(column.field().get());
  }

  /** The headers of the columns that say who is in which course. */
  private static String moved(SheetReading sheet) {
    List<String> headers = new ArrayList<>();
    for (Column column : sheet.columns()) {
      if (sheet.saysCourse(column)) {
        headers.add(column.header());
      }
    }
    return String.join(" ", headers);
  }

  private void note(SheetReading sheet, SkippedRow skipped) {
    changes.add(
        new Change(
            sheet.name().toString(), skipped.row(), "", "", "", "left out: " + skipped.why()));
  }

  private static List<String> header(List<Column> kept, List<Field> added) {
    List<String> header = new ArrayList<>();
    for (Column column : kept) {
      header.add(column.field().map(Field::label).orElse(column.header()));
    }
    added.forEach(field -> header.add(field.label()));
    return header;
  }

  private List<String> cells(
      RosterRow row, List<Column> kept, List<Field> added, Settings settings) {
    List<String> cells = new ArrayList<>();
    if (row.isUneven()) {
      // What belongs where is for the administrator to say.
      for (int i = 0; i < row.raw().size(); i++) {
        cells.add(row.raw().cell(i).toString());
      }
      return cells;
    }
    for (Column column : kept) {
      String before = row.raw().cell(column.index()).toString();
      String after =
          column
              .field()
              .map(field -> Repair.of(row.table(), field, before, settings))
              .orElse(before);
      cells.add(after);
      if (!after.equals(before)) {
        change(row, column.header(), before, after, "repaired");
      }
    }
    if (!added.isEmpty()) {
      split(row, added, cells);
    }
    return cells;
  }

  /** The row's enrollments in one cell. */
  private static String compact(RosterRow row, Settings settings) {
    List<String> pieces = new ArrayList<>();
    row.reading()
        .enrollmentsOf(
            row,
            enrollment ->
                pieces.add(
                    CompactEnrollments.text(
                        enrollment.text(Field.COURSE),
                        Repair.of(
                            Table.ENROLLMENTS, Field.ROLE, enrollment.text(Field.ROLE), settings),
                        enrollment.text(Field.GROUP))));
    return String.join("; ", pieces);
  }

  private void split(RosterRow row, List<Field> added, List<String> cells) {
    Names.Parts parts = Names.parts(row);
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
      String header = row.column(Field.FULL_NAME).map(Column::header).orElse("");
      change(
          row,
          header,
          full,
          parts.given() + " | " + parts.family(),
          Names.isUncertain(full) ? "name split, uncertain: look at it" : "name split");
    }
  }

  private void enrollments(SheetReading sheet, Settings settings, Path making, String name)
      throws IOException, UnreadableSheetException {
    List<Field> fields =
        List.of(Field.USER, Field.COURSE, Field.ROLE, Field.GROUP, Field.STARTS, Field.ENDS);
    int[] rows = {0};
    int[] nameless = {0};
    try (CsvRows out = new CsvRows(PrivateFiles.create(making.resolve(name)))) {
      out.row(fields.stream().map(Field::label).toList());
      sheet.readEnrollments(
          row -> {
            List<String> cells = new ArrayList<>();
            for (Field field : fields) {
              cells.add(Repair.of(Table.ENROLLMENTS, field, row.text(field), settings));
            }
            nameless[0] += row.has(Field.USER) ? 0 : 1;
            out.row(cells);
            rows[0]++;
          });
    }
    written.put(name, rows[0]);
    if (nameless[0] > 0) {
      changes.add(
          new Change(
              sheet.name().toString(),
              0,
              "",
              "",
              "",
              Counted.of(nameless[0], "enrollment")
                  + " without a user: their rows have neither username, email nor id"));
    }
  }

  private void change(RosterRow row, String column, String before, String after, String why) {
    changes.add(
        new Change(row.reading().name().toString(), row.number(), column, before, after, why));
  }

  private void writeChanges(Path making) throws IOException {
    try (CsvRows out = new CsvRows(PrivateFiles.create(making.resolve("changes.csv")))) {
      out.row(List.of("sheet", "row", "column", "before", "after", "what was done"));
      for (Change change : changes) {
        out.row(
            List.of(
                change.sheet(),
                change.row() == 0 ? "" : String.valueOf(change.row()),
                change.column(),
                change.before(),
                change.after(),
                change.why()));
      }
    }
  }

  private String stem(SheetReading sheet) {
    String file = sheet.name().file().replaceAll(".*[/\\\\]", "").replaceAll("\\.[^.]*$", "");
    String tab = sheet.name().sheet() == null ? "" : "-" + sheet.name().sheet();
    String stem = (file + tab).replaceAll("[^\\p{L}\\p{N}._-]", "_").replaceAll("^[.-]+", "");
    String free = stem.isEmpty() ? "sheet" : stem;
    for (int n = 2; !names.add(free); n++) {
      free = stem + "-" + n;
    }
    return free;
  }

  private void report(Screen screen, Roster roster) {
    if (options.json()) {
      Json.write(screen.out(), json -> json(json, roster));
      return;
    }
    for (Change change : changes.subList(0, Math.min(SHOWN, changes.size()))) {
      String where =
          change.sheet()
              + (change.row() == 0 ? "" : ", row " + change.row())
              + (change.column().isEmpty() ? "" : ", " + change.column());
      String what =
          change.before().isEmpty() && change.after().isEmpty()
              ? ""
              : Quoted.value(change.before()) + " → " + Quoted.value(change.after()) + "  ";
      screen.line("  " + where + "  " + what + screen.dim(change.why()));
    }
    if (changes.size() > SHOWN) {
      screen.line("  and " + (changes.size() - SHOWN) + " more, all of them in changes.csv");
    }
    if (!changes.isEmpty()) {
      screen.line("");
    }
    written.forEach(
        (name, rows) ->
            screen.line(String.format("  %-32s %s", to.resolve(name), Counted.of(rows, "row"))));
    screen.line("");
    screen.line(
        "Wrote "
            + screen.bold(Counted.of(written.size(), "sheet"))
            + " with "
            + Counted.of(changes.size(), "change")
            + ", which are listed in "
            + to.resolve("changes.csv")
            + ".");
    for (Roster.Unread unread : roster.unread()) {
      screen.line(
          screen.red("not understood")
              + "  "
              + unread.name()
              + ": "
              + unread.why().getMessage()
              + ".");
    }
  }

  private void json(JsonGenerator json, Roster roster) throws IOException {
    json.writeStartObject();
    json.writeStringField("command", "tidy");
    json.writeArrayFieldStart("files");
    for (Map.Entry<String, Integer> file : written.entrySet()) {
      json.writeStartObject();
      json.writeStringField("path", to.resolve(file.getKey()).toString().replace('\\', '/'));
      json.writeNumberField("rows", file.getValue());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("changes");
    for (Change change : changes) {
      json.writeStartObject();
      json.writeStringField("sheet", change.sheet());
      json.writeNumberField("row", change.row());
      json.writeStringField("column", change.column());
      json.writeStringField("before", change.before());
      json.writeStringField("after", change.after());
      json.writeStringField("what", change.why());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeNumberField("notUnderstood", roster.unread().size());
    json.writeEndObject();
  }
}
