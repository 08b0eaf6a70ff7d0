package neatroster.core.layout;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import neatroster.core.grid.FileFacts;
import neatroster.core.intake.Column;
import neatroster.core.intake.Shape;
import neatroster.core.intake.SheetReading;
import neatroster.core.model.Field;
import neatroster.core.model.Table;

/** A layout made of a platform's blank import template, as the text of its file. */
public final class LayoutProposal {
  /** How headers say in which form they want dates: {@code DD/MM/YYYY}, {@code TT.MM.JJJJ}. */
  private static final Pattern DATE_FORM =
      Pattern.compile(
          "(?i)(?:dd|tt|jj)([./-])mm\\1(?:yyyy|jjjj|aaaa)|mm([./-])dd\\2yyyy"
              + "|(?:yyyy|jjjj|aaaa)([./-])mm\\3(?:dd|tt|jj)");

  private static final Set<Field> NOT_OFFERED =
      EnumSet.of(
          Field.CHANGE_AT_FIRST_LOGIN,
          Field.GIVEN_NAME,
          Field.MIDDLE_NAME,
          Field.FAMILY_NAME,
          Field.FORMER_USERNAME,
          Field.COPY_OF);

  private final StringBuilder text = new StringBuilder();
  private final List<Matched> matched = new ArrayList<>();

  /**
   * What became of a sheet of the template.
   *
   * @param sheet the sheet
   * @param row what its rows stand for
   * @param columns its columns: each header with its value, empty where nothing matches
   */
  public record Matched(SheetReading sheet, RowKind row, List<MatchedColumn> columns) {}

  /**
   * What became of a column.
   *
   * @param most how often it comes again; 0 where it is not repeated
   */
  public record MatchedColumn(String header, String value, int most) {}

  /**
   * Makes the layout.
   *
   * @param name what the layout is called
   * @param sheets the template's sheets
   * @param template the template's name without its folder
   * @param lineEnd what ends its lines, {@code crlf} or {@code lf}
   */
  public LayoutProposal(String name, List<SheetReading> sheets, String template, String lineEnd) {
    text.append("# Made of ").append(template).append(" by neat-roster inspect --layout.\n");
    text.append("# Look it over, then see what comes out: neat-roster pack --as layout:")
        .append(name)
        .append(" --show 5\n");
    if (sheets.size() > 1) {
      text.append("# Each sheet of the template becomes a file of its own.\n");
    }
    text.append("files:\n");
    for (SheetReading sheet : sheets) {
      file(sheet, name(sheet, template, sheets.size() > 1), lineEnd);
    }
    text.append("# The platform's words for ours, where it has others:\n");
    text.append("# words:\n");
    text.append("#   role: {learner: student, instructor: teacher}\n");
    text.append("#   change: {create: new, change: edit}\n");
    text.append("#   yes: \"1\"\n");
    text.append("#   no: \"0\"\n");
  }

  private static String name(SheetReading sheet, String template, boolean isOneOfSeveral) {
    int dot = template.lastIndexOf('.');
    String stem = dot < 0 ? template : template.substring(0, dot);
    String ending = isWorkbook(sheet) ? ".xlsx" : dot < 0 ? ".csv" : template.substring(dot);
    String part = isOneOfSeveral && sheet.name().sheet() != null ? "-" + sheet.name().sheet() : "";
    return (stem + part + ending).replaceAll("[\\\\/:*?\"<>|{}]", "_");
  }

  private static boolean isWorkbook(SheetReading sheet) {
    return sheet.sheet().facts().separator() == null;
  }

  private static RowKind kind(SheetReading sheet) {
    if (sheet.table() == Table.USERS && sheet.enrolls() && sheet.shape() == Shape.ROWS) {
      return RowKind.ENROLLMENT;
    }
    return switch (sheet.table()) {
      case USERS -> RowKind.USER;
      case COURSES -> RowKind.COURSE;
      case GROUPS -> RowKind.GROUP;
      case ENROLLMENTS -> RowKind.ENROLLMENT;
    };
  }

  private void file(SheetReading sheet, String name, String lineEnd) {
    RowKind kind = kind(sheet);
    FileFacts facts = sheet.sheet().facts();
    line("  - name: " + quoted(name));
    line("    row: " + kind.word());
    if (isWorkbook(sheet)) {
      line("    as: xlsx");
    } else {
      line(
          "    separator: " + (facts.separator().equals("\t") ? "tab" : quoted(facts.separator())));
      line("    encoding: " + facts.encoding());
      line("    line-end: " + lineEnd);
    }
    dates(sheet).ifPresent(form -> line("    dates: " + form));
    line("    columns:");
    List<MatchedColumn> columns = new ArrayList<>();
    for (ProposedColumns.Proposed column : ProposedColumns.of(sheet, kind)) {
      columns.add(new MatchedColumn(column.header(), column.value(), column.most()));
      String what =
          "      - {header: "
              + quoted(column.header())
              + ", value: "
              + quoted(column.value())
              + (column.isRequired() ? ", required: true" : "")
              + (column.most() > 0 ? ", each: enrollment, most: " + column.most() : "")
              + "}";
      line(column.value().isEmpty() ? what + "   # not matched: left blank" : what);
    }
    if (columns.stream().anyMatch(column -> column.value().isEmpty())) {
      line("    # What was not matched may be: " + values(kind, columns));
      line("    # or a column of your sheets by its header, such as {Cost centre}");
    }
    matched.add(new Matched(sheet, kind, List.copyOf(columns)));
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

  private static Optional<String> dates(SheetReading sheet) {
    for (Column column : sheet.columns()) {
      Matcher form = DATE_FORM.matcher(column.header());
      if (form.find()) {
        return Optional.of(
            form.group()
                .toLowerCase(Locale.ROOT)
                .replace("mm", "MM")
                .replaceAll("jjjj|aaaa", "yyyy")
                .replaceAll("tt|jj", "dd"));
      }
    }
    return Optional.empty();
  }

  private void line(String line) {
    text.append(line).append('\n');
  }

  /** A text in YAML's double quotation marks. */
  private static String quoted(String value) {
    return '"'
        + value.replace("\\", "\\\\").replace("\"", "\\\"").replace("\n", "\\n").replace("\r", "")
        + '"';
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
