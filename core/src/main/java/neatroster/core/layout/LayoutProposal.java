package neatroster.core.layout;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import neatroster.core.grid.FileFacts;
import neatroster.core.grid.UnreadableSheetException;
import neatroster.core.intake.EnrollmentForm;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Table;

/** A layout made of a platform's blank import template, as the text of its file. */
public final class LayoutProposal {
  private static final String YES_NO = "yes and no";
  private static final int MOST_TITLE_ROWS = 50;

  private static final Set<Field> NOT_OFFERED =
      EnumSet.of(
          Field.CHANGE_AT_FIRST_LOGIN,
          Field.GIVEN_NAME,
          Field.MIDDLE_NAME,
          Field.FAMILY_NAME,
          Field.FORMER_USERNAME,
          Field.COPY_OF);

  private final StringBuilder text = new StringBuilder();
  private final RoleWords roles;

  /** The platform's words for ours, by the name of the value. */
  private final Map<String, Map<String, String>> words = new LinkedHashMap<>();

  private final List<Matched> matched = new ArrayList<>();

  /**
   * What became of a sheet of the template.
   *
   * @param sheet the sheet
   * @param row what its rows stand for
   * @param columns its columns: each header with its value, empty where nothing matches
   * @param valuesLeft the values that no column has, as a list in a sentence
   */
  public record Matched(
      SheetReading sheet, RowKind row, List<MatchedColumn> columns, String valuesLeft) {}

  /** How a column is said that holds what a column of the sheets does, by its header. */
  public static String ofSheets(String header) {
    return "{header: "
        + ProposedColumns.quoted(header)
        + ", value: "
        + ProposedColumns.quoted("{" + header.replaceAll("[{}|:]", " ").strip() + "}")
        + "}";
  }

  /**
   * What became of a column.
   *
   * @param most how often it comes again; 0 where it is not repeated
   */
  public record MatchedColumn(String header, String value, int most) {}

  /**
   * A file of the platform's.
   *
   * @param name its name without its folder
   * @param sheets its sheets
   * @param lineEnd what ends its lines, {@code crlf} or {@code lf}
   * @param hasMark whether it begins with a byte order mark
   */
  public record Template(String name, List<SheetReading> sheets, String lineEnd, boolean hasMark) {}

  /**
   * Makes the layout.
   *
   * @param name what the layout is called
   * @param roles the roles of the roster and words for them
   */
  public LayoutProposal(String name, List<Template> templates, RoleWords roles)
      throws UnreadableSheetException {
    this.roles = roles;
    text.append("# Made of ")
        .append(templates.stream().map(Template::name).collect(Collectors.joining(", ")))
        .append(" by neat-roster inspect --layout.\n");
    text.append("# Look it over, then see what comes out: neat-roster pack --as layout:")
        .append(name)
        .append(" --show 5\n");
    text.append("files:\n");
    for (Template template : templates) {
      file(template);
    }
    words();
  }

  /** The platform's words as far as the template tells them, and how others would be said. */
  private void words() {
    boolean isAny = !words.isEmpty();
    if (isAny) {
      text.append("words:\n");
      words.forEach(
          (value, of) -> {
            if (value.equals(YES_NO)) {
              of.forEach(
                  (ours, theirs) -> line("  " + ours + ": " + ProposedColumns.quoted(theirs)));
            } else {
              line(
                  "  "
                      + value
                      + ": {"
                      + of.entrySet().stream()
                          .map(
                              word ->
                                  word.getKey() + ": " + ProposedColumns.quoted(word.getValue()))
                          .collect(Collectors.joining(", "))
                      + "}");
            }
          });
    }
    text.append("# The platform's words for ours, where it has others:\n");
    text.append(isAny ? "" : "# words:\n");
    if (!words.containsKey("role")) {
      text.append("#   role: {learner: student, instructor: teacher}\n");
    }
    text.append("#   change: {create: new, change: edit}\n");
    if (!words.containsKey(YES_NO)) {
      text.append("#   yes: \"1\"\n");
      text.append("#   no: \"0\"\n");
    }
  }

  private static boolean isWorkbook(SheetReading sheet) {
    return sheet.sheet().facts().separator() == null;
  }

  /**
   * What the rows of a sheet stand for, as those of a filled sheet: a row with people and a course
   * is an enrollment, unless one cell is to hold all courses.
   */
  private static RowKind kind(SheetReading sheet) {
    boolean hasJoined =
        sheet.columns().stream()
            .filter(column -> column.field().filter(Field.COURSE::equals).isPresent())
            .anyMatch(column -> ProposedColumns.hints(sheet, column).joint().isPresent());
    if (sheet.table() == Table.USERS
        && sheet.enrolls()
        && sheet.shape() == EnrollmentForm.ROWS
        && !hasJoined) {
      return RowKind.ENROLLMENT;
    }
    return switch (sheet.table()) {
      case USERS -> RowKind.USER;
      case COURSES -> RowKind.COURSE;
      case GROUPS -> RowKind.GROUP;
      case ENROLLMENTS -> RowKind.ENROLLMENT;
    };
  }

