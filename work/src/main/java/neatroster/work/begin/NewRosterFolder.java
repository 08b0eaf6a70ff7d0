package neatroster.work.begin;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import neatroster.core.intake.ExampleRow;
import neatroster.core.model.Field;
import neatroster.core.model.FieldNote;
import neatroster.core.model.Table;
import neatroster.disk.DiskErrors;
import neatroster.disk.NewFile;
import neatroster.disk.PrivateFiles;
import neatroster.sheets.CsvRows;
import neatroster.sheets.FormWorkbook;
import neatroster.sheets.OdsBook;
import neatroster.sheets.XlsxBook;
import neatroster.work.Problem;
import neatroster.work.folder.WritePlaces;

/**
 * A roster folder that was made: settings with comments, and sheets to fill in.
 *
 * @param sheets the names of the sheets to fill in
 */
public record NewRosterFolder(List<String> sheets) {
  private static final List<String> ROLES =
      List.of("learner", "instructor", "assistant", "observer", "manager");

  /** What starter sheets are written as; the names are those on the command line. */
  public enum Starter {
    xlsx,
    ods,
    csv
  }

  /**
   * Makes one.
   *
   * @param place where
   * @param named what the user calls it
   * @throws Problem where there is one, or something of ours would be covered
   */
  public static NewRosterFolder make(Path place, Path named, Starter starter) {
    if (Files.exists(place.resolve("roster.yaml"))) {
      throw Problem.usage(named + " is a roster folder already; nothing in it was touched.");
    }
    new WritePlaces(Optional.empty()).verifyFolder(place, named.toString());
    try {
      PrivateFiles.folder(place);
      PrivateFiles.folder(place.resolve("sheets"));
      PrivateFiles.folder(place.resolve("known"));
      List<String> made = starters(place.resolve("sheets"), starter);
      // The settings make it a roster folder: they come last, so that half of one is none.
      write(place.resolve("roster.yaml"), NewRosterFolder::settings);
      return new NewRosterFolder(made);
    } catch (IOException e) {
      throw Problem.unreadable(named + " could not be filled (" + DiskErrors.reason(e) + ").", e);
    }
  }

  /** Writes to a stream. */
  @FunctionalInterface
  private interface Content {
    void write(OutputStream out) throws IOException;
  }

  private static void write(Path file, Content content) throws IOException {
    NewFile.create(
        file,
        out -> {
          content.write(out);
          return file;
        });
  }

  private static void settings(OutputStream out) throws IOException {
    try (InputStream in = NewRosterFolder.class.getResourceAsStream("roster.yaml")) {
      in.transferTo(out);
    }
  }

  private static List<String> starters(Path sheets, Starter starter) throws IOException {
    List<String> made = new ArrayList<>();
    List<FormWorkbook.Page> pages = new ArrayList<>();
    for (Table table : Table.values()) {
      pages.add(page(table));
    }
    FormWorkbook book = new FormWorkbook(pages);
    switch (starter) {
      case xlsx -> {
        write(sheets.resolve("starter.xlsx"), out -> XlsxBook.write(book, out));
        made.add("starter.xlsx");
      }
      case ods -> {
        write(sheets.resolve("starter.ods"), out -> OdsBook.write(book, out));
        made.add("starter.ods");
      }
      case csv -> {
        for (FormWorkbook.Page page : pages) {
          write(sheets.resolve(page.name() + ".csv"), out -> csv(page, out));
          made.add(page.name() + ".csv");
        }
      }
    }
    return made;
  }

  private static void csv(FormWorkbook.Page page, OutputStream out) throws IOException {
    try (CsvRows rows = CsvRows.forPeople(out)) {
      rows.row(page.headings().stream().map(FormWorkbook.Heading::text).toList());
      page.rows().forEach(rows::row);
    }
  }

  private static FormWorkbook.Page page(Table table) {
    List<FormWorkbook.Heading> headings = new ArrayList<>();
    List<String> example = new ArrayList<>();
    Map<Field, String> values = ExampleRow.of(table);
    List<Field> first = mostUsed(table);
    List<Field> all = new ArrayList<>(first);
    table.fields().stream().filter(field -> !first.contains(field)).forEach(all::add);
    for (Field field : all) {
      FieldNote note = FieldNote.of(table, field);
      headings.add(
          new FormWorkbook.Heading(
              field.label(),
              note.text(),
              note.needed(),
              choices(table, field),
              !first.contains(field)));
      // What is folded away would stay in the row unseen when somebody writes over it.
      example.add(first.contains(field) ? values.getOrDefault(field, "") : "");
    }
    return new FormWorkbook.Page(table.word(), headings, List.of(example));
  }

  /** The columns that most schools fill in; the others are folded away behind them. */
  private static List<Field> mostUsed(Table table) {
    return switch (table) {
      case USERS ->
          List.of(
              Field.GIVEN_NAME,
              Field.FAMILY_NAME,
              Field.EMAIL,
              Field.ID,
              Field.BIRTH_DATE,
              Field.GRADE,
              Field.SITE,
              Field.ROLE,
              Field.ENROLLMENTS_CELL,
              Field.NOTE);
      case COURSES ->
          List.of(
              Field.CODE,
              Field.TITLE,
              Field.CATEGORY,
              Field.SITE,
              Field.STARTS,
              Field.ENDS,
              Field.INSTRUCTORS,
              Field.NOTE);
      case GROUPS -> List.of(Field.COURSE, Field.NAME, Field.DESCRIPTION, Field.NOTE);
      case ENROLLMENTS -> List.of(Field.USER, Field.COURSE, Field.ROLE, Field.GROUP, Field.NOTE);
    };
  }

  private static List<String> choices(Table table, Field field) {
    return switch (field) {
      case STATUS -> table.statuses();
      case ROLE -> ROLES;
      default -> List.of();
    };
  }
}
