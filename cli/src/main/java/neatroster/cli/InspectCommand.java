package neatroster.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import neatroster.core.intake.Column;
import neatroster.core.intake.FileFacts;
import neatroster.core.intake.Roster;
import neatroster.core.intake.Shape;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SkippedRow;
import neatroster.core.intake.UnreadableSheetException;
import neatroster.core.model.Field;
import neatroster.core.model.Settings;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Says how each sheet is understood. */
@Command(
    name = "inspect",
    description = "Says how each sheet is understood: its format, its headers, what is skipped.")
final class InspectCommand implements Callable<Integer> {
  @Mixin private CommonOptions options;

  @Parameters(
      paramLabel = "FILE",
      description = "PATH, PATH#SHEET, TABLE=PATH, or course:CODE=PATH. Without any: sheets/.")
  private List<String> files = List.of();

  /**
   * A sheet with what was counted in it.
   *
   * @param reading how it is understood
   * @param rows its rows of data
   * @param enrollments the enrollments that they hold
   * @param skipped the rows that are no data
   * @param trouble why it could be read no further, or null
   */
  private record Seen(
      SheetReading reading, int rows, int enrollments, List<SkippedRow> skipped, String trouble) {}

  @Override
  public Integer call() {
    Screen screen = options.screen();
    Optional<RosterFolder> folder = options.folder();
    Settings settings = folder.map(f -> f.settings(screen)).orElseGet(Settings::standard);
    try (OpenRoster open = OpenRoster.open(options, settings, files, folder)) {
      Roster roster = open.roster();
      List<Seen> seen = new ArrayList<>();
      for (SheetReading reading : roster.sheets()) {
        seen.add(look(reading));
      }
      if (options.json()) {
        Json.write(screen.out(), json -> json(json, seen, roster.unread()));
      } else {
        seen.forEach(sheet -> text(screen, sheet));
        for (Roster.Unread unread : roster.unread()) {
          screen.line(screen.bold(unread.name().toString()));
          screen.line("  " + screen.red("not understood") + ": " + unread.why().getMessage() + ".");
          screen.line("");
        }
      }
      boolean troubled =
          !roster.unread().isEmpty() || seen.stream().anyMatch(sheet -> sheet.trouble() != null);
      return troubled ? Exit.FINDINGS : Exit.DONE;
    }
  }

  private static Seen look(SheetReading reading) {
    int[] counts = {0, 0};
    List<SkippedRow> skipped = new ArrayList<>();
    String trouble = null;
    try {
      reading.read(row -> counts[0]++, skipped::add);
      reading.readEnrollments(row -> counts[1]++);
    } catch (UnreadableSheetException e) {
      trouble = e.getMessage();
    }
    return new Seen(reading, counts[0], counts[1], skipped, trouble);
  }

  private static void text(Screen screen, Seen seen) {
    SheetReading sheet = seen.reading();
    screen.line(
        screen.bold(sheet.name().toString())
            + screen.dim(" — " + Counted.tables(Map.of(sheet.table(), seen.rows()))));
    FileFacts facts = sheet.sheet().facts();
    StringBuilder how = new StringBuilder("  " + facts.format());
    if (facts.encoding() != null) {
      how.append(", ").append(facts.encoding());
    }
    if (facts.separator() != null) {
      how.append(", cells separated by ").append(separator(facts.separator()));
    }
    how.append(
        sheet.headerRow() == 0
            ? "; no headers: the columns were told by what is in them"
            : "; headers in row " + sheet.headerRow());
    screen.line(how.toString());
    int unused = 0;
    List<String> unusedHeaders = new ArrayList<>();
    for (Column column : sheet.columns()) {
      if (column.field().isEmpty() && !sheet.saysCourse(column)) {
        unused += column.header().isEmpty() ? 0 : 1;
        unusedHeaders.add(column.header());
        continue;
      }
      screen.line(
          String.format(
              "  %-3s %-24s %s",
              column.letters(),
              column.header().isEmpty() ? "(no header)" : column.header(),
              screen.green(meaning(sheet, column)) + screen.dim(told(column))));
    }
    if (unused > 0) {
      String names =
          unusedHeaders.stream()
              .filter(header -> !header.isEmpty())
              .limit(3)
              .collect(Collectors.joining(", "));
      screen.line(
          screen.dim(
              "  left alone: "
                  + Counted.of(unused, "column")
                  + " ("
                  + names
                  + (unused > 3 ? ", …" : "")
                  + ")"));
    }
    if (sheet.enrolls()) {
      String course = sheet.courseOfAll().map(code -> " in " + code).orElse("");
      screen.line(
          "  " + Counted.of(seen.enrollments(), "enrollment") + course + screen.dim(shape(sheet)));
    }
    Map<String, List<Integer>> why = new TreeMap<>();
    seen.skipped()
        .forEach(row -> why.computeIfAbsent(row.why(), w -> new ArrayList<>()).add(row.row()));
    why.forEach(
        (reason, rows) ->
            screen.line(
                "  skipped as "
                    + reason
                    + ": row"
                    + (rows.size() == 1 ? " " : "s ")
                    + rows.stream().limit(8).map(String::valueOf).collect(Collectors.joining(", "))
                    + (rows.size() > 8 ? " and " + (rows.size() - 8) + " more" : "")));
    if (seen.trouble() != null) {
      screen.line("  " + screen.red("read no further") + ": " + seen.trouble() + ".");
    }
    screen.line("");
  }

