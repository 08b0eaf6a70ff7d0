package neatroster.cli.command;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import neatroster.cli.report.FindingsJson;
import neatroster.cli.report.FindingsText;
import neatroster.cli.terminal.Exit;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.Terminal;
import neatroster.core.check.Finding;
import neatroster.core.model.Field;
import neatroster.core.model.Severity;
import neatroster.core.model.Table;
import neatroster.disk.DiskErrors;
import neatroster.register.FolderLock;
import neatroster.work.Problem;
import neatroster.work.add.AddedRow;
import neatroster.work.add.RowFields;
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
  private RowFields fields;

  @Override
  public Integer call() {
    context = options.context();
    folder =
        context.folderOr(
            "There is no roster folder here to add to. neat-roster begin makes one; or try"
                + " --folder.");
    table = RowFields.table(tableName);
    fields = new RowFields(table, context.settings());
    Map<String, String> values = fields.values(given);
    if (!options.json() && Terminal.console().isPresent()) {
      List<Field> asked = fields.worthAsking(AddedRow.fieldsOf(context, sheet(), table));
      new RowQuestions(table, this::judge, options.screen()).ask(asked, values);
    }
    if (values.values().stream().allMatch(String::isEmpty)) {
      throw Problem.usage(
          "Say what is to be added: neat-roster add " + table.word() + " " + fields.example());
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
    options.show(() -> document(sheet, row, isAdded), screen -> text(screen, sheet, row, isAdded));
    return isAdded ? Exit.DONE : Exit.FINDINGS;
  }

  private AddedSheet sheet() {
    return AddedSheet.read(folder, "added-" + table.word() + ".csv", fields.always());
  }

  /** What check would say of a value, in a row that is not whole yet. */
  private List<Finding> judge(Map<String, String> values, Field field) {
    return AddedRow.judge(context, sheet().with(values), table).findings().stream()
        .filter(finding -> finding.field() == field)
        .filter(finding -> finding.severity() != Severity.NOTE)
        .toList();
  }

  private void text(Screen screen, AddedSheet sheet, AddedRow row, boolean isAdded) {
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

  private JsonObject document(AddedSheet sheet, AddedRow row, boolean isAdded) {
    return Json.of("add")
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
        .put("findings", FindingsJson.findings(row.findings()));
  }
}