  private void file(Template template) throws UnreadableSheetException {
    if (isWorkbook(template.sheets().get(0))) {
      int dot = template.name().lastIndexOf('.');
      String stem = dot < 0 ? template.name() : template.name().substring(0, dot);
      line("  - name: " + ProposedColumns.quoted(fileName(stem + ".xlsx")));
      line("    sheets:");
      for (SheetReading sheet : template.sheets()) {
        String name = sheet.name().sheet();
        line("      - name: " + ProposedColumns.quoted(name == null ? stem : name));
        line("        row: " + kind(sheet).word());
        rows(sheet, "        ");
      }
    } else {
      SheetReading sheet = template.sheets().get(0);
      FileFacts facts = sheet.sheet().facts();
      line("  - name: " + ProposedColumns.quoted(fileName(template.name())));
      line("    row: " + kind(sheet).word());
      line(
          "    separator: "
              + (facts.separator().equals("\t")
                  ? "tab"
                  : ProposedColumns.quoted(facts.separator())));
      line("    encoding: " + facts.encoding());
      if (template.hasMark()) {
        line("    byte-order-mark: true");
      }
      line("    line-end: " + template.lineEnd());
      rows(sheet, "    ");
    }
  }

  private static String fileName(String name) {
    return name.replaceAll("[\\\\/:*?\"<>|{}]", "_");
  }

  /** What stands above the columns of a sheet, and the columns. */
  private void rows(SheetReading sheet, String indent) throws UnreadableSheetException {
    RowKind kind = kind(sheet);
    List<List<String>> titles = titleRows(sheet);
    if (!titles.isEmpty()) {
      line(indent + "title-rows:");
      for (List<String> row : titles) {
        line(
            indent
                + "  - ["
                + row.stream().map(ProposedColumns::quoted).collect(Collectors.joining(", "))
                + "]");
      }
    }
    List<ProposedColumns.Proposed> proposed = ProposedColumns.of(sheet, kind);
    Set<String> forms =
        proposed.stream()
            .flatMap(column -> column.dates().stream())
            .collect(Collectors.toCollection(LinkedHashSet::new));
    if (forms.size() == 1) {
      line(indent + "dates: " + forms.iterator().next());
    }
    line(indent + "columns:");
    List<MatchedColumn> columns = new ArrayList<>();
    for (ProposedColumns.Proposed column : proposed) {
      columns.add(new MatchedColumn(column.header(), column.value(), column.most()));
      line(indent + "  - " + column.text(forms.size() > 1));
      learnWords(sheet, column);
    }
    if (columns.stream().anyMatch(column -> column.value().isEmpty())) {
      line(indent + "# What was not matched may be: " + values(kind, columns));
      line(indent + "# or a column of your sheets by its header, such as {Cost centre}");
    }
    matched.add(new Matched(sheet, kind, List.copyOf(columns), values(kind, columns)));
  }

  private void learnWords(SheetReading sheet, ProposedColumns.Proposed column) {
    column
        .field()
        .ifPresent(
            field -> {
              Table table = sheet.table();
              Map<String, String> of =
                  ProposedColumns.hints(sheet, column.column()).words(field, table, roles);
              String value = field == Field.STATUS || field == Field.ROLE ? field.label() : YES_NO;
              Map<String, String> earlier = of.isEmpty() ? null : words.putIfAbsent(value, of);
              if (earlier != null && !earlier.equals(of)) {
                line(
                    "# "
                        + column.header()
                        + " has other words than a column before, not used here:");
                line("#   " + String.join(", ", of.values()));
              }
            });
  }

  /** The cells of the rows above the headers, each row to its last cell with something in it. */
  private static List<List<String>> titleRows(SheetReading sheet) throws UnreadableSheetException {
    List<List<String>> rows = new ArrayList<>();
    if (sheet.headerRow() > 1) {
      sheet
          .sheet()
          .read(
              row -> {
                if (row.number() >= sheet.headerRow() || rows.size() >= MOST_TITLE_ROWS) {
                  return false;
                }
                while (rows.size() < row.number() - 1) {
                  rows.add(List.of());
                }
                List<String> cells = new ArrayList<>();
                for (int i = 0; i < row.size(); i++) {
                  cells.add(row.cell(i).toString());
                }
                while (!cells.isEmpty() && cells.get(cells.size() - 1).isBlank()) {
                  cells.remove(cells.size() - 1);
                }
                rows.add(cells);
                return true;
              });
      while (rows.size() < Math.min(sheet.headerRow() - 1, MOST_TITLE_ROWS)) {
        rows.add(List.of());
      }
    }
    return rows;
  }

  /** The values of such rows that no column has. */
  private static String values(RowKind kind, List<MatchedColumn> columns) {
    String taken = columns.stream().map(MatchedColumn::value).collect(Collectors.joining());
    return kind.fields().stream()
            .filter(field -> !NOT_OFFERED.contains(field))
            .map(field -> "{" + field.label() + "}")
            .filter(value -> !taken.contains(value))
            .collect(Collectors.joining(", "))
        + ", {change}";
  }

  private void line(String line) {
    text.append(line).append('\n');
  }

  /** The text of the layout's file. */
  public String text() {
    return text.toString();
  }

  /** What became of the template's sheets. */
  public List<Matched> matched() {
    return matched;
  }
}
