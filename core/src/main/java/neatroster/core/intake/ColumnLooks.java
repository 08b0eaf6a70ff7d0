package neatroster.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import neatroster.core.language.Vocabulary;
import neatroster.core.model.DateOrder;
import neatroster.core.model.Field;
import neatroster.core.model.Table;
import neatroster.core.model.WrittenDates;
import neatroster.core.value.EmailShape;

/** What headers say is held against the values below: some columns are not what they are called. */
final class ColumnLooks {
  /** A decimal number, more points than there are school years, or a mark as A- or B+. */
  private static final Pattern SCORE =
      Pattern.compile("\\d+[.,]\\d+|(?:1[4-9]|[2-9]\\d|\\d{3,})(?: ?%)?|[A-F][+-]");

  private static final Pattern LETTER = Pattern.compile("[A-F]");

  /** Days on which people came, left or signed. */
  private static final Pattern OTHER_DAYS =
      Pattern.compile("(?iU)" + Vocabulary.alternatives("other day"));

  private ColumnLooks() {}

  /**
   * The columns with those left alone whose values are no ids or grades, and those found that no
   * header tells.
   *
   * @param rows the first rows below the headers
   */
  static List<Column> marked(Table table, List<Column> columns, List<EarlyRow> rows) {
    List<Column> marked = new ArrayList<>();
    for (Column column : columns) {
      List<String> values = values(column, rows, columns.size());
      Optional<Field> field = column.field();
      boolean id = field.filter(f -> f == Field.ID).isPresent();
      boolean bare = ComposedHeaders.isBareNumber(column.header());
      if ((id || (bare && field.isEmpty() && table == Table.USERS)) && bare && count(values)) {
        marked.add(column.leftAs(Column.Looks.COUNTING));
      } else if (field.filter(f -> f == Field.GRADE).isPresent() && areScores(values)) {
        marked.add(column.leftAs(Column.Looks.SCORES));
      } else {
        marked.add(column);
      }
    }
    if (table == Table.USERS) {
      byValues(marked, rows);
    }
    return marked;
  }

  private static List<String> values(Column column, List<EarlyRow> rows, int width) {
    List<String> values = new ArrayList<>();
    for (EarlyRow row : rows) {
      // A row with one cell is a title, a total or a remark.
      boolean alone = row.filled() == 1 && width > 1;
      if (!alone
          && column.index() < row.cells().size()
          && !row.cells().get(column.index()).isEmpty()) {
        values.add(row.cells().get(column.index()));
      }
    }
    return values;
  }

  /** Whether values are 1, 2, 3 and so on, or 0, 1, 2, in the order of the rows. */
  private static boolean count(List<String> values) {
    long expected = -1;
    int steps = 0;
    for (String value : values) {
      String digits = value.replaceAll("\\.$", "");
      if (!digits.matches("\\d{1,6}")) {
        return false;
      }
      long number = Long.parseLong(digits);
      if (expected < 0 && number > 1) {
        return false;
      }
      steps += expected < 0 || number == expected ? 1 : 0;
      expected = number + 1;
    }
    return values.size() >= 2 && steps * 10 >= values.size() * 9;
  }

  private static boolean areScores(List<String> values) {
    long scores = values.stream().filter(value -> SCORE.matcher(value).matches()).count();
    long letters = values.stream().filter(value -> LETTER.matcher(value).matches()).count();
    boolean several = values.stream().distinct().count() > 1;
    return values.size() >= 2
        && several
        && (scores + letters) * 10 >= values.size() * 6L
        && (scores > 0 || letters == values.size());
  }

  /** A column full of email addresses is the one of email addresses, whatever it is called. */
  private static void byValues(List<Column> columns, List<EarlyRow> rows) {
    boolean hasEmail = has(columns, Field.EMAIL);
    boolean hasBirth = has(columns, Field.BIRTH_DATE);
    for (int i = 0; i < columns.size(); i++) {
      Column column = columns.get(i);
      if (column.field().isPresent() || column.looks() != Column.Looks.PLAIN) {
        continue;
      }
      List<String> values = values(column, rows, columns.size());
      if (values.size() < 2) {
        continue;
      }
      if (!hasEmail && most(values, EmailShape::isMeant) && !isOfGuardian(column)) {
        columns.set(i, column.as(Optional.of(Field.EMAIL), Column.By.VALUES));
        hasEmail = true;
      } else if (!hasBirth
          && !OTHER_DAYS.matcher(column.header()).find()
          && most(values, ColumnLooks::isOfBirth)) {
        columns.set(i, column.as(Optional.of(Field.BIRTH_DATE), Column.By.VALUES));
        hasBirth = true;
      }
    }
  }

  /** The column below a row of headers that is full of addresses and has no header we know. */
  static int unclaimedAddresses(EarlyRow row, List<EarlyRow> early) {
    if (row.cells().stream().anyMatch(cell -> cell.indexOf('@') >= 0)) {
      return -1;
    }
    List<EarlyRow> below = early.stream().filter(each -> each.number() > row.number()).toList();
    for (int i = 0; i < row.cells().size(); i++) {
      List<String> values = EarlyValues.of(below, i);
      if (values.size() >= 2
          && values.get(0).indexOf('@') > 0
          && most(values, EmailShape::isMeant)
          && isUnclaimed(row.cells().get(i))) {
        return i;
      }
    }
    return -1;
  }

  private static boolean isUnclaimed(String header) {
    return !header.isEmpty()
        && HeaderWords.match(Table.USERS, header).isEmpty()
        && HeaderWords.match(Table.COURSES, header).isEmpty()
        && HeaderWords.match(Table.ENROLLMENTS, header).isEmpty();
  }

  private static boolean isOfGuardian(Column column) {
    return HeaderWords.match(Table.USERS, column.header())
        .filter(match -> match.field() == Field.GUARDIAN_EMAIL)
        .isPresent();
  }

  private static boolean has(List<Column> columns, Field field) {
    return columns.stream().anyMatch(column -> column.field().equals(Optional.of(field)));
  }

  private static boolean most(List<String> values, java.util.function.Predicate<String> like) {
    return values.stream().filter(like).count() * 10 >= values.size() * 8L;
  }

  /** Whether a date lies in the century in which people at school or teaching were born. */
  private static boolean isOfBirth(String value) {
    return WrittenDates.read(value, DateOrder.DAY_FIRST)
        .filter(day -> day.getYear() >= 1930 && day.getYear() <= 2015)
        .isPresent();
  }
}
