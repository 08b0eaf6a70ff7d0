package neatroster.core.intake;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.RoleWords;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.text.NameOrder;
import neatroster.core.value.EmailShape;

/**
 * Reads a sheet without headers by what its columns contain: people, with names, addresses,
 * numbers, birth dates.
 */
final class ColumnGuesser {
  private static final Pattern NUMBER = Pattern.compile("[A-Za-z]?\\d{3,12}");
  private static final Pattern NAME_WORD =
      Pattern.compile(
          "(?:\\p{Lu}|\\p{Lo}|\\p{Lt})[\\p{L}\\p{M}.’'‐-]*|(?:"
              + Vocabulary.alternatives("particle")
              + ")");

  private ColumnGuesser() {}

  /** The words for roles, read when a sheet needs them. */
  private static final class Roles {
    static final RoleWords WORDS = new RoleWords(Map.of());
  }

  /** The table, if it is a list of people or is said to be one. */
  static Optional<FoundHeader> guess(List<EarlyRow> all, Optional<Table> as) {
    if (as.isPresent() && as.get() == Table.GROUPS) {
      return Optional.empty();
    }
    List<SkippedRow> titles = titles(all);
    List<EarlyRow> rows = all.subList(titles.size(), all.size());
    int width = rows.stream().mapToInt(row -> row.cells().size()).max().orElse(0);
    if (width > 50) {
      return Optional.empty();
    }
    Set<Field> taken = EnumSet.noneOf(Field.class);
    List<Column> columns = new ArrayList<>();
    for (int i = 0; i < width; i++) {
      Optional<Field> field = field(EarlyValues.of(rows, i), taken);
      field.ifPresent(taken::add);
      columns.add(new Column(i, "", field, field.isPresent() ? Column.By.VALUES : null));
    }
    if (as.isEmpty() || as.get() != Table.USERS) {
      Optional<FoundHeader> codes = new HeaderlessCodes(columns, rows).found(as, titles);
      if (codes.isPresent() || as.isPresent()) {
        return codes;
      }
    }
    NameOrder order = order(columns, rows);
    if (order != null && order.isFamilyFirst()) {
      swap(columns);
    }
    boolean people =
        taken.contains(Field.EMAIL)
            || taken.contains(Field.FULL_NAME)
            || taken.contains(Field.FAMILY_NAME);
    boolean tableSaid = as.isEmpty() || as.get() == Table.USERS;
    return tableSaid && people && rows.size() >= 2
        ? Optional.of(
            new FoundHeader(
                Table.USERS,
                0,
                SecretColumns.marked(columns, rows),
                titles,
                order != null && !order.isCertain(),
                Optional.empty()))
        : Optional.empty();
  }

  /** The first rows that have one cell, where nearly all others have several. */
  private static List<SkippedRow> titles(List<EarlyRow> rows) {
    List<SkippedRow> titles = new ArrayList<>();
    for (EarlyRow row : rows) {
      if (row.filled() > 1) {
        break;
      }
      String text = row.cells().stream().filter(c -> !c.isEmpty()).findFirst().orElse("");
      titles.add(new SkippedRow(row.number(), "title", PersonInLine.namesPerson(text) ? text : ""));
    }
    long narrow = rows.stream().filter(row -> row.filled() == 1).count() - titles.size();
    boolean clear = titles.size() <= 5 && narrow * 5 < rows.size() - titles.size();
    return clear ? titles : List.of();
  }

  /**
   * Whether most rows have the same number of cells, and each cell holds one thing: what lists of
   * lines do not.
   */
  static boolean isTable(List<EarlyRow> rows) {
    Map<Integer, Integer> rowsOfWidth = new HashMap<>();
    int several = 0;
    for (EarlyRow row : rows) {
      rowsOfWidth.merge(row.cells().size(), 1, Integer::sum);
      int addresses = 0;
      boolean more = false;
      for (String cell : row.cells()) {
        addresses += cell.indexOf('@') > 0 ? 1 : 0;
        more |= cell.indexOf('@') > 0 && (cell.indexOf(' ') > 0 || cell.indexOf('<') >= 0);
      }
      several += more || (addresses > 1 && addresses == row.cells().size()) ? 1 : 0;
    }
    int width = 0;
    int most = 0;
    for (Map.Entry<Integer, Integer> each : rowsOfWidth.entrySet()) {
      if (each.getValue() > most) {
        most = each.getValue();
        width = each.getKey();
      }
    }
    return width > 1 && most >= EarlyValues.MOST * rows.size() && several * 2 < rows.size();
  }

