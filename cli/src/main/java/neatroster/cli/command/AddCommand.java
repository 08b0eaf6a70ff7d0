package neatroster.cli.command;

import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.stream.Stream;
import neatroster.cli.report.FindingsJson;
import neatroster.cli.report.FindingsText;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.Terminal;
import neatroster.core.check.Finding;
import neatroster.core.model.Field;
import neatroster.core.model.OwnField;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.core.text.Nearest;
import neatroster.disk.DiskErrors;
import neatroster.register.FolderLock;
import neatroster.work.Problem;
import neatroster.work.add.AddedRow;
import neatroster.work.folder.AddedSheet;
import neatroster.work.folder.CommandContext;
import neatroster.work.folder.RosterFolder;
import neatroster.work.json.Json;
import neatroster.work.json.JsonObject;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Adds one row to the roster without a spreadsheet. */
@Command(
    name = "add",
    description = {
      "Adds one more person, course, group or enrollment to the roster, without a spreadsheet:",
      "neat-roster add users \"given name=Ana\" \"family name=Morgan\" grade=7",
      "What the command line does not give is asked for in the terminal. The row is judged as check",
      "would judge it, and goes to sheets/added-TABLE.csv."
    })
public final class AddCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Parameters(
      index = "0",
      paramLabel = "TABLE",
      description = "users, courses, groups, enrollments")
  private String tableName;

  @Parameters(
      index = "1..*",
      paramLabel = "FIELD=VALUE",
      description = "Values of the row, by the names that our sheets have.")
  private List<String> given = List.of();

  private CommandContext context;
  private RosterFolder folder;
  private Table table;

  @Override
  public Integer call() {
    context = options.context();
    folder =
        context.folderOr(
            "There is no roster folder here to add to. neat-roster begin makes one; or try"
                + " --folder.");
    table =
        Table.named(tableName)
            .orElseThrow(
                () ->
                    Problem.usage(
                        "There is no table “"
                            + tableName
                            + "”."
                            + near(tableName, Stream.of(Table.values()).map(Table::word).toList())
                            + " There are users, courses, groups and enrollments."));
    Map<String, String> values = given();
    if (!options.json() && Terminal.console().isPresent()) {
      new RowQuestions(table, this::judge, options.screen()).ask(fields(), values);
    }
    if (values.values().stream().allMatch(String::isEmpty)) {
      throw Problem.usage(
          "Say what is to be added: neat-roster add " + table.word() + " " + example());
    }
    try (FolderLock held = context.lock("add")) {
      held.verify();
      return add(values);
    } catch (IOException e) {
      throw Problem.unreadable(
          "The folder could not be released (" + DiskErrors.reason(e) + ").", e);
    }
  }

  private int add(Map<String, String> values) {
    AddedSheet sheet = sheet().with(values);
    AddedRow row = AddedRow.judge(context, sheet, table);
    boolean isAdded = !row.isFaulty() && !row.isThere();
    if (isAdded) {
      sheet.save();
    }
    if (options.json()) {
      json(sheet, row, isAdded);
    } else {
      text(sheet, row, isAdded);
    }
    return isAdded ? Exit.DONE : Exit.FINDINGS;
  }

  private String example() {
    return switch (table) {
      case USERS -> "\"given name=Ana\" \"family name=Morgan\" email=ana@pier.example";
      case COURSES -> "code=NAV-9 \"title=Night passages\"";
      case GROUPS -> "course=NAV-9 \"name=Port Watch\"";
      case ENROLLMENTS -> "user=amorgan course=NAV-9";
    };
  }

  private static String near(String word, List<String> words) {
    return Nearest.word(word, words).map(near -> " Is " + near + " meant?").orElse("");
  }

  /** What the command line says, by the headers of the sheet. */
  private Map<String, String> given() {
    Map<String, String> values = new LinkedHashMap<>();
    for (String argument : given) {
      int equals = argument.indexOf('=');
      if (equals < 1) {
        throw Problem.usage("“" + argument + "” is no FIELD=VALUE. Example: " + example());
      }
      values.put(header(argument.substring(0, equals).strip()), argument.substring(equals + 1));
    }
    return values;
  }

  /** The header of a field that somebody names. */
  private String header(String name) {
    List<OwnField> own =
        context.settings().reading().ownFields().stream()
            .filter(field -> field.table() == table)
            .toList();
    Optional<String> ours =
        own.stream().map(OwnField::name).filter(name::equalsIgnoreCase).findFirst();
    if (ours.isPresent()) {
      return ours.get();
    }
    return Field.named(name)
        .filter(table.fields()::contains)
        .map(Field::label)
        .orElseThrow(
            () -> {
              List<String> names = new ArrayList<>();
              table.fields().forEach(field -> names.add(field.label()));
              own.forEach(field -> names.add(field.name()));
              return Problem.usage(
                  "There is no field “"
                      + name
                      + "” of "
                      + table.word()
                      + "."
                      + near(name, names)
                      + " There are: "
                      + String.join(", ", names)
                      + ".");
            });
  }

  private AddedSheet sheet() {
    return AddedSheet.read(folder, "added-" + table.word() + ".csv", first());
  }

  /** The columns that every such sheet has. */
  private List<Field> first() {
    return switch (table) {
      case USERS ->
          List.of(Field.ID, Field.USERNAME, Field.GIVEN_NAME, Field.FAMILY_NAME, Field.EMAIL);
      case COURSES -> List.of(Field.CODE, Field.TITLE);
      case GROUPS -> List.of(Field.COURSE, Field.NAME);
      case ENROLLMENTS -> List.of(Field.USER, Field.COURSE, Field.ROLE, Field.GROUP);
    };
  }

  /** What is worth asking for: what every row has, and what the folder's own sheets say. */
  private List<Field> fields() {
    List<Field> always =
        switch (table) {
          case USERS -> List.of(Field.GIVEN_NAME, Field.FAMILY_NAME, Field.EMAIL, Field.ID);
          default -> first();
        };
    List<Field> used = AddedRow.fieldsOf(context, sheet(), table);
    List<Field> asked = new ArrayList<>(always);
    table.fields().stream()
        .filter(field -> used.contains(field) && !asked.contains(field))
        .filter(field -> field != Field.PASSWORD && field != Field.FULL_NAME)
        .forEach(asked::add);
    return asked;
  }

  /** What check would say of a value, in a row that is not whole yet. */
  private List<Finding> judge(Map<String, String> values, Field field) {
    return AddedRow.judge(context, sheet().with(values), table).findings().stream()
        .filter(finding -> finding.field() == field)
        .filter(finding -> finding.severity() != Severity.NOTE)
        .toList();
  }

  private void text(AddedSheet sheet, AddedRow row, boolean isAdded) {
    Screen screen = options.screen();
    if (!row.findings().isEmpty()) {
      new FindingsText(screen).list(row.findings());
      screen.line("");
    }
    for (String already : row.already()) {
      screen.line(screen.yellow(already));
    }
    if (!isAdded) {
      screen.line(screen.red("Nothing was added."));
      return;
    }
    screen.line("Added to " + screen.bold(sheet.shown()) + ", row " + sheet.lastRow() + ".");
    if (table == Table.USERS) {
      screen.line("For an account: neat-roster issue");
    }
  }

  private void json(AddedSheet sheet, AddedRow row, boolean isAdded) {
    Json.write(
        options.screen().out(),
        Json.of("add")
            .put("table", table.word())
            .put("added", isAdded)
            .put("file", sheet.shown())
            .put("row", sheet.lastRow())
            .list(
                "already",
                row.places(),
                place ->
                    new JsonObject()
                        .put("file", place.sheet().file())
                        .put("sheet", place.sheet().sheet())
                        .put("row", place.row()))
            .put("findings", FindingsJson.findings(row.findings())));
  }
}
