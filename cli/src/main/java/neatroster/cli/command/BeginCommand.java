package neatroster.cli.command;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
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
import neatroster.work.json.Json;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Makes a roster folder: settings with comments, and sheets to fill in. */
@Command(
    name = "begin",
    description = "Makes a roster folder: settings with comments, and sheets to fill in.")
public final class BeginCommand implements Callable<Integer> {
  private static final List<String> ROLES =
      List.of("learner", "instructor", "assistant", "observer", "manager");

  @Mixin private CommonOptions options;

  @Parameters(paramLabel = "DIR", description = "The folder to make.")
  private Path folder;

  @Option(
      names = "--starter",
      paramLabel = "xlsx|ods|csv",
      description = "What the sheets to fill in are written as (default: xlsx).")
  private Starter starter = Starter.xlsx;

  /** What starter sheets are written as; the names are those on the command line. */
  enum Starter {
    xlsx,
    ods,
    csv
  }

  @Override
  public Integer call() {
    Screen screen = options.screen();
    Path place = options.resolve(folder);
    if (Files.exists(place.resolve("roster.yaml"))) {
      throw Problem.usage(folder + " is a roster folder already; nothing in it was touched.");
    }
    new WritePlaces(Optional.empty()).verifyFolder(place, folder.toString());
    List<String> made = new ArrayList<>();
    try {
      PrivateFiles.folder(place);
      PrivateFiles.folder(place.resolve("sheets"));
      PrivateFiles.folder(place.resolve("known"));
      starters(place.resolve("sheets"), made);
      // The settings make it a roster folder: they come last, so that half of one is none.
      write(place.resolve("roster.yaml"), BeginCommand::settings);
    } catch (IOException e) {
      throw Problem.unreadable(folder + " could not be filled (" + DiskErrors.reason(e) + ").", e);
    }
    if (options.json()) {
      Json.write(
          screen.out(),
          Json.of("begin")
              .put("folder", folder.toString())
              .list("sheets", made, name -> "sheets/" + name));
      return Exit.DONE;
    }
    screen.line("The roster folder " + screen.bold(folder.toString()) + " is ready:");
    screen.line(String.format("  %-24s %s", "roster.yaml", "settings; every one has a default"));
    for (String name : made) {
      screen.line(
          String.format(
              "  %-24s %s",
              "sheets/" + name,
              starter == Starter.csv
                  ? "to fill in, with an example row that is skipped"
                  : "a tab each for users, courses, groups and enrollments, with an example row"));
    }
    screen.line(
        String.format("  %-24s %s", "known/", "for exports of what the platform holds already"));
    screen.line("");
    screen.line(
        "Put what you were handed into sheets/ as it is, or fill in the starter. Then, in that"
            + " folder:");
    screen.line("  neat-roster inspect    how each sheet is understood");
    screen.line("  neat-roster check      everything that is wrong, at once");
    return Exit.DONE;
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
    try (InputStream in = BeginCommand.class.getResourceAsStream("begin/roster.yaml")) {
      in.transferTo(out);
    }
  }

  private void starters(Path sheets, List<String> made) throws IOException {
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