  /** What the rows say of two columns of names; null where there are none. */
  private static NameOrder order(List<Column> columns, List<EarlyRow> rows) {
    int first = index(columns, Field.GIVEN_NAME);
    int second = index(columns, Field.FAMILY_NAME);
    if (first < 0 || second < 0) {
      return null;
    }
    int email = index(columns, Field.EMAIL);
    NameOrder order = new NameOrder();
    for (EarlyRow row : rows) {
      String address = email < 0 ? address(columns, row) : cell(row, email);
      order.add(cell(row, first), cell(row, second), address.replaceAll("@.*", ""));
      if (row.spaced() && first == 0 && second == 1) {
        order.addComma();
      }
    }
    return order;
  }

  /** What may be a username: one word in small letters in a column that no field claims. */
  private static String address(List<Column> columns, EarlyRow row) {
    for (Column column : columns) {
      if (column.field().isEmpty() && cell(row, column.index()).matches("[a-z][a-z0-9._-]{2,}")) {
        return cell(row, column.index()).replaceAll("\\d+$", "");
      }
    }
    return "";
  }

  static String cell(EarlyRow row, int column) {
    return column < row.cells().size() ? row.cells().get(column) : "";
  }

  private static int index(List<Column> columns, Field field) {
    for (Column column : columns) {
      if (column.field().equals(Optional.of(field))) {
        return column.index();
      }
    }
    return -1;
  }

  private static void swap(List<Column> columns) {
    int first = index(columns, Field.GIVEN_NAME);
    int second = index(columns, Field.FAMILY_NAME);
    columns.set(first, columns.get(first).as(Optional.of(Field.FAMILY_NAME), Column.By.VALUES));
    columns.set(second, columns.get(second).as(Optional.of(Field.GIVEN_NAME), Column.By.VALUES));
  }

  private static Optional<Field> field(List<String> values, Set<Field> taken) {
    if (values.isEmpty()) {
      return Optional.empty();
    }
    if (EarlyValues.most(values, EmailShape::isMeant)) {
      return free(Field.EMAIL, taken);
    }
    if (EarlyValues.most(
        values, value -> WrittenDates.read(value, DateOrder.DAY_FIRST).isPresent())) {
      return free(Field.BIRTH_DATE, taken);
    }
    if (EarlyValues.most(values, value -> NUMBER.matcher(value).matches())) {
      return free(Field.ID, taken);
    }
    if (EarlyValues.most(values, value -> Roles.WORDS.role(value).isPresent())) {
      return free(Field.ROLE, taken);
    }
    if (EarlyValues.most(values, HeaderlessCodes::isCode)
        && new HashSet<>(values).size() < values.size()) {
      return free(Field.COURSE, taken);
    }
    if (EarlyValues.most(values, value -> NameSuffix.is(value))
        && taken.contains(Field.GIVEN_NAME)) {
      return free(Field.SUFFIX, taken);
    }
    if (EarlyValues.most(values, value -> isName(value, 2, 6))
        && !taken.contains(Field.GIVEN_NAME)) {
      return free(Field.FULL_NAME, taken);
    }
    if (EarlyValues.most(values, value -> isName(value, 1, 3))) {
      return taken.contains(Field.GIVEN_NAME)
          ? free(Field.FAMILY_NAME, taken)
          : free(Field.GIVEN_NAME, taken);
    }
    return Optional.empty();
  }

  private static Optional<Field> free(Field field, Set<Field> taken) {
    return taken.contains(field) ? Optional.empty() : Optional.of(field);
  }

  private static boolean isName(String value, int fewest, int most) {
    String[] words = value.replace(",", " ").strip().split("\\s+", -1);
    if (words.length < fewest || words.length > most) {
      return false;
    }
    for (String word : words) {
      if (!NAME_WORD.matcher(word).matches()) {
        return false;
      }
    }
    return true;
  }
}
