package neatroster.core.layout;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import neatroster.core.intake.Column;
import neatroster.core.intake.HeaderMeaning;
import neatroster.core.intake.SheetReading;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.Field;
import neatroster.core.model.FieldType;
import neatroster.core.model.Table;

/** Matches the headers of a platform's template to the values of a layout. */
final class ProposedColumns {
  private static final Set<String> WHAT_IS_DONE =
      Set.of(
          "change",
          "action",
          "operation",
          "aktion",
          "änderung",
          "vorgang",
          "acción",
          "accion",
          "operación",
          "opération",
          "operation type",
          "ação",
          "acao",
          "operação");

  private static final String ALL_ENROLLMENTS = "{enrollments}";

  private static final Pattern NUMBERED = Pattern.compile("(.*?)(\\d{1,3})(\\D*)");

  /** The headers of the levels of a path: “Site level 2”, “Standort Ebene 2”, “Category 2”. */
  private static final Pattern LEVEL =
      Pattern.compile(
          "(?iU)(.*?)[\\s_.-]*(?:"
              + Vocabulary.alternatives("level")
              + ")?[\\s_.-]*([1-9])(?:[\\s_.-]*(?:"
              + Vocabulary.alternatives("level")
              + "))?");

  /**
   * A column of the layout.
   *
   * @param header its header, in a repeated column with <code>{i}</code>
   * @param value the pattern of its cells; empty where nothing matches
   * @param most how often it comes again; 0 where it is not repeated
   * @param isRequired whether the template marks it
   * @param column the first of the template's columns that it was made of
   * @param field the field that it holds, where it is one
   * @param longest how many characters a cell takes; 0 for any number
   * @param dates the form of dates, where the template says one
   * @param joint what stands between enrollments in one cell, where all stand in one
   */
  record Proposed(
      String header,
      String value,
      int most,
      boolean isRequired,
      Column column,
      Optional<Field> field,
      int longest,
      Optional<String> dates,
      Optional<String> joint) {
    /** The column as a layout says it. */
    String text(boolean hasOwnDates) {
      boolean isDate = field.filter(of -> of.type() == FieldType.DATE).isPresent();
      String shown =
          hasOwnDates && isDate && dates.isPresent()
              ? value.replace("}", "|" + dates.get() + "}")
              : value;
      return "{header: "
          + quoted(header)
          + ", value: "
          + quoted(shown)
          + (isRequired ? ", required: true" : "")
          + (longest > 0 ? ", longest: " + longest : "")
          + (most > 0 ? ", each: enrollment, most: " + most : "")
          + joint.map(sign -> ", each: enrollment, joined: " + quoted(sign)).orElse("")
          + "}"
          + (value.isEmpty() ? "   # not matched: left blank" : "");
    }
  }

  private ProposedColumns() {}

  /** The columns for a template's sheet, in its order. */
  static List<Proposed> of(SheetReading sheet, RowKind kind) {
    List<Column> columns = sheet.columns();
    List<Proposed> proposed = new ArrayList<>();
    int i = 0;
    while (i < columns.size()) {
      List<Proposed> repeated = kind == RowKind.USER ? repeatedFrom(columns, i) : List.of();
      if (repeated.isEmpty()) {
        proposed.add(single(sheet, kind, columns.get(i)));
        i++;
      } else {
        proposed.addAll(repeated);
        i += repeated.size() * repeated.get(0).most();
      }
    }
    return proposed;
  }

  private static Proposed single(SheetReading sheet, RowKind kind, Column column) {
    HeaderHints hints = hints(sheet, column);
    Optional<Field> field = column.field();
    boolean isOfEnrollments =
        kind == RowKind.USER
            && field.filter(of -> !kind.fields().contains(of)).isPresent()
            && field.filter(RowKind.ENROLLMENT.fields()::contains).isPresent();
    String value =
        field
            .map(ProposedColumns::value)
            .or(() -> sheet.ownField(column).map(own -> "{" + own.key() + "}"))
            .or(() -> change(column.header()))
            .or(() -> level(kind, column.header()))
            .orElse("");
    Optional<String> joint =
        isOfEnrollments || value.equals(ALL_ENROLLMENTS)
            ? hints.joint().or(() -> Optional.of(";"))
            : Optional.empty();
    return new Proposed(
        column.header(),
        value,
        0,
        isMarked(column.header()),
        column,
        field,
        hints.longest(field),
        field.filter(of -> of.type() == FieldType.DATE).flatMap(of -> hints.dates()),
        joint);
  }

