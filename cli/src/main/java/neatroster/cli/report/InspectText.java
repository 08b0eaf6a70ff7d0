package neatroster.cli.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import neatroster.cli.terminal.Screen;
import neatroster.cli.terminal.TextWrap;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.Hidden;
import neatroster.core.grid.SheetName;
import neatroster.core.intake.Column;
import neatroster.core.intake.EnrollmentForm;
import neatroster.core.intake.SheetReading;
import neatroster.core.intake.SheetRows;
import neatroster.core.intake.SheetSurvey;
import neatroster.core.model.Counted;
import neatroster.core.model.Field;
import neatroster.core.roster.Roster;
import neatroster.work.inspect.Inspection;
import neatroster.work.settings.ReadingSettings;

/** How sheets are understood, as people read it. */
public final class InspectText {
  private static final int ROWS_NAMED = 8;

  /** So many columns are listed one by one, whatever they are. */
  private static final int FEW = 6;

  private final Screen screen;

  public InspectText(Screen screen) {
    this.screen = screen;
  }

  public void write(Inspection inspection) {
    List<SheetSurvey> seen = inspection.sheets();
    seen.stream().filter(sheet -> !sheet.isUntouched()).forEach(this::sheet);
    untouched(seen);
    for (Roster.Unread sheet : inspection.unread()) {
      screen.line(screen.bold(sheet.name().toString()));
      String what =
          sheet.isLeftAlone() ? screen.yellow("left alone") : screen.red("not understood");
      String why =
          sheet.isLeftAlone() && !sheet.why().isOfNoMatter()
              ? "no header is one that we know"
              : sheet.why().getMessage();
      screen.line("  " + what + ": " + why + ".");
      screen.line("");
    }
    for (SheetName sheet : inspection.leftOut()) {
      screen.line(screen.bold(sheet.toString()));
      screen.line(screen.dim("  left out, as roster.yaml says"));
      screen.line("");
    }
    known(inspection.known());
  }

  /** How the exports of the platform are understood. */
  private void known(List<SheetSurvey> exports) {
    if (!exports.isEmpty()) {
      screen.line(screen.bold("What the platform holds, as exports tell:"));
      screen.line("");
      exports.forEach(this::sheet);
    }
  }

  /** The tabs of a starter that nobody has filled in yet, in one line for each file. */
  private void untouched(List<SheetSurvey> seen) {
    Map<String, List<String>> tabs = new TreeMap<>();
    for (SheetSurvey sheet : seen) {
      if (sheet.isUntouched()) {
        SheetName name = sheet.reading().name();
        tabs.computeIfAbsent(name.file(), file -> new ArrayList<>())
            .add(name.sheet() == null ? sheet.reading().table().word() : name.sheet());
      }
    }
    tabs.forEach(
        (file, names) ->
            screen.line(
                screen.bold(file)
                    + screen.dim(": nothing filled in yet in " + String.join(", ", names))));
    if (!tabs.isEmpty()) {
      screen.line("");
    }
  }

  private void sheet(SheetSurvey seen) {
    SheetReading sheet = seen.reading();
    screen.line(
        screen.bold(sheet.name().toString())
            + screen.dim(" — " + Counted.tables(Map.of(sheet.table(), seen.rows()))));
    screen.line(facts(sheet));
    sheet
        .plan()
        .ifPresent(plan -> screen.line("  read as " + plan.place() + " says" + covers(sheet)));
    List<String> unread = sheet.sheet().unread();
    if (!unread.isEmpty()) {
      screen.line("  not read: " + String.join(", ", unread));
    }
    FileFacts.Doubt doubt = sheet.sheet().facts().doubt();
    if (doubt != null) {
      screen.line(
          "  "
              + screen.yellow("its letters may be read wrongly")
              + ": “"
              + doubt.here()
              + "” would be “"
              + doubt.there()
              + "” in "
              + doubt.encoding()
              + "; to read it so: encoding: "
              + doubt.encoding()
              + " under sheets:");
    }
    columns(sheet);
    if (sheet.countsPeople()) {
      screen.line("  several people share a line: rows are counted person by person");
    }
    for (Column column : seen.unnamed()) {
      if (!column.secret()) {
        screen.line(
            String.format(
                "  %-3s %-24s %s",
                column.letters(),
                "(no header)",
                screen.dim("nothing says what it is; left alone")));
      }
    }
    if (sheet.enrolls()) {
      String course = sheet.courseOfAll().map(code -> " in " + code).orElse("");
      screen.line(
          "  " + Counted.of(seen.enrollments(), "enrollment") + course + screen.dim(shape(sheet)));
    }
    for (SheetSurvey.Followed followed : seen.followed()) {
      followed(followed);
    }
    seen.dates()
        .forEach(
            (field, order) ->
                screen.line(
                    "  dates in "
                        + field.label()
                        + " are "
                        + ReadingSettings.word(order)
                        + screen.dim(", the only order in which all of them are dates")));
    hidden(SheetRows.hidden(sheet));
    Map<String, List<Integer>> why = new TreeMap<>();
    seen.skipped()
        .forEach(row -> why.computeIfAbsent(row.why(), w -> new ArrayList<>()).add(row.row()));
    why.forEach((reason, rows) -> screen.line("  skipped as " + reason + ": " + rows(rows)));
    if (seen.trouble() != null) {
      screen.line("  " + screen.red("read no further") + ": " + seen.trouble() + ".");
    }
    screen.line("");
  }

  private static String covers(SheetReading sheet) {
    return sheet.covers().map(what -> "; it covers " + what).orElse("");
  }