  private static String separator(String separator) {
    return switch (separator) {
      case "," -> "commas";
      case ";" -> "semicolons";
      case "\t" -> "tabs";
      default -> "bars";
    };
  }

  private static String meaning(SheetReading sheet, Column column) {
    if (column.field().isPresent() && column.field().get() != Field.ENROLLMENTS_CELL) {
      return column.field().get().label();
    }
    return sheet.shape() == Shape.GRID ? "a course; who is marked is in it" : "enrollments";
  }

  private static String told(Column column) {
    return column.by() == Column.By.VALUES ? "  (by its values)" : "";
  }

  private static String shape(SheetReading sheet) {
    return switch (sheet.shape()) {
      case ROWS -> ", one course on each row";
      case COMPACT -> ", listed in a cell of each row";
      case NUMBERED -> ", in numbered columns";
      case GRID -> ", marked in a column for each course";
      case CLASS_LIST -> ": the sheet is a class list";
    };
  }

  private static void json(JsonGenerator json, List<Seen> seen, List<Roster.Unread> unread)
      throws IOException {
    json.writeStartObject();
    json.writeStringField("command", "inspect");
    json.writeArrayFieldStart("sheets");
    for (Seen sheet : seen) {
      json(json, sheet);
    }
    json.writeEndArray();
    json.writeArrayFieldStart("notUnderstood");
    for (Roster.Unread sheet : unread) {
      json.writeStartObject();
      json.writeStringField("file", sheet.name().file());
      json.writeStringField("sheet", sheet.name().sheet());
      json.writeStringField("why", sheet.why().getMessage());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }

  private static void json(JsonGenerator json, Seen seen) throws IOException {
    SheetReading sheet = seen.reading();
    FileFacts facts = sheet.sheet().facts();
    json.writeStartObject();
    json.writeStringField("file", sheet.name().file());
    json.writeStringField("sheet", sheet.name().sheet());
    json.writeStringField("table", sheet.table().word());
    json.writeStringField("shape", sheet.shape().word());
    json.writeStringField("format", facts.format());
    json.writeStringField("encoding", facts.encoding());
    json.writeStringField("separator", facts.separator());
    if (sheet.headerRow() == 0) {
      json.writeNullField("headerRow");
    } else {
      json.writeNumberField("headerRow", sheet.headerRow());
    }
    json.writeNumberField("rows", seen.rows());
    json.writeNumberField("enrollments", seen.enrollments());
    json.writeStringField("course", sheet.courseOfAll().orElse(null));
    json.writeArrayFieldStart("columns");
    for (Column column : sheet.columns()) {
      json.writeStartObject();
      json.writeStringField("column", column.letters());
      json.writeStringField("header", column.header());
      json.writeStringField("field", column.field().map(Field::label).orElse(null));
      json.writeStringField("by", column.by() == null ? null : column.by().word());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("skipped");
    for (SkippedRow row : seen.skipped()) {
      json.writeStartObject();
      json.writeNumberField("row", row.row());
      json.writeStringField("why", row.why());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }
}