  /** A level of a path, as {@code {site:2}}. */
  private static Optional<String> level(RowKind kind, String header) {
    Matcher matcher = LEVEL.matcher(header.replaceAll("\\s*\\(.*", "").replace("*", "").strip());
    if (!matcher.matches()) {
      return Optional.empty();
    }
    return HeaderMeaning.of(kind.table(), matcher.group(1).strip())
        .filter(PathLevels.FIELDS::contains)
        .filter(kind.fields()::contains)
        .map(field -> "{" + field.label() + ":" + matcher.group(2) + "}");
  }

  /** Whether a column says what is to be done. */
  private static Optional<String> change(String header) {
    return WHAT_IS_DONE.contains(header.strip().toLowerCase(Locale.ROOT))
        ? Optional.of("{change}")
        : Optional.empty();
  }

  private static String value(Field field) {
    return switch (field) {
      case GIVEN_NAME -> "{given}";
      case MIDDLE_NAME -> "{middle}";
      case FAMILY_NAME -> "{family}";
      case FULL_NAME -> "{given} {family}";
      case ENROLLMENTS_CELL -> ALL_ENROLLMENTS;
      case NOTE, MEMBERS_OF -> "";
      default -> "{" + field.label() + "}";
    };
  }

  private static boolean isMarked(String header) {
    return header.strip().endsWith("*") || header.strip().startsWith("*");
  }

  /**
   * The columns that come again from one on: <code>KURS1, ROLLE1, KURS2, ROLLE2</code>. They stand
   * together in the order of their numbers, or they are none.
   */
  private static List<Proposed> repeatedFrom(List<Column> columns, int first) {
    Map<String, Proposed> bases = new LinkedHashMap<>();
    int number = -1;
    int i = first;
    for (; i < columns.size(); i++) {
      Matcher matcher = NUMBERED.matcher(columns.get(i).header());
      if (!matcher.matches()) {
        break;
      }
      int its = Integer.parseInt(matcher.group(2));
      String base = matcher.group(1) + "{i}" + matcher.group(3);
      if (number >= 0 && its != number) {
        break;
      }
      Optional<Field> field =
          HeaderMeaning.of(Table.ENROLLMENTS, (matcher.group(1) + matcher.group(3)).strip())
              .filter(RowKind.ENROLLMENT.fields()::contains);
      if (field.isEmpty() || bases.containsKey(base) || its != 1) {
        break;
      }
      number = its;
      bases.put(base, repeated(base, value(field.get()), 1, columns.get(i)));
    }
    int width = bases.size();
    if (width == 0 || bases.values().stream().noneMatch(one -> one.value().equals("{course}"))) {
      return List.of();
    }
    int most = 1;
    while (stands(columns, first + most * width, bases, most + 1)) {
      most++;
    }
    int times = most;
    return bases.values().stream()
        .map(one -> repeated(one.header(), one.value(), times, one.column()))
        .toList();
  }

  private static Proposed repeated(String header, String value, int most, Column column) {
    return new Proposed(
        header, value, most, false, column, column.field(), 0, Optional.empty(), Optional.empty());
  }

  private static boolean stands(
      List<Column> columns, int from, Map<String, Proposed> bases, int number) {
    int i = from;
    for (String base : bases.keySet()) {
      String header = base.replace("{i}", String.valueOf(number));
      if (i >= columns.size() || !columns.get(i).header().equals(header)) {
        return false;
      }
      i++;
    }
    return true;
  }

  static HeaderHints hints(SheetReading sheet, Column column) {
    return new HeaderHints(
        column.header(), sheet.sheet().hints().getOrDefault(column.index(), List.of()));
  }

  /** A text in YAML's double quotation marks. */
  static String quoted(String value) {
    return '"'
        + value.replace("\\", "\\\\").replace("\"", "\\\"").replace("\n", "\\n").replace("\r", "")
        + '"';
  }
}