  private static String facts(SheetReading sheet) {
    FileFacts facts = sheet.sheet().facts();
    StringBuilder how = new StringBuilder("  " + facts.format());
    if (facts.encoding() != null) {
      how.append(", ").append(facts.encoding());
    }
    if (facts.separator() != null) {
      how.append(", cells separated by ").append(facts.separatorWord());
    }
    how.append(
        sheet.headerRow() == 0
            ? "; no headers: the columns were told by what is in them"
            : "; headers in row " + sheet.headerRow());
    return how.toString();
  }

  private void columns(SheetReading sheet) {
    List<Column> all = sheet.columns();
    if (all.size() > FEW && all.stream().allMatch(column -> column.by() == Column.By.NAME)) {
      String names = all.stream().map(Column::header).collect(Collectors.joining(", "));
      screen.line("  every header is one of our own names:");
      for (String line : TextWrap.lines(names, screen.width() - 4)) {
        screen.line("    " + screen.green(line));
      }
      return;
    }
    List<String> unused = new ArrayList<>();
    for (Column column : sheet.columns()) {
      boolean own = sheet.ownField(column).isPresent();
      if (column.field().isEmpty() && !own && !sheet.saysCourse(column)) {
        if (column.looks() == Column.Looks.COUNTING || column.looks() == Column.Looks.SCORES) {
          screen.line(
              String.format(
                  "  %-3s %-24s %s",
                  column.letters(),
                  column.header(),
                  screen.dim(
                      column.looks() == Column.Looks.COUNTING
                          ? "counts the rows; left alone"
                          : "marks or points, no school grade; left alone")));
        } else if (column.secret()) {
          screen.line(
              String.format(
                  "  %-3s %-24s %s",
                  column.letters(),
                  column.header().isEmpty() ? "(no header)" : column.header(),
                  screen.yellow("may be passwords: left alone, and shown in no report")));
        } else if (!column.header().isEmpty() && !sheet.isPart(column)) {
          unused.add(column.header());
        }
        continue;
      }
      screen.line(
          String.format(
              "  %-3s %-24s %s",
              column.letters(),
              column.header().isEmpty() ? "(no header)" : column.header(),
              screen.green(meaning(sheet, column)) + screen.dim(told(sheet, column))));
    }
    if (!unused.isEmpty()) {
      screen.line(
          screen.dim(
              "  left alone: "
                  + Counted.of(unused.size(), "column")
                  + " ("
                  + unused.stream().limit(3).collect(Collectors.joining(", "))
                  + (unused.size() > 3 ? ", …" : "")
                  + ")"));
    }
  }

  private void followed(SheetSurvey.Followed followed) {
    String what = followed.field() == Field.EMAIL ? "email addresses" : "usernames";
    int breaking = followed.breaking().size();
    screen.line(
        "  "
            + what
            + " follow "
            + screen.green(followed.pattern().toString())
            + (breaking == 0
                ? screen.dim(", all " + followed.filled() + " of them")
                : "; not in " + rows(followed.breaking())));
  }

  private void hidden(Hidden hidden) {
    if (hidden.isNothing()) {
      return;
    }
    List<String> parts = new ArrayList<>();
    if (hidden.sheet()) {
      parts.add("the whole sheet");
    }
    if (hidden.rows() > 0) {
      parts.add(Counted.of(hidden.rows(), "row"));
    }
    if (!hidden.columns().isEmpty()) {
      parts.add(
          (hidden.columns().size() == 1 ? "column " : "columns ")
              + hidden.columns().stream()
                  .limit(ROWS_NAMED)
                  .map(Column::letters)
                  .collect(Collectors.joining(", ")));
    }
    screen.line(
        "  "
            + screen.yellow("hidden in the workbook")
            + ": "
            + String.join(", ", parts)
            + "; read like the rest");
  }

  private static String rows(List<Integer> rows) {
    return (rows.size() == 1 ? "row " : "rows ")
        + rows.stream().limit(ROWS_NAMED).map(String::valueOf).collect(Collectors.joining(", "))
        + (rows.size() > ROWS_NAMED ? " and " + (rows.size() - ROWS_NAMED) + " more" : "");
  }

  private static String meaning(SheetReading sheet, Column column) {
    if (column.field().isPresent() && column.field().get() != Field.ENROLLMENTS_CELL) {
      return column.field().get().label();
    }
    return sheet
        .ownField(column)
        .map(own -> own.name() + " (a field of your own)")
        .orElse(
            sheet.shape() == EnrollmentForm.GRID
                ? "a course; who is marked is in it"
                : "enrollments");
  }

  private static String told(SheetReading sheet, Column column) {
    String composed =
        column.field().flatMap(sheet::composed).map(from -> "  (from " + from + ")").orElse("");
    if (!composed.isEmpty() || column.by() == null) {
      return composed;
    }
    return switch (column.by()) {
      case VALUES, LINKED ->
          column.evidence().isEmpty() ? "  (by its values)" : "  (" + column.evidence() + ")";
      case SETTINGS -> "  (by your settings)";
      case NAME, SYNONYM -> "";
    };
  }

  private static String shape(SheetReading sheet) {
    return switch (sheet.shape()) {
      case ROWS -> ", one course on each row";
      case COMPACT -> ", listed in a cell of each row";
      case NUMBERED -> ", in numbered columns";
      case GRID -> ", marked in a column for each course";
      case CLASS_LIST -> ": the sheet is a class list";
      case HEADINGS -> ", in the courses that headings between the rows name";
      case MOVES -> ": each row moves somebody from one to another";
    };
  }
}
